import {
  clockOf,
  deliveriesFor,
  overlaps,
  type DayCamper,
  type DayInput,
  type DaySettings,
  type Minute,
  type Session,
} from './day.ts';
import { comesAfter, wasThrown } from './so-far.ts';
import type { CamperId } from '../record/ids.ts';

/** A rule that a plan breaks. */
/** The rules of a day that a plan can break. */
export const PLAN_PROBLEMS = [
  'twoOnOneMound',
  'cameraTwice',
  'filmerTwice',
  'camperTwice',
  'moundClosed',
  'cameraAway',
  'filmerAway',
  'inBreak',
  'notThere',
  'missed',
  'tooShort',
  'armCare',
  'notToThrow',
  'apart',
  'scorerAway',
  'warmUp',
] as const;

export interface PlanProblem {
  readonly code: (typeof PLAN_PROBLEMS)[number];
  /** 'one': the named sessions are wrong in themselves; 'pair': they are in each other's way; 'group': together they break a rule. */
  readonly kind: 'one' | 'pair' | 'group';
  readonly campers: readonly CamperId[];
  /** In plain words, without names of campers: the screen puts their bibs before it. */
  readonly says: string;
}

/**
 * Every rule that the sessions of a day break, named; empty for a sound plan. It is asked after every drag by hand, and knows
 * nothing of how a plan is made.
 *
 * @param now sessions that were thrown by then are history: only their clashes are named, not what has changed since
 * @example planProblems(input, sessions).map((p) => p.says)
 */
export function planProblems(
  input: DayInput,
  sessions: readonly Session[],
  now: Minute = Number.NEGATIVE_INFINITY,
): PlanProblem[] {
  const { settings } = input;
  const campers = new Map(input.campers.map((c) => [c.id, c]));
  const found: PlanProblem[] = [];
  const one = (code: PlanProblem['code'], s: Session, says: string): number =>
    found.push({ code, kind: 'one', campers: [s.camper], says });
  for (const s of sessions) {
    const camper = campers.get(s.camper);
    if (wasThrown(s, camper, now)) continue;
    if (camper && s.to <= now) {
      const why = camper.noShow ? 'Has not been at the gate' : `At the field from ${clockOf(camper.readyFrom)}`;
      one('missed', s, `${why}: did not throw at ${clockOf(s.from)}.`);
      continue;
    }
    const inside = (w: { from: number; to: number } | undefined): boolean => w !== undefined && s.from >= w.from && s.to <= w.to;
    const mound = settings.mounds.find((m) => m.name === s.mound);
    if (!inside(mound))
      one(
        'moundClosed',
        s,
        mound ? `${s.mound} is open from ${clockOf(mound.from)} to ${clockOf(mound.to)} only.` : `${s.mound} is not in use.`,
      );
    if (!inside(settings.cameras.find((c) => c.name === s.camera)))
      one('cameraAway', s, `${s.camera} is not there at ${clockOf(s.from)}.`);
    if (!inside(settings.staff.find((p) => p.films && p.id === s.filmer)))
      one('filmerAway', s, `Who films is not there from ${clockOf(s.from)} to ${clockOf(s.to)}.`);
    const pause = settings.breaks.find((b) => overlaps(b, s));
    if (pause) one('inBreak', s, `${clockOf(s.from)} to ${clockOf(s.to)} runs into the break at ${clockOf(pause.from)}.`);
    const cold = settings.breaks.find((b) => overlaps(b, { from: s.warmUpFrom, to: s.from }));
    if (cold && !pause) one('inBreak', s, `The warm-up at ${clockOf(s.warmUpFrom)} lies in the break at ${clockOf(cold.from)}.`);
    if (!camper) {
      one('notToThrow', s, 'Not to throw today.');
      continue;
    }
    if (s.warmUpFrom < camper.readyFrom)
      one('notThere', s, `At the field from ${clockOf(camper.readyFrom)}: too late for a warm-up at ${clockOf(s.warmUpFrom)}.`);
    if (s.from - s.warmUpFrom < settings.warmUpMinutes)
      one('warmUp', s, `The warm-up is shorter than ${settings.warmUpMinutes} minutes.`);
    if (s.to - s.from < settings.minutes[camper.ageGroup])
      one('tooShort', s, `Shorter than the ${settings.minutes[camper.ageGroup]} minutes of the age.`);
    if (s.deliveries > deliveriesFor(settings, camper) || s.deliveries < 1)
      one(
        'armCare',
        s,
        `Arm care leaves ${Math.max(0, camper.throwsLeft)} throws: ${settings.warmUpThrows} to warm up and ${s.deliveries} deliveries are too many.`,
      );
  }
  for (const [i, a] of sessions.entries())
    for (const b of sessions.slice(i + 1)) {
      const pair = (code: PlanProblem['code'], says: string): number =>
        found.push({ code, kind: 'pair', campers: [a.camper, b.camper], says });
      if (a.camper === b.camper) pair('camperTwice', 'Planned twice.');
      if (!overlaps(a, b)) continue;
      const when = `at ${clockOf(Math.max(a.from, b.from))}`;
      if (a.mound === b.mound) pair('twoOnOneMound', `Two on ${a.mound} ${when}.`);
      if (a.camera === b.camera) pair('cameraTwice', `${a.camera} is in two places ${when}.`);
      if (a.filmer === b.filmer) pair('filmerTwice', `One films in two places ${when}.`);
    }
  const groups = new Map<string, Session[]>();
  for (const s of sessions) {
    const together = s.to <= now ? null : campers.get(s.camper)?.together;
    if (together) groups.set(together, [...(groups.get(together) ?? []), s]);
  }
  for (const group of groups.values())
    for (const part of partsOfGroup(settings, group, (id) => campers.get(id)!)) {
      const from = Math.min(...part.map((s) => s.from));
      const to = Math.max(...part.map((s) => s.to));
      // As long as one after the other on one mound: neither somebody else nor a break comes between.
      if (to - from > part.reduce((sum, s) => sum + s.to - s.from, 0))
        found.push({
          code: 'apart',
          kind: 'group',
          campers: part.map((s) => s.camper),
          says: `Kept together, but planned from ${clockOf(from)} to ${clockOf(to)}.`,
        });
    }
  return found;
}

/** A group in the parts that may lie apart: whoever could not be there before the others were through begins a new one. */
function partsOfGroup(settings: DaySettings, group: readonly Session[], camperOf: (id: CamperId) => DayCamper): Session[][] {
  const parts: Session[][] = [];
  let end = Number.NEGATIVE_INFINITY;
  for (const s of [...group].sort((a, b) => a.from - b.from)) {
    if (parts.length > 0 && !comesAfter(settings, camperOf(s.camper).readyFrom, end)) parts.at(-1)!.push(s);
    else parts.push([s]);
    end = Math.max(end, s.to);
  }
  return parts;
}
