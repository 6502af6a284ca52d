/**
 * Writes core's table of usual poses: `npm run typical-pose -w accuracy`. It is the mean over faultless simulated pitchers of
 * all ages, as seen by the two tripods, in body heights from the back ankle at set. It only gives the coach a place to
 * start from; no figure uses it.
 */
import { writeFileSync } from 'node:fs';
import { deliveryMotion, JOINT_IDS, tripod, type EventId, type ViewId } from '@stride-chalk/fieldcam';

const EVENTS: EventId[] = [
  'set',
  'firstMove',
  'bodyBack',
  'liftTop',
  'kneeDown',
  'handsApart',
  'driveStart',
  'footOpens',
  'firstTouch',
  'contact',
  'shouldersTurn',
  'layback',
  'release',
  'backFootOff',
  'slowDown',
  'finish',
];
const AGES = [8, 10, 12, 14, 16, 18];
const table: Record<string, Record<string, Record<string, [number, number]>>> = {};
for (const view of ['openSide', 'front'] as ViewId[]) {
  const events: Record<string, Record<string, [number, number]>> = {};
  table[view] = events;
  for (const event of EVENTS) {
    const poses: Record<string, [number, number]> = {};
    for (const joint of JOINT_IDS) {
      let [x, y] = [0, 0];
      for (const ageYears of AGES) {
        const motion = deliveryMotion({ ageYears, hand: 'R', seed: ageYears, delivery: 0, variation: 0 });
        const camera = tripod(view, { hand: 'R', heightMetres: motion.plan.height });
        const pixels = 0.72 * camera.height;
        const origin = camera.project(motion.poseAt(motion.events.set).joints.backAnkle);
        const at = camera.project(motion.poseAt(motion.events[event]).joints[joint]);
        x += (at.x - origin.x) / pixels / AGES.length;
        y += (at.y - origin.y) / pixels / AGES.length;
      }
      poses[joint] = [Number(x.toFixed(3)), Number(y.toFixed(3))];
    }
    events[event] = poses;
  }
}
writeFileSync(new URL('../../core/src/figures/data/typical-pose.json', import.meta.url), `${JSON.stringify(table)}\n`);
