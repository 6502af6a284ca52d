/** Finds the joints of a pitcher in a film: Node, ffmpeg and onnxruntime around the computing of `core/src/pose`. */
export { loadBodyModel, type BodyModel } from './clip/body-model.ts';
export { followClip, type FollowedClip, type Models } from './clip/follow-clip.ts';
export type { FilmToRead } from './clip/frames.ts';
