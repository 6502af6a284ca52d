import { Action } from '../../parts/Action.tsx';
import type { BenchProps } from './types.ts';
import { FinishPractice } from './FinishPractice.tsx';
import { ScoringQueue } from './ScoringQueue.tsx';
import { OCCASION_NAMES } from '../../parts/origin-words.ts';
import { askedOf, deliveryOf, isAllScored, scoreOf } from './bench-selectors.ts';
import type { BenchControl } from './bench-control.ts';

/** Who is on the bench, his deliveries, and where to go from here. */
export function BenchHeader({ bench, props }: { bench: BenchControl; props: BenchProps }) {
  const { camper, deliveries } = props;
  const { world, state, send } = bench;
  const delivery = deliveryOf(world, state);
  const asked = askedOf(world, state);
  const scoredHere = delivery ? asked.filter((c) => scoreOf(world, state, delivery.id, c.id)).length : 0;
  // All of him is scored: now it is written down, before the next one comes, unless he has it already.
  const isScored = isAllScored(world, state);
  const writesNothing = props.blind || props.practice !== null;
  const toWriteUp = isScored && !writesNothing && !props.handedOut;
  // While he has work left, what is to be done on him is the largest, beside his films.
  const isDone = props.handedOut || (isScored && writesNothing);
  return (
    <header className="flex flex-wrap items-stretch border-b-2 border-ink lg:flex-nowrap">
      {props.practice ? (
        <a href="/practice" aria-label="Back to the practice clips" className="bib-block min-w-[84px] no-underline">
          P{camper.bib}
        </a>
      ) : (
        <a href="/" aria-label={`Bib ${camper.bib}; back to the camp`} className="bib-block min-w-[84px] no-underline">
          {camper.bib}
        </a>
      )}
      <div className="min-w-0 flex-1 px-4 py-[5px] leading-tight lg:max-w-[340px] lg:flex-none">
        <h1 className="m-0 truncate !font-body text-body !font-bold !leading-tight">
          {props.practice ? camper.name : props.blind ? 'You score second, by yourself' : camper.name}
        </h1>
        <p className="m-0 truncate text-fine text-soft">
          {camper.age}, throws {camper.hand === 'L' ? 'left' : 'right'} · {camper.heightCentimetres} cm · {scoredHere} of{' '}
          {asked.length} checkpoints
        </p>
      </div>
      <nav
        aria-label="Deliveries"
        className="ms-auto flex min-w-0 flex-wrap items-center gap-1 pe-3 lg:flex-1 lg:flex-nowrap lg:justify-end max-[1023px]:ms-0 max-[1023px]:w-full max-[1023px]:border-t max-[1023px]:border-rule max-[1023px]:px-2 max-[1023px]:py-1"
      >
        <div className="contents lg:flex lg:min-w-0 lg:overflow-x-auto">
          {deliveries.map((d, i) => (
            <button
              key={d.id}
              type="button"
              onClick={(e) => {
                // The keys go to the films now, not to this button: Enter marks, and does not choose the delivery again.
                e.currentTarget.blur();
                send({ type: 'delivery', index: i });
              }}
              aria-current={i === state.deliveryIndex ? 'true' : undefined}
              className={`sign h-[40px] shrink-0 border-0 border-b-4 bg-transparent px-3 text-lead font-medium ${i === state.deliveryIndex ? 'border-clay text-ink' : 'border-transparent text-soft'}`}
            >
              Delivery {d.number}
              {d.occasion !== 'camp' && <span className="text-small"> {OCCASION_NAMES[d.occasion].toLowerCase()}</span>}
            </button>
          ))}
        </div>
        {props.queue.length > 0 && <ScoringQueue queue={props.queue} here={camper.bib} />}
        {!props.blind && (
          <Action main={toWriteUp} className="ms-2 shrink-0 !py-[7px] !text-lead !min-h-0" href={`/handouts/${camper.bib}`}>
            Write up <kbd>W</kbd>
          </Action>
        )}
        {props.practice && (
          <FinishPractice
            sitting={props.practice.sitting}
            left={asked.length - scoredHere}
            waiting={bench.news.waiting + bench.news.refused.length}
          />
        )}
        {props.next && (
          <Action main={isDone} className="shrink-0 !py-[9px] !text-lead !min-h-0" href={props.next.href}>
            Next: {props.next.bib}
          </Action>
        )}
      </nav>
    </header>
  );
}
