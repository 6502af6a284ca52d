export { findDeliveries, type FoundDelivery } from './find-deliveries.ts';
export { motionSeries, type MotionSample } from './motion-series.ts';
export { sortClips } from './sort-clips.ts';
export type {
  CameraClip,
  CameraClock,
  LoggedThrow,
  Place,
  PlannedVisit,
  SeenSlate,
  SortedClip,
  Sorting,
  SortOptions,
  ThrowLog,
  Why,
} from './shape.ts';
