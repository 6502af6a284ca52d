import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { Action } from '../../parts/Action.tsx';
import type { BenchControl } from './bench-control.ts';
import { askedOf, deliveryOf, figuresOf, scoreOf } from './bench-selectors.ts';
import { offeredFor } from './suggestions.ts';
import type { BenchProps } from './types.ts';

/** All checkpoints of the delivery by phase, with the levels that were given and those that are offered. */
export function OverviewPanel({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { world, state, send } = bench;
  const delivery = deliveryOf(world, state)!;
  const asked = askedOf(world, state);
  const figures = figuresOf(world, state);
  const open = asked.filter((c) => !scoreOf(world, state, delivery.id, c.id)).length;
  return (
    <section
      aria-label="All checkpoints"
      data-testid="overview"
      className="absolute inset-x-4 bottom-2 top-2 z-10 overflow-auto border-2 border-ink bg-paper px-5 py-3"
    >
      <header className="flex items-center justify-between gap-4 pb-2">
        <h2 className="m-0 text-head">Delivery {delivery.number}</h2>
        <p className="m-0 me-auto text-small text-soft">
          {open === 0 ? 'Everything is scored.' : `${open} of ${asked.length} not scored yet`}
        </p>
        <Action onClick={() => send({ type: 'layer', on: 'done' })}>
          Close <kbd>Esc</kbd>
        </Action>
      </header>
      <div className="columns-[240px] gap-6">
        {props.sheet.phases.map((phase) => {
          const own = asked.filter((c) => c.phase === phase.id);
          if (own.length === 0) return null;
          return (
            <div key={phase.id} className="break-inside-avoid pb-3">
              <h3 className="m-0 text-lead">{phase.name}</h3>
              <ul className="m-0 list-none p-0">
                {own.map((c) => {
                  const score = scoreOf(world, state, delivery.id, c.id);
                  const offered = score || world.blind ? null : offeredFor(c, figures);
                  return (
                    <li key={c.id}>
                      <button
                        type="button"
                        data-testid={`overview-${c.id}`}
                        aria-current={c.id === state.overview ? 'step' : undefined}
                        onClick={() => send({ type: 'overviewGo', id: c.id })}
                        className={`grid min-h-[34px] w-full grid-cols-[1fr_auto] items-center gap-x-3 border-0 border-t border-rule px-2 py-1 text-start text-small ${c.id === state.overview ? 'bg-wash shadow-[inset_5px_0_var(--clay)]' : 'bg-transparent'}`}
                      >
                        <span className={score ? '' : 'font-semibold'}>{c.name}</span>
                        {offered ? (
                          <span className="text-fine text-clay">{offered.level} offered</span>
                        ) : (
                          <LevelStrokes level={score?.level ?? null} />
                        )}
                      </button>
                    </li>
                  );
                })}
              </ul>
            </div>
          );
        })}
      </div>
    </section>
  );
}
