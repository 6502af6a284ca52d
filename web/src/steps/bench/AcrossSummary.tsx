import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { askedOf, checkpointOf, deliveryOf, scoreOf } from './bench-selectors.ts';
import type { BenchProps } from './types.ts';
import type { BenchControl } from './bench-control.ts';

/** The checkpoint in hand over all deliveries, as strokes. */
export function AcrossSummary({ bench, deliveries }: { bench: BenchControl; deliveries: BenchProps['deliveries'] }) {
  const { world, state } = bench;
  const checkpoint = checkpointOf(world, state);
  const current = deliveryOf(world, state);
  if (!checkpoint) return null;
  const phase = askedOf(world, state).filter((c) => c.phase === checkpoint.phase);
  return (
    <div className="grid min-h-0 content-center overflow-auto border border-rule bg-paper px-4 py-2">
      <table className="w-full border-collapse text-small">
        <thead>
          <tr className="sign text-small text-soft">
            <th className="text-start font-medium">Delivery</th>
            {deliveries.map((d) => (
              <th key={d.id} className={`font-medium ${d.id === current?.id ? 'text-clay' : ''}`}>
                {d.number}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {phase.map((c) => (
            <tr key={c.id} className={`border-t border-rule ${c.id === checkpoint.id ? 'bg-wash font-semibold' : ''}`}>
              <th scope="row" className="py-1 text-start font-[inherit]">
                {c.name}
              </th>
              {deliveries.map((d) => (
                <td key={d.id} className="py-1 text-center">
                  <span className="inline-block align-middle">
                    <LevelStrokes level={scoreOf(world, state, d.id, c.id)?.level ?? null} size={22} />
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
