import { cameraShake, shifted } from './camera/shake.ts';
import { KIND } from './conditions/film-conditions.ts';
import { frameMoments, orderedCamera, type ClipOrder } from './film-clip.ts';
import { deliveryMotion } from './motion/delivery-motion.ts';
import type { EventId } from './motion/events.ts';
import { groundHeight } from './motion/mound.ts';
import type { JointId } from './motion/pose.ts';
import { conePlace } from './render/cones.ts';
import { vec, type Vec3 } from './vector.ts';

/** What is true of a film of the simulated camera. */
export interface FilmTruth {
  readonly frames: number;
  /** Where a joint is in the picture of a frame, in pixels, in the middle of the time in which its shutter was open. */
  pointAt(frame: number, joint: JointId): { readonly x: number; readonly y: number };
  /** Where on the ground under a joint lies in the picture of a frame: for a foot that stands, where it stands. */
  groundUnder(frame: number, joint: JointId): { readonly x: number; readonly y: number };
  /** Where a cone lies in the picture of a frame: at which end of the mound, and on which side of the line. */
  coneAt(frame: number, end: 'rubber' | 'ahead', side: 'throwing' | 'glove'): { readonly x: number; readonly y: number };
  /** The frame of an event, with its fraction: 12.5 is between the middles of the shutters of frames 12 and 13. */
  frameOf(event: EventId): number;
  /** Body height in pixels at the distance at which he stands at set. */
  readonly bodyPixels: number;
}

/** The truth of a film, worked out again from its order. */
export function filmTruth(order: ClipOrder): FilmTruth {
  const motion = deliveryMotion(order.pitcher);
  const conditions = { ...KIND, ...order.conditions };
  const camera = orderedCamera(order);
  const shake = cameraShake(conditions, camera.height);
  const half = conditions.shutterSeconds / 2;
  const moments = frameMoments(order);
  const set = motion.poseAt(motion.events.set).joints;
  const secondsOf = (frame: number): number => order.startSeconds + frame / order.framesPerSecond + half;
  const seen = (frame: number, place: Vec3): { readonly x: number; readonly y: number } =>
    shifted(shake(secondsOf(frame)), camera.width, camera.height, camera.project(place));
  return {
    frames: moments.length,
    pointAt: (frame, joint) => seen(frame, motion.poseAt(secondsOf(frame)).joints[joint]),
    groundUnder(frame, joint) {
      const at = motion.poseAt(secondsOf(frame)).joints[joint];
      return seen(frame, vec(at.x, groundHeight(at.x), at.z));
    },
    coneAt: (frame, end, side) => seen(frame, conePlace(end, side, order.pitcher.hand)),
    frameOf: (event) => (motion.events[event] - order.startSeconds - half) * order.framesPerSecond,
    bodyPixels: (camera.focal * motion.plan.height) / camera.project(set.backHip).depth,
  };
}
