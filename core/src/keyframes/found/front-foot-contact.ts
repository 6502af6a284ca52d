import type { FollowedBody } from '../../pose/index.ts';
import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { cornerOf, highestNear, quantileOf, rateOf } from './series.ts';

/** The foot has landed once the picture changes by less than this share of its fastest change. */
const LANDED = 0.35;
/** And the first change that is this share of the fastest one is that of the landing. */
const FIRST = 0.6;
/** For so long a shoe that has landed turned may look the less like one that stands flat. */
const TURNS_SECONDS = 0.04;
/** The difference of the shoe's place rises again by this share of how far it was off before it stood. */
const RISES = 0.03;
/** Contact comes before the fastest hand by these seconds (contact to release is 0.10 to 0.20 s: the acceptable band of the sheet, common practice). */
const [EARLIEST, LATEST] = [0.25, 0.03];
/** A contact that comes less than the first or more than the second of these before the release, in seconds, is outside that band: nothing to be sure of. */
const BEFORE_RELEASE = [0.1, 0.2] as const;
/** An ankle this far from where it lands, as a share of body height, is on its way. */
const COMES = 0.25;
/** From the side the ankle, smoothed as it is, seems to stop so many seconds before the foot bears weight, and the standard deviation of it; on 64 films of the simulated camera. */
const ANKLE_STOPS = { before: 0.05, spread: 0.02 };
/** A change of at least this share of the fastest one may be that of the landing where the ankle says so. */
const FAST = 0.45;
/** A contact that lies further from where the ankle lets expect it, in standard deviations, is nothing to be sure of. */
const EXPECTED = 2.3;

/**
 * Front foot bears weight: the picture at the place of the landed shoe changes fast until the shoe is there, and slowly afterwards (it settles, cloth and shadow go on). The end of the fast change is contact; where the
 * difference rises once more before it falls for good (he lands on heel or toe and then turns flat), its top is. The ankle's own speed is worse: its place is read with an error as large as its last way. But of several changes (a shoe that
 * turns, somebody who goes by) it tells the one that was the landing.
 * Needs: the difference of the shoe's place from how it looks once it stands; from the side the front ankle; the frame of the fastest hand. Where the release is known it says whether to be sure.
 */
export function frontFootContact(
  { times, shoe, towardsTarget, body }: ClipEvidence,
  fastest: number,
  release: FoundEvent | null = null,
): FoundEvent | null {
  const rate = rateOf(times);
  const frames = (seconds: number): number => Math.max(1, Math.round(seconds * rate));
  const first = Math.max(1, Math.round(fastest - EARLIEST * rate));
  const last = Math.round(fastest - LATEST * rate);
  const change = (i: number): number => {
    const [before, now] = [shoe[i - 1], shoe[i]];
    return before == null || now == null ? 0 : before - now;
  };
  let fastestChange = 0;
  for (let i = first; i <= last; i++) fastestChange = Math.max(fastestChange, change(i));
  const standing = shoe.slice(last, Math.round(fastest + 0.05 * rate) + 1).filter((d): d is number => d !== null);
  if (standing.length < 2 || fastestChange <= 0) return null;
  const turns = Math.max(2, frames(TURNS_SECONDS));
  /** What a change says that is fastest at a frame. */
  const landingOf = (
    steepest: number,
  ): { readonly frame: number; readonly far: number; readonly ends: boolean; readonly before: number | null } => {
    const most = change(steepest);
    let i = steepest + 1;
    while (i < last && change(i) > LANDED * most) i++;
    const far = Math.max(...shoe.slice(Math.max(0, steepest - frames(0.1)), steepest + 1).map((d) => d ?? 0));
    const after = shoe.map((d) => d ?? far);
    // Of the frame in which it landed only a part was flight.
    const turnsFlat =
      after[i + 1]! > after[i]! - RISES * far && after[i]! - after[Math.min(after.length - 1, i + frames(0.1))]! > 0.1 * far;
    const frame = turnsFlat ? highestNear(after, i, i + turns, 1) : i - 1 + Math.max(0, Math.min(1, change(i) / most));
    // It rose before it fell: it stood turned then.
    let top = steepest;
    while (top > first && after[top - 1]! > after[top]!) top--;
    const rose = after[top]! - Math.min(...after.slice(Math.max(0, top - turns), top + 1));
    return { frame, far, ends: i < last, before: rose > RISES * far ? top : null };
  };
  const isSteepest = (i: number): boolean =>
    change(i) >= FAST * fastestChange && change(i) >= change(i + 1) && change(i) > change(i - 1);
  let steepest = first;
  while (steepest < last && change(steepest) < FIRST * fastestChange) steepest++;
  while (steepest < last && change(steepest + 1) > change(steepest)) steepest++;
  const isOutside = (at: number): boolean => {
    const before = release === null ? null : (release.frame - at) / rate;
    return before !== null && (before <= BEFORE_RELEASE[0] || before >= BEFORE_RELEASE[1]);
  };
  // The first fast change: what follows is the shoe that turns flat.
  let { frame, far, ends } = landingOf(steepest);
  let outside = isOutside(frame);
  const stops = towardsTarget === null ? null : ankleStops(body, fastest, rate);
  let doubt = 0;
  if (stops !== null) {
    const from = (at: number): number => Math.abs(at - stops - ANKLE_STOPS.before * rate) / (ANKLE_STOPS.spread * rate);
    doubt = from(frame);
    /** Another change takes the place of the one that is taken where the ankle's doubt of it is so much less. */
    const retake = (less: number, may: (at: number) => boolean): void => {
      for (let i = first; i <= last; i++) {
        if (!isSteepest(i)) continue;
        const landing = landingOf(i);
        for (const at of [landing.frame, landing.before])
          if (at !== null && may(at) && from(at) < doubt + less)
            [frame, far, ends, doubt] = [at, landing.far, landing.ends, from(at)];
      }
    };
    retake(-1, () => true);
    outside = isOutside(frame);
    // What lies outside gives way to a change that does not, if the ankle lets it be: the shoe had not stopped yet, or turned when it stood.
    if (outside) {
      doubt = EXPECTED;
      retake(0, (at) => !isOutside(at));
    }
  }
  const noise = quantileOf(standing, 0.9);
  const half = Math.max(1.2, 0.0125 * rate);
  const clear = far > 2 * noise && ends && doubt < EXPECTED && !outside;
  // Along the line of sight the shoe comes towards the camera and is seen to stand late: the side view tells it better.
  const usual = towardsTarget === null ? 0.6 : 0.87;
  return { frame, from: frame - half, to: frame + half, sure: clear ? usual : 0.5 };
}

/** The frame at which the ankle comes to where it stays: two lines through its distance from there, back from the throw. null where it does not come. */
function ankleStops(body: FollowedBody, fastest: number, rate: number): number | null {
  const around = Math.max(1, Math.round(0.05 * rate));
  const landed = body.joints.frontAnkle.slice(Math.max(0, fastest - around), fastest + around + 1);
  const middle = (of: (p: (typeof landed)[number]) => number): number => quantileOf(landed.map(of), 0.5);
  const [x, y] = [middle((p) => p.x), middle((p) => p.y)];
  const away = body.joints.frontAnkle.map((p) => Math.hypot(p.x - x, p.y - y) / body.bodyPixels);
  let start = fastest;
  while (start > 0 && away[start]! < COMES && start > fastest - 0.45 * rate) start--;
  if (away[start]! < COMES || fastest - start < 6) return null;
  const back = away.slice(start, fastest + 1).reverse();
  return fastest - cornerOf(back, 0, back.length - 1, 'level').frame;
}
