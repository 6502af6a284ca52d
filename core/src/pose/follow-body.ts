import { bodyPixelsOf } from './body-pixels.ts';
import { FOLLOWED, type FollowedJoint } from './body-points.ts';
import type { Finding, KnownOfClip } from './finding.ts';
import { jointPlaces } from './joint-path.ts';
import { knownSides } from './known-side.ts';
import { lookedTrack } from './looked-track.ts';
import { smoothTrack, type TrackPlace } from './smooth-track.ts';

/** Half the window in which a joint's way is a parabola, in seconds: fast joints have short ones, so that the hand keeps its greatest speed. */
const HALF_WINDOW: Readonly<Record<FollowedJoint, number>> = {
  head: 0.05,
  nose: 0.05,
  throwingShoulder: 0.042,
  throwingElbow: 0.034,
  throwingWrist: 0.025,
  gloveShoulder: 0.042,
  gloveElbow: 0.034,
  gloveWrist: 0.034,
  frontHip: 0.05,
  frontKnee: 0.042,
  frontAnkle: 0.042,
  backHip: 0.05,
  backKnee: 0.042,
  backAnkle: 0.042,
};

/** How far from its way a place is never doubted, as a share of body height; and from how many seconds between two frames on a hand goes further than a parabola bends. */
const [FLOOR, SLOW_FRAME] = [0.004, 0.025];

/** A body over a clip. */
export interface FollowedBody {
  /** Body height in pixels. */
  readonly bodyPixels: number;
  /** A place a frame for each joint. */
  readonly joints: Readonly<Record<FollowedJoint, readonly TrackPlace[]>>;
}

/**
 * The joints of a pitcher over a clip from what a model found in some of its frames: sides by what is known, places along the best path, each way smoothed. `times` are the capture seconds of all frames. null where no body was
 * found, or a joint was hardly seen.
 */
export function followBody(findings: readonly Finding[], known: KnownOfClip, times: readonly number[]): FollowedBody | null {
  const bodyPixels = bodyPixelsOf(findings);
  if (bodyPixels === null) return null;
  const sided = knownSides(findings, known, bodyPixels);
  const places = jointPlaces(sided, known, bodyPixels);
  // From elsewhere the body hides an arm or a leg for long.
  const turns = known.towardsTarget === (known.hand === 'R' ? 1 : -1);
  const slow = times.length > 1 && (times.at(-1)! - times[0]!) / (times.length - 1) > SLOW_FRAME;
  const joints: Partial<Record<FollowedJoint, TrackPlace[]>> = {};
  for (const joint of FOLLOWED) {
    const samples = places[joint].flatMap((p, i) => (p === null ? [] : [{ seconds: sided[i]!.seconds, ...p }]));
    const floor = FLOOR * bodyPixels;
    const track =
      slow && !/Hip|Knee|Ankle/.test(joint)
        ? lookedTrack(samples, times, floor)
        : smoothTrack(samples, times, { halfWindowSeconds: HALF_WINDOW[joint], floor, turns, fast: /Elbow|Wrist/.test(joint) });
    if (track === null) return null;
    joints[joint] = track;
  }
  return { bodyPixels, joints: joints as Record<FollowedJoint, TrackPlace[]> };
}
