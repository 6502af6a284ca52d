import { ALWAYS_ASKED, EVENTS, type EventId } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Film } from './types.ts';
import { markOf, OFFERED } from './moments.ts';
import type { BenchData } from './bench-data.ts';
import type { ProposedHere } from './proposals.ts';

/** The key frames of a delivery, in both views, with the rule of the one that is looked for. */
export function KeyFramePanel({
  films,
  data,
  current,
  activeId,
  onPick,
  problem,
  proposedOf,
  looks,
  waiting,
  onStrip,
}: {
  films: readonly Film[];
  data: BenchData;
  current: EventId;
  activeId: string | null;
  onPick: (event: EventId) => void;
  problem: string | null;
  /** What the computer proposes for an event of a film. */
  proposedOf: (event: EventId, film: Film) => ProposedHere | null;
  /** What became of its look at films that have something to be marked, in words. */
  looks: readonly string[];
  /** How many proposed key frames nobody has seen yet. */
  waiting: number;
  onStrip: () => void;
}) {
  const event = EVENTS.find((e) => e.id === current)!;
  const inHand = films.find((f) => f.id === activeId);
  const said = inHand && standing(markOf(data, inHand.id, current), proposedOf(current, inHand));
  return (
    <div className="min-h-0 overflow-auto">
      <div className="border-b border-rule px-[18px] pb-3 pt-3">
        <h2 className="m-0 text-head first-letter:uppercase">{event.name}</h2>
        <p className="m-0 mt-1 text-small">{event.rule[0]!.toUpperCase() + event.rule.slice(1)}.</p>
        {said && (
          <p className="m-0 mt-1 text-small" data-testid="found-here">
            {said}
          </p>
        )}
        {problem && <Alert className="mt-2">{problem}</Alert>}
        {waiting > 0 && (
          <button
            type="button"
            className="main-action mt-3 w-full"
            onClick={(e) => {
              e.currentTarget.blur();
              onStrip();
            }}
          >
            See all {waiting} at a look <kbd>A</kbd>
          </button>
        )}
        {looks.map((words) => (
          <p key={words} className="m-0 mt-2 text-fine text-soft" data-testid="look-state">
            {words}
          </p>
        ))}
      </div>
      <table className="w-full border-collapse text-small">
        <thead>
          <tr className="sign text-small text-soft">
            <th className="px-[18px] py-1 text-start font-medium">Key frame</th>
            {films.map((f) => (
              <th key={f.id} className={`px-2 py-1 text-end font-medium last:pe-[18px] ${f.id === activeId ? 'text-clay' : ''}`}>
                {VIEW_NAMES[f.view]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {OFFERED.map((id) => {
            const asked = ALWAYS_ASKED.includes(id);
            return (
              <tr
                key={id}
                onClick={() => onPick(id)}
                aria-current={id === current ? 'step' : undefined}
                className={`h-[42px] cursor-pointer border-t border-rule ${id === current ? 'bg-wash shadow-[inset_5px_0_var(--clay)]' : ''}`}
              >
                <th scope="row" className={`px-[18px] text-start ${asked ? 'font-semibold' : 'font-normal text-soft'}`}>
                  <button
                    type="button"
                    className={`min-h-[36px] w-full border-0 bg-transparent p-0 text-start ${asked ? 'font-semibold' : 'text-soft'}`}
                    onClick={(e) => {
                      // The keys go to the films now, not to this button.
                      e.currentTarget.blur();
                      e.stopPropagation();
                      onPick(id);
                    }}
                  >
                    {EVENTS.find((e) => e.id === id)!.name}
                  </button>
                </th>
                {films.map((f) => {
                  const mark = markOf(data, f.id, id);
                  const found = mark ? null : proposedOf(id, f);
                  return (
                    <td
                      key={f.id}
                      className="tabular whitespace-nowrap px-2 text-end last:pe-[18px]"
                      data-testid={`mark-${f.view}-${id}`}
                    >
                      {mark ? (
                        mark.frameTo === null ? (
                          mark.frame
                        ) : (
                          `${mark.frame}–${mark.frameTo}`
                        )
                      ) : found ? (
                        <span
                          className="text-soft underline decoration-dotted underline-offset-4"
                          title="found by the computer, seen by nobody"
                        >
                          {found.frame}
                        </span>
                      ) : (
                        <span className="text-soft">·</span>
                      )}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="m-0 border-t border-rule px-[18px] py-2 text-fine text-soft">Those in grey serve single figures.</p>
    </div>
  );
}

/** How the key frame that is looked for stands in the film in hand. */
function standing(mark: ReturnType<typeof markOf>, found: ProposedHere | null): string | null {
  const frames = (n: number): string => `${n.toFixed(1)} frames`;
  if (mark)
    return mark.origin === 'confirmed'
      ? `Frame ${mark.frame}, found by the computer and confirmed${mark.spread ? `, ± ${frames(mark.spread)}` : ''}.`
      : mark.spread
        ? `Marked by more than one, ± ${frames(mark.spread)}.`
        : null;
  if (!found) return null;
  const between = `between ${found.from} and ${found.to}, ${Math.round(100 * found.sure)} % sure`;
  return `${found.otherView ? 'By the other view' : 'Found'}: frame ${found.frame}, ${between}. Enter confirms it.`;
}
