import type { EvaluationDocument, FocusItem, Said } from './document.ts';
import { furtherFocus, sayEvaluation } from './say-evaluation.ts';
import type { Sheet } from '../sheet/shape.ts';

const FOCUS_LINES = ['title', 'cue', 'seen', 'why', 'lookAgain'] as const;
const STRENGTH_LINES = ['title', 'text'] as const;

/** The focus areas that facts and sheet can say, the chosen ones as they are chosen. */
function sayable({ facts }: EvaluationDocument, sheet: Sheet): { made: Said; focus: ReadonlyMap<string, FocusItem> } | null {
  if (!facts) return null;
  const made = sayEvaluation(facts, sheet);
  const further = furtherFocus(
    facts,
    sheet,
    made.focus.map((f) => f.checkpoint),
  );
  return { made, focus: new Map([...made.focus, ...further].map((f) => [f.checkpoint, f])) };
}

/**
 * Which lines of a document are a coach's own: those that say something else than what facts and sheet make of them, by their paths.
 *
 * @example editedLines(document, sheet) // ['focus E2 cue', 'focus E2 dose towel']
 */
export function editedLines(document: EvaluationDocument, sheet: Sheet): string[] {
  const all = sayable(document, sheet);
  if (!all) return [];
  const strengths = new Map(all.made.strengths.map((s) => [s.checkpoint, s]));
  return [
    ...document.said.strengths.flatMap((s) =>
      STRENGTH_LINES.filter((line) => s[line] !== strengths.get(s.checkpoint)?.[line]).map(
        (line) => `strength ${s.checkpoint} ${line}`,
      ),
    ),
    ...document.said.focus.flatMap((f) => {
      const made = all.focus.get(f.checkpoint);
      return [
        ...FOCUS_LINES.filter((line) => f[line] !== made?.[line]).map((line) => `focus ${f.checkpoint} ${line}`),
        ...f.drills
          .filter((d) => d.dose?.times !== made?.drills.find((x) => x.id === d.id)?.dose?.times)
          .map((d) => `focus ${f.checkpoint} dose ${d.id}`),
      ];
    }),
  ];
}

/**
 * The words made again of the facts, by the sheet as it is now: what the coach has chosen, its order and his own lines stay.
 *
 * @example sayAgain(document, newerSheet).said.focus[0]?.why
 */
export function sayAgain(document: EvaluationDocument, sheet: Sheet): EvaluationDocument {
  const all = sayable(document, sheet);
  if (!all) return document;
  const own = new Set(document.edited);
  const strengths = new Map(all.made.strengths.map((s) => [s.checkpoint, s]));
  return {
    ...document,
    said: {
      ...all.made,
      reFilmOn: document.said.reFilmOn,
      strengths: document.said.strengths.map((s) => {
        const made = strengths.get(s.checkpoint) ?? s;
        const keep = STRENGTH_LINES.filter((line) => own.has(`strength ${s.checkpoint} ${line}`)).map((line) => [line, s[line]]);
        return { ...made, ...Object.fromEntries(keep) };
      }),
      focus: document.said.focus.map((f) => {
        const made = all.focus.get(f.checkpoint) ?? f;
        const keep = FOCUS_LINES.filter((line) => own.has(`focus ${f.checkpoint} ${line}`)).map((line) => [line, f[line]]);
        // Drills that the coach has dropped stay dropped, his doses his.
        const drills = made.drills.flatMap((d) => {
          const there = f.drills.find((x) => x.id === d.id);
          return there ? [own.has(`focus ${f.checkpoint} dose ${d.id}`) ? { ...d, dose: there.dose } : d] : [];
        });
        return { ...made, ...Object.fromEntries(keep), drills };
      }),
    },
  };
}
