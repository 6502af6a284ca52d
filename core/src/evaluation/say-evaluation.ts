import type { Dose } from '../drillplan/drill-plan.ts';
import { figureMoment } from '../figures/figure-chalk.ts';
import { phraseFigure } from '../figures/phrase-figure.ts';
import { chooseDrills } from '../focus/choose-drills.ts';
import type { FocusChoice } from '../focus/choose-focus.ts';
import type { Level } from '../levels/level.ts';
import { suggestForFigure } from '../levels/suggest-for-figure.ts';
import { checkpointOfCode } from '../sheet/codes.ts';
import { anchorPictures } from '../sheet/anchors.ts';
import { bandsFor, resolveSheet, schoolOption } from '../sheet/resolve-sheet.ts';
import { isYoung, type AgeGroup } from '../roster/age-group.ts';
import type { FaultCount } from '../habits/habits-of.ts';
import type { Drill, Sheet } from '../sheet/shape.ts';
import { cautions } from './cautions.ts';
import type { FocusItem, Said } from './document.ts';
import { allChoices, type EvaluationFacts } from './facts.ts';

/** Facts and the sheet by whose words they are said. */
interface Found {
  readonly facts: EvaluationFacts;
  readonly sheet: Sheet;
}
type Measured = EvaluationFacts['figures'][number];

/**
 * What was found, in the words of the sheet: at most three strengths, the focus areas with their reasons, cue, drills and what to look for next time,
 * and what was seen only once. The same facts and the same sheet always say the same. The coach rewords it; nothing here promises anything.
 *
 * @example sayEvaluation(findEvaluation(input), input.sheet).focus[0]?.cue
 */
export function sayEvaluation(facts: EvaluationFacts, sheet: Sheet): Said {
  const found = { facts, sheet };
  const { habits, chosen, later } = facts;
  const taken = new Set<string>();
  const focus = chosen.map((choice) => {
    const item = focusItem(found, choice, taken, reasonsOf(found, choice, 'chosen'));
    for (const d of item.drills) taken.add(d.id);
    return item;
  });
  const inFocus = new Set(chosen.map((c) => c.checkpoint));
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
    strengths: strengths(found, inFocus),
    focus,
    later: later.map((l) => laterLine(found, l)),
    // Where a habit was cut, nothing smaller stands in its place.
    oneOffs: later.some((l) => l.explainedBy === null)
      ? []
      : habits.flatMap((h) =>
          h.seenOnce || h.lowThroughout ? [] : h.oneOffs.map((f) => `Once: ${faultText(sheet, f)} (${f.seen} of ${f.visible}).`),
        ),
    seenOnce: habits.filter((h) => h.seenOnce).map((h) => checkpointOf(sheet, h.checkpoint).name),
    notSeen: facts.notSeen.map((id) => checkpointOf(sheet, id).name),
    schools: sheet.schools
      .filter((s) => s.onHandOut)
      .map((s) => {
        const { name } = s.options.find((o) => o.id === schoolOption(sheet, s.id, facts.ageGroup, facts.schools))!;
        const why = facts.schoolReasons[s.id];
        return why ? `${name} (${why})`.slice(0, 400) : name;
      }),
    armCare:
      cautions.armCare +
      (facts.drillThrows === null ? '' : ` No more than ${facts.drillThrows} throws on a drill day, games and practice counted.`),
    cautions: [...cautions.cautions],
    drillDays: [...cautions.drillDays],
    deliveries: facts.deliveries.length,
    drillThrows: facts.drillThrows,
    reFilmOn: facts.reFilmOn,
  };
}

/** Focus areas that a coach could add: every habit but those of the checkpoints in `chosen`, in the order of the delivery. */
export function furtherFocus(facts: EvaluationFacts, sheet: Sheet, chosen: readonly string[]): FocusItem[] {
  return allChoices(facts, sheet)
    .filter((c) => !chosen.includes(c.checkpoint))
    .map((c) =>
      focusItem({ facts, sheet }, { ...c, explains: [], explainedBy: null }, new Set(), [
        reasonsOf({ facts, sheet }, c, 'later')[0]!,
        'added by the coach',
      ]),
    );
}

/** Why a focus stands in its place, or waits: for the staff. */
function reasonsOf({ facts, sheet }: Found, choice: FocusChoice, place: 'chosen' | 'later'): string[] {
  const { faults, lowThroughout, visible, explains, explainedBy, severity } = choice;
  const nameOf = (id: string): string => checkpointOf(sheet, id).name.toLowerCase();
  const main = lowThroughout ? undefined : faults[0];
  return [
    main ? `seen in ${main.seen} of ${main.visible} deliveries` : `at level 0 or 1 in all ${visible} deliveries`,
    ...(explains.length > 0 ? [`explains what was seen at: ${explains.map(nameOf).join(', ')}`] : []),
    ...(explainedBy
      ? [`may clear up with: ${nameOf(explainedBy)}`]
      : place === 'chosen'
        ? ['nothing earlier that is worked on explains it']
        : ['waits: not too much at once']),
    `on average ${severity.toFixed(1)} levels short`,
    ...fairReason(facts.habits.find((h) => h.checkpoint === choice.checkpoint)?.judgedFair ?? null),
  ];
}

/** That a habit is judged by the fair level, and by how much: nothing is replaced silently. */
const fairReason = (shift: number | null): string[] =>
  shift === null
    ? []
    : [
        `judged by the fair level: its coach gives ${Math.abs(shift).toFixed(2)} of a level ${shift > 0 ? 'less' : 'more'} here than the staff on average`,
      ];

/** A habit that waits, in a line for the staff. */
function laterLine(found: Found, choice: FocusChoice): string {
  const { sheet } = found;
  const { checkpoint, faults, lowThroughout, explainedBy } = choice;
  const main = lowThroughout ? undefined : faults[0];
  const seen = main ? `${faultText(sheet, main)} (${main.seen} of ${main.visible})` : reasonsOf(found, choice, 'later')[0];
  const cause = explainedBy ? `; may clear up with “${checkpointOf(sheet, explainedBy).focus.title}”` : '';
  return `${checkpointOf(sheet, checkpoint).focus.title}: ${seen}${cause}.`.slice(0, 400);
}

function checkpointOf(sheet: Sheet, id: string): Sheet['checkpoints'][number] {
  const found = sheet.checkpoints.find((c) => c.id === id);
  if (!found) throw new RangeError(`the sheet has no checkpoint ${id}`);
  return found;
}

/** What was seen, in the words for how far off it was on average. */
function faultText(sheet: Sheet, { code, severity }: Pick<FaultCount, 'code' | 'severity'>): string {
  const fault = checkpointOf(sheet, checkpointOfCode(code)).faults.find((f) => f.code === code);
  return fault?.seen[Math.max(0, Math.min(2, 3 - Math.round(severity))) as 0 | 1 | 2] ?? code;
}

/** What is said of a focus: of its first fault; where it was low throughout in ways that oppose each other, what takes neither side. */
function adviceOn(sheet: Sheet, choice: FocusChoice, ageGroup: AgeGroup): Pick<FocusItem, 'why' | 'cue' | 'lookAgain'> {
  const { faults, focus } = checkpointOf(sheet, choice.checkpoint);
  const seen = choice.faults.flatMap((c) => faults.find((f) => f.code === c.code) ?? []);
  const [main] = seen;
  if (!main || seen.some((f) => f.opposes.some((o) => seen.some((x) => x.code === o)))) return focus;
  return { why: main.why, cue: main.cue[isYoung(ageGroup) ? 'young' : 'older'], lookAgain: main.lookAgain };
}

function lowerMiddle(levels: readonly Level[]): Level | null {
  return [...levels].sort((a, b) => a - b)[(levels.length - 1) >> 1] ?? null;
}

/** At most three, from different phases while there are enough, those with a figure first. */
function strengths(found: Found, inFocus: ReadonlySet<string>): Said['strengths'] {
  const { facts, sheet } = found;
  const all = facts.habits
    .filter((h) => h.strength && h.habits.length === 0 && !inFocus.has(h.checkpoint))
    .map((h) => ({ habit: h, checkpoint: checkpointOf(sheet, h.checkpoint), figures: figuresOf(found, h.checkpoint, null) }))
    .sort((a, b) => Number(b.figures.length > 0) - Number(a.figures.length > 0) || b.habit.visible - a.habit.visible);
  const picked: typeof all = [];
  for (const sameAllowed of [false, true])
    for (const f of all)
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
      text: `${checkpoint.of === 'set' && habit.visible === 1 ? 'There over the whole set' : `There in ${threes} of ${habit.visible} deliveries`}.${measured}`,
    };
  });
}

const sentence = (f: Measured): string => {
  const words = phraseFigure(f.figure, f.estimate);
  return `${words[0]!.toUpperCase()}${words.slice(1)}.`;
};

/**
 * Measured figures of a checkpoint. Those of the deliveries in `first` come before the others, and among them the one that
 * lies furthest from its band: it shows best what was seen.
 */
function figuresOf({ facts, sheet }: Found, checkpoint: string, first: readonly string[] | null): Measured[] {
  const ids = checkpointOf(sheet, checkpoint).figures;
  const bands = bandsFor(sheet, checkpoint, facts.ageGroup, 'stretch', facts.schools);
  const level = (f: Measured): number =>
    suggestForFigure(f.estimate, bands.find((b) => b.figure === f.figure) ?? null)?.level ?? 3;
  const showing = (f: Measured): number => Number(first?.includes(f.delivery) ?? 0);
  return facts.figures
    .filter((f) => ids.includes(f.figure))
    .sort(
      (a, b) => showing(b) - showing(a) || (first ? level(a) - level(b) : 0) || ids.indexOf(a.figure) - ids.indexOf(b.figure),
    );
}

function focusItem(found: Found, choice: FocusChoice, taken: ReadonlySet<string>, reasons: readonly string[]): FocusItem {
  const { facts, sheet } = found;
  const checkpoint = checkpointOf(sheet, choice.checkpoint);
  const advice = adviceOn(sheet, choice, facts.ageGroup);
  const [main, next] = choice.faults;
  const showing = choice.lowThroughout ? [] : (main?.deliveries ?? []);
  const figures = figuresOf(found, choice.checkpoint, showing);
  const measured = figures.filter((f) => f.delivery === figures[0]?.delivery).slice(0, 2);
  const numbers = measured.map((f) => phraseFigure(f.figure, f.estimate));
  const also = next ? `; in ${next.seen} ${faultText(sheet, next)}` : '';
  const each = choice.faults.slice(0, 3).map((f) => faultText(sheet, f));
  const habit =
    choice.lowThroughout || !main
      ? `Not there yet in all ${choice.visible} deliveries${each.length > 0 ? `, in different ways: ${each.join('; ')}` : ''}`
      : `${checkpoint.of === 'set' && main.visible === 1 ? 'Over the whole set' : `In ${main.seen} of ${main.visible}`} ${faultText(sheet, main)}`;
  const names = choice.explains.map((id) => checkpointOf(sheet, id).name.toLowerCase());
  const upstream = choice.explainedBy ? checkpointOf(sheet, choice.explainedBy).focus.title : null;
  const shown = figures.find((f) => showing.includes(f.delivery)) ?? null;
  return {
    checkpoint: checkpoint.id,
    title: checkpoint.focus.title,
    cue: advice.cue,
    seen: `${habit}${numbers.length > 0 ? `: ${numbers.join(', ')}` : ''}${choice.lowThroughout ? '' : also}.`,
    why:
      advice.why +
      (names.length > 0 ? ` It also explains what we saw later: ${names.join(', ')}.` : '') +
      (upstream ? ` It may clear up with “${upstream}”; if not, it is the next thing.` : ''),
    drills: chooseDrills(
      sheet,
      choice.faults.length > 0 ? choice.faults.map((f) => f.code) : checkpoint.faults.map((f) => f.code),
      taken,
    ).map((d) => drillItem(sheet, d, facts.ageGroup)),
    lookAgain: advice.lookAgain,
    picture: pictureOf(found, choice.checkpoint),
    freeze: {
      delivery: shown?.delivery ?? showing[0] ?? main?.deliveries[0] ?? facts.deliveries[0]!,
      event: ((shown && figureMoment(shown.figure)) ?? checkpoint.event) as FocusItem['freeze']['event'],
      figure: shown?.figure ?? null,
    },
    reasons: [...reasons],
  };
}

/**
 * The focus areas of a document, their doses in numbers: what was kept in words before doses were numbers takes the dose that the sheet has for the
 * drill, so that arm care can hold it. A drill that the sheet has no more keeps its words.
 *
 * @example withDoses(lastYear.said.focus, sheet, '11-12')[0]?.drills[0]?.dose // { ball: false, times: 10, distance: null }
 */
export const withDoses = (focus: readonly FocusItem[], sheet: Sheet, ageGroup: AgeGroup): FocusItem[] =>
  focus.map((f) => ({
    ...f,
    drills: f.drills.map((d) => {
      const drill = d.dose === null ? sheet.drills.find((s) => s.id === d.id) : undefined;
      return drill ? { ...d, dose: doseOf(sheet, drill, ageGroup), amount: null } : d;
    }),
  }));

/** What it should look like, where the sheet has a drawing of it. */
function pictureOf({ facts, sheet }: Found, checkpoint: string): string | null {
  const resolved = resolveSheet(sheet, facts.ageGroup, 'stretch', facts.schools).find((c) => c.id === checkpoint);
  return (resolved && anchorPictures(resolved, facts.ageGroup)?.[3]) ?? null;
}

/** A drill as a family reads it: what is needed, how to stand, what to do, what it feels like, what to stop for, and how it goes without a ball. */
const drillItem = (sheet: Sheet, d: Drill, ageGroup: AgeGroup): FocusItem['drills'][number] => ({
  id: d.id,
  name: d.name,
  how: [d.stand, d.do].filter((line) => line !== null).join(' '),
  need: d.need,
  feel: d.feel,
  stop: d.stop,
  noBall: d.noBall,
  dose: doseOf(sheet, d, ageGroup),
  amount: null,
});

/** How much of a drill: its own dose, else what the sheet has for its step at this age. */
function doseOf(sheet: Sheet, d: Drill, ageGroup: AgeGroup): Dose {
  const dose = d.dose ?? sheet.doses.find((x) => x.step === d.step && x.ageGroups.includes(ageGroup));
  if (!dose) throw new RangeError(`the sheet has no dose for ${d.id} at ${ageGroup}`);
  return d.ball
    ? { ball: true, times: dose.throws, distance: dose.distance }
    : { ball: false, times: dose.repetitions, distance: null };
}
