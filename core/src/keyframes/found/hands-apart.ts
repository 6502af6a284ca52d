import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { waysOf, type JointFlow } from './flow-at-joints.ts';
import { beginOf, fitOf, likelyMoment, middleOf, rateOf, wayUpTo, type Tried } from './series.ts';

/** Wrists of hands that are together are found nearer than the first of these, as shares of body height; beyond the second one the arms swing by ways of their own. */
const [TOGETHER, SWING] = [0.15, 0.4];
/** Hands that take so long from the first distance to the second, in seconds, are no quick ones, and how long quick ones take. */
const [GOING, WIDE, SLOW, QUICK] = [0.3, 0.45, 0.08, 0.05];
/**
 * Of quick hands, in seconds, and of slower ones as many times longer as they take: how much before is looked at, how long before and after that they may have parted, and how long they may take to come up to speed. Common practice
 * on the simulated film, no source.
 */
const [BEFORE, EARLIEST, LATEST] = [0.13, 0.12, 0.04];
const UP_TO_SPEED = [0.05, 0.07, 0.09];
/** The same for the picture, from what joints show: how much before and after it is looked at, and by how much they may have parted earlier or later. */
const SEEN = { before: 0.19, after: 0.085, early: 0.115, late: 0.065 };
/** So far apart joints and picture may tell the moment and somebody still be sure of it, in seconds: 62 of 63 such on which rules are set lie within two frames of 120, all within four. */
const AGREE = 0.025;
/** How much wrists and elbows count: hands hide wrists in the glove, elbows lie free. */
const COUNTS = { wrists: 1, elbows: 2 };
/** By how much a way between two joints is off at best, across and up each, as a share of body height. */
const OFF = 0.005;

/**
 * Hands apart: while they are together each wrist goes its way from the other along a line, since hands that turn in the glove move the wrists too, and so do the elbows; then both pairs part from rest at one moment, ever faster until they go at one speed. Across and up are fitted by themselves (a distance alone would stay above zero
 * whatever the wrists do), each as exactly as its own best fit is. Every start and every time to come up to speed counts by how well it fits, frames in which a wrist is hardly seen by the square of how sure the model is of it. A limit on the gap would be a tenth of a second late.
 * Where the picture at hands and elbows was asked how far it goes, they part between that and where its own ways part, nearer to these: their errors are their own, and three quarters as large (66 films on which rules are set: 1.2 against 1.5 frames of 120, root of the mean square where none counts for more than six).
 * Needs: both wrists and elbows; the top of the lift and the frame of the throw. null where they do not part, or have done so long before the top.
 */
export function handsApart({ times, body, flow }: ClipEvidence, top: number, thrown: number): FoundEvent | null {
  const rate = rateOf(times);
  const { throwingWrist, gloveWrist, throwingElbow, gloveElbow } = body.joints;
  const gap = throwingWrist.map((w, i) => Math.hypot(w.x - gloveWrist[i]!.x, w.y - gloveWrist[i]!.y) / body.bodyPixels);
  let near = Math.min(Math.round(thrown - 0.1 * rate), Math.round(top + 0.6 * rate), gap.length - 1);
  while (near > 0 && gap[near]! > TOGETHER) near--;
  const reaches = (share: number): number => {
    let at = near;
    while (at < thrown && gap[at]! < share) at++;
    return at;
  };
  const end = reaches(SWING);
  if (end >= thrown || near < top - 0.15 * rate) return null;
  const takes = (reaches(WIDE) - reaches(GOING)) / rate;
  const second = takes < SLOW ? rate : (rate * takes) / QUICK;
  const from = Math.max(0, Math.floor(near - BEFORE * second));
  const seen = throwingWrist.slice(from, end + 1).map((w, k) => Math.min(w.score, gloveWrist[from + k]!.score) ** 2);
  const best = Math.max(...seen);
  const weight = (i: number): number => seen[i - from]! / best;
  // Less what a fit takes of them itself.
  const values = Math.max(1, seen.reduce((sum, s) => sum + s / best, 0) - 4);
  const ways = [
    { a: throwingWrist, b: gloveWrist, counts: COUNTS.wrists },
    { a: throwingElbow, b: gloveElbow, counts: COUNTS.elbows },
  ].flatMap(({ a, b, counts }) =>
    (['x', 'y'] as const).map((axis) => ({ counts, way: a.map((p, i) => (p[axis] - b[i]![axis]) / body.bodyPixels) })),
  );
  const counts = ways.reduce((sum, w) => sum + w.counts, 0);
  const fits: Array<{ readonly frame: number; readonly misses: readonly number[] }> = [];
  for (let frame = near - EARLIEST * second; frame <= near + LATEST * second; frame += second / 240)
    for (const seconds of UP_TO_SPEED) {
      const speeds = seconds * second;
      const misses = ways.flatMap(({ way }) => {
        const fit = fitOf(way, from, end, (i) => [1, i - near, wayUpTo(i - frame, speeds)], weight);
        return fit ? [fit.misses / values] : [];
      });
      if (misses.length === ways.length) fits.push({ frame, misses });
    }
  if (fits.length === 0) return null;
  const least = ways.map((_, k) => Math.max(OFF ** 2, Math.min(...fits.map((f) => f.misses[k]!))));
  const tried = fits.map(
    ({ frame, misses }): Tried => ({
      frame,
      miss: misses.reduce((sum, m, k) => sum + (ways[k]!.counts * m) / least[k]!, 0) / counts,
    }),
  );
  const found = likelyMoment(tried, values, 1, rate);
  const shown = flow && picturesPart(flow, found.frame, second, rate);
  const agree = shown && Math.abs(shown.frame - found.frame) < AGREE * rate;
  return { ...middleOf(shown ? [found, shown, shown] : [found]), sure: agree ? 0.8 : 0.3 };
}

/** When the pictures at both elbows, and those at both hands, begin to go ways of their own: near `found`. */
function picturesPart(flow: JointFlow, found: number, second: number, rate: number): ReturnType<typeof beginOf> {
  const pairs = [
    ['throwingElbow', 'gloveElbow', COUNTS.elbows],
    ['throwingWrist', 'gloveWrist', COUNTS.wrists],
  ] as const;
  const ways = pairs.flatMap(([a, b, counts]) =>
    (['x', 'y'] as const).map((axis) => {
      const other = waysOf(flow, b, axis);
      return { counts, way: waysOf(flow, a, axis).map((v, i) => (v === null || other[i] === null ? null : v - other[i]!)) };
    }),
  );
  const span = {
    first: found - SEEN.early * second,
    last: found + SEEN.late * second,
    low: found - SEEN.before * second,
    high: found + SEEN.after * second,
  };
  const known = { upToSpeed: UP_TO_SPEED.map((seconds) => seconds * second), counts: ways.map((w) => w.counts) };
  return beginOf(
    ways.map((w) => w.way),
    flow.half,
    span,
    rate,
    known,
  );
}
