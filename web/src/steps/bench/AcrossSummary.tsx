import { FIGURES, formatEstimate, type OwnSpread } from '@stride-chalk/core';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { askedOf, checkpointOf, deliveryOf, scoreOf, spreadsOf } from './bench-selectors.ts';
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
      <SpreadTable spreads={spreadsOf(world, state, checkpoint)} />
    </div>
  );
}

/** How alike his deliveries are in what is measured of them. */
function SpreadTable({ spreads }: { spreads: readonly OwnSpread[] }) {
  if (spreads.length === 0) return null;
  return (
    <table className="mt-2 w-full border-collapse text-small" data-testid="own-spread">
      <tbody>
        {spreads.map(({ figure, values, typical, variation, withinError }) => (
          <tr key={figure} className="border-t border-rule">
            <th scope="row" className="py-1 text-start font-normal">
              {FIGURES[figure].name}
              <span className="block text-fine text-soft">
                {withinError
                  ? 'no more apart than the error of measuring'
                  : `his deliveries differ by ${formatEstimate(typical).split('±')[1]!.trim()}${variation === null ? '' : `, ${Math.round(100 * variation)} % of it`}`}
              </span>
            </th>
            {values.map((v, i) => (
              <td key={i} className="tabular py-1 text-center">
                {v ? formatEstimate(v).split('\u00a0±')[0] : '–'}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
