export { CAMP, CAMPERS, STAFF, type DemoCamper } from './camp.ts';
export { DEMO_CLIPS, type DemoClip } from './clips.ts';
export { walkUpOrder } from './walk-up.ts';
export { clipsOfBib, marksOf, pointsOf, scoresOf } from './work.ts';
