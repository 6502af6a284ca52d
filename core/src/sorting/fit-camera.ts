import { align, type Alignment } from './align.ts';
import { momentOf } from './clock-candidates.ts';
import { fitClock, onServer, type ClockFit, type ClockSight } from './clock-fit.ts';
import { heavyTail, tapDensity } from './heavy-tail.ts';
import type { CameraClip } from './shape.ts';
import { median, unplanned, untoldSlots, type Slot, type Visits } from './visits.ts';

/** What another camera has seen of a place that nobody has told. */
export interface Witness {
  readonly camera: string;
  /** How much likelier its clips are if it was thrown than if not. */
  readonly ratio: number;
  /** When it saw it, by the server's clock; null where it saw nothing. */
  readonly at: number | null;
}

/** What the other cameras know. */
export interface Others {
  readonly witnesses: ReadonlyMap<string, readonly Witness[]>;
  /** When each bib's slate was seen, by the server's clock. */
  readonly located: ReadonlyMap<number, readonly number[]>;
}

/** How often things happen at this camera; estimated with the clock. */
interface CameraHabits {
  /** Share of deliveries of which it has a clip. */
  readonly filmed: number;
  /** Share of its clips that show no delivery. */
  readonly empty: number;
}

export interface CameraFit {
  readonly clips: readonly CameraClip[];
  readonly slots: readonly Slot[];
  readonly clock: ClockFit;
  readonly alignment: Alignment;
  /** Share of deliveries of which the camera has a clip. */
  readonly filmed: number;
}

/** A guess to begin with: the offset of the clock in milliseconds, and how late taps usually come. */
export const guessedClock = (clips: readonly CameraClip[], offset: number, late: number): ClockFit => ({
  reference: momentOf(clips[Math.floor(clips.length / 2)]!),
  offset,
  drift: 0,
  late,
  scale: 6000,
  offsetSd: 0,
});

/** A slate that names another bib than the thrower's: his card was filmed too early, or another child held it. Our own figure. */
const WRONG_SLATE = Math.log(0.002);
/** A clip of the card alone. */
const CARD_ONLY = Math.log(0.3);
const PLAN_WITHIN = 240_000;
const OTHER_VISIT = 10 * 60_000;
const EMPTY_SPREAD = 1;

/**
 * Aligns the clips of one camera with what was thrown, and fits the camera's clock with it, from a first guess of its offset: in turn, the alignment under the clock (forward-backward), and the clock under the
 * alignment (weighted least squares): expectation and maximisation.
 *
 * The model: told throws lie at their tap, minus how late one taps, with heavy-tailed residuals; untold places lie where their gap, their slate or the plan puts them; clips that show nothing come at any time; lengths of
 * clips are log-normal, of empty ones with a wider spread.
 *
 * @param clips of one camera, in the order of their moments; at least one
 */
export function fitCamera(
  clips: readonly CameraClip[],
  visits: Visits,
  options: { readonly start: ClockFit; readonly usualLate: number; readonly rounds: number; readonly others: Others },
): CameraFit {
  const { start, usualLate, rounds, others } = options;
  const moments = clips.map(momentOf);
  let clock = start;
  let habits: CameraHabits = { filmed: 0.9, empty: 0.06 };
  const lengths = clips.map((c) => Math.log(Math.max(200, c.end - c.start)));
  const usual = median(lengths);
  const spread = Math.max(0.12, 1.4826 * median(lengths.map((l) => Math.abs(l - usual))));
  const slateSights = clips.flatMap((c) =>
    c.slates.flatMap((s): ClockSight[] =>
      s.instant === null ? [] : [{ camera: s.at, server: s.instant, share: 1, by: 'slate' }],
    ),
  );
  let fit: CameraFit | null = null;
  for (let round = 0; round < rounds; round += 1) {
    const slots = slotsUnder(clips, visits, clock, others);
    const alignment = alignUnder(clips, slots, clock, habits, { lengths, usual, spread });
    fit = { clips, slots, clock, alignment, filmed: habits.filmed };
    if (round === rounds - 1) break;
    const sights: ClockSight[] = [...slateSights];
    let [matched, nothing] = [0, 0];
    for (const [i, one] of alignment.clips.entries()) {
      nothing += one.nothing;
      for (const [k, share] of one.places.entries()) {
        matched += share;
        const slot = slots[one.from + k]!;
        if (share > 0.01 && slot.known === 'tap') sights.push({ camera: moments[i]!, server: slot.at, share, by: 'tap' });
      }
    }
    clock = fitClock(clock, sights, usualLate);
    const [from, to] = [onServer(clock, moments[0]!) - 60_000, onServer(clock, moments.at(-1)!) + 60_000];
    const there = slots.reduce((sum, s) => sum + (s.at >= from && s.at <= to ? s.exists : 0), 0);
    // Held by twenty usual ones, so that few clips do not make a rule.
    habits = {
      filmed: Math.min(0.99, (matched + 0.95 * 20) / (Math.max(there, matched) + 20)),
      empty: Math.min(0.5, (nothing + 0.06 * 20) / (clips.length + 20)),
    };
  }
  return fit!;
}

/** The places under a clock: told and gap places as they are, untold visits where a slate or the plan puts them, what other cameras saw where they saw it. */
function slotsUnder(clips: readonly CameraClip[], visits: Visits, clock: ClockFit, { witnesses, located }: Others): Slot[] {
  const own = new Map<number, number[]>();
  for (const clip of clips)
    for (const slate of clip.slates)
      if (slate.bib !== null) own.set(slate.bib, [...(own.get(slate.bib) ?? []), onServer(clock, momentOf(clip)) + clock.late]);
  const made: Slot[] = visits.slots.map((slot) => withWitnesses(slot, witnesses.get(slot.key) ?? []));
  const begins = (bib: number): readonly number[] => own.get(bib) ?? located.get(bib) ?? [];
  for (const visit of visits.untold) {
    const at = begins(visit.bib)[0];
    if (at !== undefined) made.push(...untoldSlots(visit, { at, within: 1500, known: 'slate' }, visits.habits.between));
    else if (visit.at !== null)
      made.push(...untoldSlots(visit, { at: visit.at, within: PLAN_WITHIN, known: 'plan' }, visits.habits.between));
  }
  // A slate far from every visit of its bib is a visit that nobody has told or planned.
  const bibs = new Set([...own.keys(), ...located.keys()]);
  const times = new Map<number, number[]>();
  for (const slot of made) if (bibs.has(slot.bib)) times.set(slot.bib, [...(times.get(slot.bib) ?? []), slot.at]);
  for (const bib of bibs) {
    const near = times.get(bib) ?? [];
    for (const [nth, at] of begins(bib).entries()) {
      if (near.some((other) => Math.abs(other - at) < OTHER_VISIT)) continue;
      const extra = untoldSlots(unplanned(bib, nth), { at, within: 1500, known: 'slate' }, visits.habits.between);
      made.push(...extra);
      near.push(...extra.map((s) => s.at));
    }
  }
  return made
    .map((slot, order) => ({ slot, order }))
    .sort((a, b) => a.slot.at - b.slot.at || a.order - b.order)
    .map((s) => s.slot);
}

/** A place with what the other cameras say of it: their likelihoods multiply its odds; who saw it says when. */
function withWitnesses(slot: Slot, seen: readonly Witness[]): Slot {
  if (slot.throwId !== null || seen.length === 0) return slot;
  const odds = seen.reduce((o, w) => o * w.ratio, slot.exists / (1 - slot.exists));
  const exists = Math.min(0.99, odds / (1 + odds));
  const at = seen.find((w) => w.at !== null)?.at ?? null;
  return at === null || exists < 0.3 ? { ...slot, exists } : { ...slot, exists, at, within: 1500, known: 'camera' };
}

function alignUnder(
  clips: readonly CameraClip[],
  slots: readonly Slot[],
  clock: ClockFit,
  { filmed, empty }: CameraHabits,
  { lengths, usual, spread }: { readonly lengths: readonly number[]; readonly usual: number; readonly spread: number },
): Alignment {
  const times = clips.map((c) => onServer(clock, momentOf(c)) + clock.late);
  const span = Math.max(600_000, times.at(-1)! - times[0]!);
  const emptyRate = Math.log((empty * Math.max(1, clips.length)) / span);
  const normal = (z: number, sd: number): number => -(z * z) / (2 * sd * sd) - Math.log(sd);
  const nothing = clips.map((clip, i) => {
    const slate = clip.slates.some((s) => s.bib !== null) ? CARD_ONLY : 0;
    return (
      emptyRate +
      slate +
      normal(lengths[i]! - usual, EMPTY_SPREAD) +
      (clip.shows === null ? 0 : Math.log(Math.min(0.99, Math.max(0.01, 1 - clip.shows))))
    );
  });
  const shown = clips.map(
    (clip, i) =>
      normal(lengths[i]! - usual, spread) + (clip.shows === null ? 0 : Math.log(Math.min(0.99, Math.max(0.01, clip.shows)))),
  );
  const bibs = clips.map((c) => c.slates.flatMap((s) => s.bib ?? []));
  const spreads = slots.map((s) => Math.sqrt(s.within ** 2 + clock.scale ** 2));
  const skips = slots.map((s) => Math.log(1 - s.exists * filmed));
  const theres = slots.map((s) => Math.log(s.exists * filmed));
  const reach = reaches(times, slots, spreads);
  return align({
    clipTimes: times,
    placeTimes: slots.map((s) => s.at),
    reach: (i) => reach[i]!,
    match: (i, j) => {
      const slot = slots[j]!;
      const named = bibs[i]!;
      const slate = named.length === 0 || named.includes(slot.bib) ? 0 : WRONG_SLATE;
      const density = slot.known === 'tap' ? tapDensity : heavyTail;
      return theres[j]! + density(slot.at - times[i]!, spreads[j]!) + shown[i]! + slate;
    },
    nothing: (i) => nothing[i]!,
    skip: (j) => skips[j]!,
  });
}

/** Which places each clip may stand for: those that its time can reach, never going back. */
function reaches(times: readonly number[], slots: readonly Slot[], spreads: readonly number[]) {
  const far = spreads.map((s) => Math.min(45 * 60_000, Math.max(45_000, 12 * s)));
  // The furthest a place before or after an index reaches, so that the ends move one way only.
  const until: number[] = [];
  for (const [j, s] of slots.entries()) until.push(Math.max(until.at(-1) ?? Number.NEGATIVE_INFINITY, s.at + far[j]!));
  const since = Array<number>(slots.length);
  for (let j = slots.length - 1; j >= 0; j -= 1)
    since[j] = Math.min(since[j + 1] ?? Number.POSITIVE_INFINITY, slots[j]!.at - far[j]!);
  let [from, to, next] = [0, 0, 0];
  return times.map((time) => {
    while (from < slots.length && until[from]! < time) from += 1;
    while (to < slots.length && since[to]! <= time) to += 1;
    while (next < slots.length && slots[next]!.at < time) next += 1;
    from = Math.min(from, next);
    return { from, to: Math.max(to, next) };
  });
}
