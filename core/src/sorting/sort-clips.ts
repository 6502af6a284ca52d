import { clockCandidates, momentOf } from './clock-candidates.ts';
import { onServer, type ClockFit } from './clock-fit.ts';
import { fitCamera, guessedClock, type CameraFit, type Others } from './fit-camera.ts';
import type { CameraClip, CameraClock, SortedClip, Sorting, SortOptions, ThrowLog, Why } from './shape.ts';
import { locatedBy, witnessesOf } from './witnesses.ts';
import { visitsOf, type Slot, type Visits } from './visits.ts';

/** What only the plan says is never surer: campers come out of order. Our own figure, no source. */
const PLAN_AT_MOST = 0.85;
/** A fit, or another place, less likely than this is not told. */
const SMALLEST = 0.005;
/** A tap within this many milliseconds of a clip is named as its reason. */
const TAP_NAMED = 15_000;
const SHORT_ROUNDS = 2;
const FIRST_ROUNDS = 5;
/** An offset that explains a day worse by so much after two rounds does not win any more. */
const OUT_OF_THE_QUESTION = 40;
const SECOND_ROUNDS = 3;

interface Weighed {
  readonly visits: Visits;
  readonly fit: CameraFit;
  readonly share: number;
}

/**
 * Says of every clip which delivery it shows, how probable that is, and what else it could be.
 *
 * Each camera's clips, in order, are aligned with what was thrown, in order (fit-camera.ts has the model): under each offset of its clock that is worth trying (clock-candidates.ts), weighed by how well it explains
 * the camera's day. Then a second time with what the other cameras have seen of throws that nobody has told: two cameras that film at the same moment did not both start by mistake.
 *
 * A probability is one over all alignments and all offsets. What only the plan says stays below 0.85, and a camera whose clock cannot be told says so.
 *
 * @param clips clips of any cameras, in any order
 * @param log what was told and planned, by the server's clock
 * @example sortClips([{ id: 'c', camera: 'A', start: 0, end: 4000, release: null, shows: null, slates: [] }], { throws: [], visits: [] }).clocks[0].unknown // 'no-log'
 */
export function sortClips(clips: readonly CameraClip[], log: ThrowLog, options: SortOptions = {}): Sorting {
  const { clockWithinMs = 15 * 60_000, tapAfterMs = 1500, mounds = {} } = options;
  const cameras = byCamera(clips);
  const nobody: Others = { witnesses: new Map(), located: new Map() };
  const first = new Map<string, Weighed[]>();
  for (const [camera, list] of cameras) {
    const stands = mounds[camera];
    const logs = stands === undefined ? moundsIn(log) : [ofMound(log, stands)];
    const fitted = (visits: Visits, start: ClockFit, rounds: number) => ({
      visits,
      fit: fitCamera(list, visits, { start, usualLate: tapAfterMs, rounds, others: nobody }),
    });
    const tried = logs.flatMap((one) => {
      const visits = visitsOf(one);
      return clockCandidates(list, visits.slots, visits.untold, tapAfterMs, clockWithinMs).map((offset) =>
        fitted(visits, guessedClock(list, offset, tapAfterMs), SHORT_ROUNDS),
      );
    });
    const best = Math.max(...tried.map((t) => t.fit.alignment.total));
    const promising = tried.filter((t) => t.fit.alignment.total > best - OUT_OF_THE_QUESTION);
    first.set(camera, weigh(promising.map((t) => fitted(t.visits, t.fit.clock, FIRST_ROUNDS))));
  }
  const fits = new Map<string, Weighed[]>();
  for (const [camera, list] of cameras) {
    const others = [...first].flatMap(([other, [best]]) => (other !== camera && best && best.share > 0.5 ? [best.fit] : []));
    const told: Others = { witnesses: witnessesOf(others), located: locatedBy(others) };
    fits.set(
      camera,
      others.length === 0
        ? first.get(camera)!
        : first.get(camera)!.map(({ visits, fit, share }) => ({
            visits,
            share,
            fit: fitCamera(list, visits, { start: fit.clock, usualLate: tapAfterMs, rounds: SECOND_ROUNDS, others: told }),
          })),
    );
  }
  const numbers = numbersOf([...fits.values()].flat());
  return {
    clips: [...fits].flatMap(([camera, weighed]) => sortedOf(camera, weighed, numbers)),
    clocks: [...fits].map(([camera, weighed]) => clockOf(camera, weighed, log)),
  };
}

/** The clips of each camera in the order of their moments. */
function byCamera(clips: readonly CameraClip[]): Map<string, CameraClip[]> {
  const cameras = new Map<string, CameraClip[]>();
  for (const clip of clips) cameras.set(clip.camera, [...(cameras.get(clip.camera) ?? []), clip]);
  for (const list of cameras.values()) list.sort((a, b) => momentOf(a) - momentOf(b) || (a.id < b.id ? -1 : 1));
  return cameras;
}

const ofMound = (log: ThrowLog, mound: string): ThrowLog => ({
  throws: log.throws.filter((t) => t.mound === mound || t.mound === null),
  visits: log.visits.filter((v) => v.mound === mound || v.mound === null),
});

/** The log of each mound: a camera stands at one of them. */
function moundsIn(log: ThrowLog): ThrowLog[] {
  const names = new Set([...log.throws, ...log.visits].flatMap((one) => one.mound ?? []));
  return names.size < 2 ? [log] : [...names].map((name) => ofMound(log, name));
}

/** Fits with their shares, the best first, without those that came to the same and those that are out of the question. */
function weigh(seen: ReadonlyArray<{ readonly visits: Visits; readonly fit: CameraFit }>): Weighed[] {
  const ranked = [...seen].sort((a, b) => b.fit.alignment.total - a.fit.alignment.total);
  const kept: Array<(typeof ranked)[number]> = [];
  for (const one of ranked)
    if (!kept.some((k) => k.visits === one.visits && Math.abs(k.fit.clock.offset - one.fit.clock.offset) < 2000)) kept.push(one);
  const best = kept[0]!.fit.alignment.total;
  const shares = kept.map((k) => Math.exp(k.fit.alignment.total - best));
  const all = shares.reduce((a, b) => a + b, 0);
  return kept.map((k, n) => ({ ...k, share: shares[n]! / all })).filter((k) => k.share >= SMALLEST);
}

/** The how-manieth of its visit each place is, counting the told ones and those that a clip stands for. */
function numbersOf(fits: readonly Weighed[]): Map<string, number> {
  const there = new Map<string, Slot>();
  for (const { fit } of fits) {
    for (const slot of fit.slots) if (slot.throwId !== null) there.set(slot.key, slot);
    for (const one of fit.alignment.clips)
      for (const [k, share] of one.places.entries()) {
        const slot = fit.slots[one.from + k]!;
        if (share > 0.5 && !there.has(slot.key)) there.set(slot.key, slot);
      }
  }
  const visits = new Map<string, Slot[]>();
  for (const slot of there.values()) visits.set(slot.visit, [...(visits.get(slot.visit) ?? []), slot]);
  const numbers = new Map<string, number>();
  for (const slots of visits.values())
    for (const [n, slot] of slots.sort((a, b) => a.at - b.at).entries()) numbers.set(slot.key, n + 1);
  return numbers;
}

function sortedOf(camera: string, weighed: readonly Weighed[], numbers: ReadonlyMap<string, number>): SortedClip[] {
  const { fit: best } = weighed[0]!;
  return best.clips.map((clip, i): SortedClip => {
    const shares = new Map<string, { slot: Slot | null; share: number; fit: CameraFit }>();
    const add = (key: string, slot: Slot | null, share: number, fit: CameraFit): void => {
      const known = shares.get(key);
      shares.set(key, known ? { ...known, share: known.share + share } : { slot, share, fit });
    };
    for (const { fit, share } of weighed) {
      const one = fit.alignment.clips[i]!;
      add('', null, share * one.nothing * (planOnly(fit) ? PLAN_AT_MOST : 1), fit);
      for (const [k, p] of one.places.entries()) {
        if (p < SMALLEST / 10) continue;
        const slot = fit.slots[one.from + k]!;
        add(slot.key, slot, share * p * (slot.known === 'plan' ? PLAN_AT_MOST : 1), fit);
      }
    }
    const ranked = [...shares.values()].sort((a, b) => b.share - a.share);
    const placeOf = (slot: Slot | null) =>
      slot && { key: slot.key, bib: slot.bib, throwId: slot.throwId, number: numbers.get(slot.key) ?? 1 };
    const [top, ...rest] = ranked as [(typeof ranked)[number], ...typeof ranked];
    return {
      id: clip.id,
      camera,
      place: placeOf(top.slot),
      probability: Math.min(1, top.share),
      others: rest
        .filter((r) => r.share >= SMALLEST)
        .slice(0, 3)
        .map((r) => ({ place: placeOf(r.slot), probability: r.share })),
      why: whyOf(clip, top.slot, top.fit, numbers),
    };
  });
}

/** Whether neither a tap nor a slate of its own says anything of a camera's clips. */
const planOnly = ({ clips, slots }: CameraFit): boolean =>
  slots.every((s) => s.known !== 'tap') && clips.every((c) => c.slates.every((s) => s.bib === null));

function whyOf(clip: CameraClip, slot: Slot | null, { clock }: CameraFit, numbers: ReadonlyMap<string, number>): Why[] {
  if (!slot) return [{ kind: 'nothing' }];
  const why: Why[] = [];
  const slate = clip.slates.find((s) => s.bib === slot.bib);
  if (slate) why.push({ kind: 'slate', bib: slot.bib, at: slate.instant ?? onServer(clock, slate.at) });
  const from = slot.at - onServer(clock, momentOf(clip)) - clock.late;
  if (slot.known === 'tap' && Math.abs(from) <= TAP_NAMED) why.push({ kind: 'tap', seconds: from / 1000 });
  if (slot.known === 'camera') why.push({ kind: 'camera' });
  if (slot.known === 'plan') why.push({ kind: 'plan' });
  if (slot.known === 'gap' || slot.known === 'slate' || (slot.known === 'tap' && why.length === 0))
    why.push({ kind: 'order', bib: slot.bib, number: numbers.get(slot.key) ?? 1 });
  return why;
}

function clockOf(camera: string, weighed: readonly Weighed[], log: ThrowLog): CameraClock {
  const { fit, share } = weighed[0]!;
  const slates = fit.clips.some((c) => c.slates.some((s) => s.bib !== null));
  const unknown =
    log.throws.length === 0 && log.visits.length === 0
      ? 'no-log'
      : log.throws.length === 0 && !slates
        ? 'plan-only'
        : share < 0.9
          ? 'several-fits'
          : null;
  const { offset, offsetSd, drift, reference } = fit.clock;
  return { camera, offsetMs: offset, offsetSdMs: offsetSd, drift, reference, share, unknown };
}
