import type { Estimate } from '../estimate/estimate.ts';
import { figureMoment } from '../figures/figure-chalk.ts';
import type { FigureId } from '../figures/figure-ids.ts';
import { phraseFigure } from '../figures/phrase-figure.ts';
import { chooseDrills } from '../focus/choose-drills.ts';
import { chooseFocus, FOCUS_LIMIT, type FocusChoice } from '../focus/choose-focus.ts';
import { habitsOf, type CheckpointHabit } from '../habits/habits-of.ts';
import type { Level, Score } from '../levels/level.ts';
import { suggestForFigure } from '../levels/suggest-for-figure.ts';
import type { AgeGroup } from '../roster/age-group.ts';
import { bandsFor, resolveSheet, schoolOption, type SchoolChoices } from '../sheet/resolve-sheet.ts';
import type { Sheet } from '../sheet/schema.ts';
import { cautions } from './cautions.ts';
import type { EvaluationDocument, FocusItem } from './document.ts';

/** A figure that was measured in one delivery. */
export interface MeasuredFigure {
  readonly delivery: string;
  readonly figure: FigureId;
  readonly estimate: Estimate;
}

export interface EvaluationInput {
  readonly sheet: Sheet;
  readonly ageGroup: AgeGroup;
  readonly schools?: SchoolChoices;
  /** Ids of the deliveries of the set in the order in which they were thrown. */
  readonly deliveries: readonly string[];
  readonly scores: readonly Score[];
  readonly figures: readonly MeasuredFigure[];
  /** What arm care allows on a drill day, all drills together; left out where nobody asked. */
  readonly drillThrows?: number;
  /** The day of the re-film as YYYY-MM-DD; null when none is set yet. */
  readonly reFilmOn: string | null;
}

/**
 * The draft of an evaluation from the scores of one set: at most three strengths, the focus areas with their reasons, cue,
 * drills and what to look for next time, and what was seen only once. The coach edits it; nothing here promises anything.
 *
 * @example compileEvaluation({ sheet: defaultSheet, ageGroup: '13-14', deliveries, scores, figures: [], reFilmOn: null })
 */
export function compileEvaluation(input: EvaluationInput): EvaluationDocument {
  const { sheet, ageGroup, deliveries } = input;
  const habits = habitsOf(input.scores.filter((s) => scoredAt(sheet, s.checkpoint, ageGroup)));
  const { chosen: choices, later } = chooseFocus(habits, sheet, ageGroup);
  const taken = new Set<string>();
  const focus = choices.map((choice) => {
    const item = focusItem(input, choice, taken, choices.length);
    for (const d of item.drills) taken.add(d.id);
    return item;
  });
  const inFocus = new Set(choices.map((c) => c.checkpoint));
  return {
    phases: sheet.phases
      .filter((p) => p.id !== 'all')
      .map((p) => {
        const own = sheet.checkpoints.filter((c) => c.phase === p.id).map((c) => c.id);
        return {
          id: p.id,
          name: p.name,
          // A phase with a focus shows the level of the focus, so that the picture does not hide it.
          middle:
            habits.find((h) => own.includes(h.checkpoint) && inFocus.has(h.checkpoint))?.middle ??
            lowerMiddle(habits.filter((h) => own.includes(h.checkpoint)).flatMap((h) => h.levels)),
          focus: own.some((id) => inFocus.has(id)),
        };
      }),
    strengths: strengths(input, habits, inFocus),
    focus,
    later: later.map((l) => laterLine(sheet, l)),
    // Where a habit was cut, nothing smaller stands in its place.
    oneOffs: later.some((l) => l.explainedBy === null)
      ? []
      : habits.flatMap((h) =>
          h.seenOnce || h.lowThroughout
            ? []
            : h.oneOffs.map((f) => `Once: ${faultText(sheet, f.code)} (${f.seen} of ${f.visible}).`),
        ),
    seenOnce: habits.filter((h) => h.seenOnce).map((h) => checkpointOf(sheet, h.checkpoint).name),
    notSeen: resolveSheet(sheet, ageGroup)
      .filter((c) => c.scored && !habits.some((h) => h.checkpoint === c.id && h.visible > 0))
      .map((c) => c.name),
    schools: sheet.schools
      .filter((s) => ['B3', 'B4', 'F3', 'G1'].includes(s.id))
      .map((s) => s.options.find((o) => o.id === schoolOption(sheet, s.id, ageGroup, input.schools))!.name),
    armCare:
      cautions.armCare +
      (input.drillThrows === undefined
        ? ''
        : ` No more than ${input.drillThrows} throws on a drill day, games and practice counted.`),
    cautions: [...cautions.cautions],
    drillDays: [...cautions.drillDays],
    deliveries: deliveries.length,
    reFilmOn: input.reFilmOn,
  };
}

/** Focus areas that a coach could add: every habit but those of the checkpoints in `chosen`. */
export function furtherFocus(input: EvaluationInput, chosen: readonly string[]): FocusItem[] {
  const habits = habitsOf(input.scores.filter((s) => scoredAt(input.sheet, s.checkpoint, input.ageGroup)));
  const plan = chooseFocus(habits, input.sheet, input.ageGroup);
  return [...plan.chosen, ...plan.later]
    .filter((c) => !chosen.includes(c.checkpoint))
    .sort((a, b) => orderOf(input.sheet, a.checkpoint) - orderOf(input.sheet, b.checkpoint))
    .map((c) =>
      focusItem(
        input,
        { ...c, explains: [], explainedBy: null, reasons: [c.reasons[0]!, 'added by the coach'] },
        new Set(),
        null,
      ),
    );
}

const orderOf = (sheet: Sheet, checkpoint: string): number => sheet.checkpoints.findIndex((c) => c.id === checkpoint);

/** A habit that waits, in a line for the staff. */
const laterLine = (sheet: Sheet, { checkpoint, faults, lowThroughout, explainedBy, reasons }: FocusChoice): string =>
  `${checkpointOf(sheet, checkpoint).focus.title}: ${
    lowThroughout || !faults[0] ? reasons[0] : `${faultText(sheet, faults[0].code)} (${faults[0].seen} of ${faults[0].visible})`
  }${explainedBy ? `; may clear up with “${checkpointOf(sheet, explainedBy).focus.title}”` : ''}.`.slice(0, 400);

const scoredAt = (sheet: Sheet, checkpoint: string, ageGroup: AgeGroup): boolean =>
  sheet.checkpoints.find((c) => c.id === checkpoint)?.scoredFor.includes(ageGroup) ?? false;

function checkpointOf(sheet: Sheet, id: string): Sheet['checkpoints'][number] {
  const found = sheet.checkpoints.find((c) => c.id === id);
  if (!found) throw new RangeError(`the sheet has no checkpoint ${id}`);
  return found;
}

const faultText = (sheet: Sheet, code: string): string =>
  checkpointOf(sheet, code.split('.')[0]!).faults.find((f) => f.code === code)?.seen ?? code;

function lowerMiddle(levels: readonly Level[]): Level | null {
  return [...levels].sort((a, b) => a - b)[(levels.length - 1) >> 1] ?? null;
}

/** At most three, from different phases while there are enough, those with a figure first. */
function strengths(
  input: EvaluationInput,
  habits: readonly CheckpointHabit[],
  inFocus: ReadonlySet<string>,
): EvaluationDocument['strengths'] {
  const { sheet } = input;
  const found = habits
    .filter((h) => h.strength && h.habits.length === 0 && !inFocus.has(h.checkpoint))
    .map((h) => ({ habit: h, checkpoint: checkpointOf(sheet, h.checkpoint), figures: figuresOf(input, h.checkpoint, null) }))
    .sort((a, b) => Number(b.figures.length > 0) - Number(a.figures.length > 0) || b.habit.visible - a.habit.visible);
  const picked: typeof found = [];
  for (const sameAllowed of [false, true])
    for (const f of found)
      if (
        picked.length < 3 &&
        !picked.includes(f) &&
        (sameAllowed || picked.every((p) => p.checkpoint.phase !== f.checkpoint.phase))
      )
        picked.push(f);
  return picked.map(({ habit, checkpoint, figures }) => {
    const threes = habit.levels.filter((l) => l === 3).length;
    const measured = figures[0] ? ` ${sentence(figures[0])}` : '';
    return {
      checkpoint: checkpoint.id,
      title: checkpoint.strength,
      text: `There in ${threes} of ${habit.visible} deliveries.${measured}`,
    };
  });
}

const sentence = (f: MeasuredFigure): string => {
  const words = phraseFigure(f.figure, f.estimate);
  return `${words[0]!.toUpperCase()}${words.slice(1)}.`;
};

/**
 * Measured figures of a checkpoint. Those of the deliveries in `first` come before the others, and among them the one that
 * lies furthest from its band: it shows best what was seen.
 */
function figuresOf(input: EvaluationInput, checkpoint: string, first: readonly string[] | null): MeasuredFigure[] {
  const ids = checkpointOf(input.sheet, checkpoint).figures;
  const bands = bandsFor(input.sheet, checkpoint, input.ageGroup, 'stretch', input.schools);
  const level = (f: MeasuredFigure): number =>
    suggestForFigure(f.estimate, bands.find((b) => b.figure === f.figure) ?? null)?.level ?? 3;
  const showing = (f: MeasuredFigure): number => Number(first?.includes(f.delivery) ?? 0);
  return input.figures
    .filter((f) => ids.includes(f.figure))
    .sort(
      (a, b) => showing(b) - showing(a) || (first ? level(a) - level(b) : 0) || ids.indexOf(a.figure) - ids.indexOf(b.figure),
    );
}

function focusItem(input: EvaluationInput, choice: FocusChoice, taken: ReadonlySet<string>, drafted: number | null): FocusItem {
  const most = throwsEach(input, drafted);
  const { sheet } = input;
  const checkpoint = checkpointOf(sheet, choice.checkpoint);
  const [main, next] = choice.faults;
  const showing = choice.lowThroughout ? [] : (main?.deliveries ?? []);
  const figures = figuresOf(input, choice.checkpoint, showing);
  const measured = figures.filter((f) => f.delivery === figures[0]?.delivery).slice(0, 2);
  const numbers = measured.map((f) => phraseFigure(f.figure, f.estimate));
  const also = next ? `; in ${next.seen} ${faultText(sheet, next.code)}` : '';
  const each = choice.faults.slice(0, 3).map((f) => faultText(sheet, f.code));
  const found =
    choice.lowThroughout || !main
      ? `Not there yet in all ${choice.visible} deliveries${each.length > 0 ? `, in different ways: ${each.join('; ')}` : ''}`
      : `In ${main.seen} of ${main.visible} ${faultText(sheet, main.code)}`;
  const names = choice.explains.map((id) => checkpointOf(sheet, id).name.toLowerCase());
  const upstream = choice.explainedBy ? checkpointOf(sheet, choice.explainedBy).focus.title : null;
  const shown = figures.find((f) => showing.includes(f.delivery)) ?? null;
  return {
    checkpoint: checkpoint.id,
    title: checkpoint.focus.title,
    cue: checkpoint.focus.cue,
    seen: `${found}${numbers.length > 0 ? `: ${numbers.join(', ')}` : ''}${choice.lowThroughout ? '' : also}.`,
    why:
      checkpoint.focus.why +
      (names.length > 0 ? ` It also explains what we saw later: ${names.join(', ')}.` : '') +
      (upstream ? ` It may clear up with “${upstream}”; if not, it is the next thing.` : ''),
    drills: chooseDrills(
      sheet,
      choice.faults.length > 0 ? choice.faults.map((f) => f.code) : checkpoint.faults.map((f) => f.code),
      taken,
    ).map((d) => ({
      id: d.id,
      name: d.name,
      how: d.how,
      amount: d.ball ? `${throwsInWords(Math.min(d.throws, most))}, ${d.distance}` : `${d.repetitions} times, no ball`,
    })),
    lookAgain: checkpoint.focus.lookAgain,
    freeze: {
      delivery: shown?.delivery ?? showing[0] ?? main?.deliveries[0] ?? input.deliveries[0]!,
      event: ((shown && figureMoment(shown.figure)) ?? checkpoint.event) as FocusItem['freeze']['event'],
      figure: shown?.figure ?? null,
    },
    reasons: [...choice.reasons],
  };
}

const throwsInWords = (n: number): string => `${n} ${n === 1 ? 'throw' : 'throws'}`;

/**
 * The most throws of one drill. Every focus has its drill on a drill day, and together they stay within what arm care allows: those
 * of the draft, and those that the coach may still add up to the limit of the age.
 *
 * @param drafted how many focus areas the draft holds; null for one that is added
 */
function throwsEach({ drillThrows, ageGroup }: EvaluationInput, drafted: number | null): number {
  if (drillThrows === undefined) return Number.POSITIVE_INFINITY;
  const limit = FOCUS_LIMIT[ageGroup];
  const added = Math.floor(drillThrows / (limit + 1));
  return Math.max(1, drafted === null ? added : Math.floor((drillThrows - Math.max(0, limit - drafted) * added) / drafted));
}
