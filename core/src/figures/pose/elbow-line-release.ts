import { take } from '../body-height.ts';
import { linePose } from '../pose-figure.ts';
import { toDegrees, type Position } from '../position.ts';

const [GLOVE, THROWING, ELBOW] = ['release.gloveShoulder', 'release.throwingShoulder', 'release.throwingElbow'] as const;

export const elbowLineRelease = linePose({
  id: 'elbowLineRelease',
  name: 'elbow to shoulder line at release',
  definition: 'The upper arm against the line of the shoulders at release, 0 in line with both, + above.',
  unit: 'degrees',
  bands: { unit: 'degrees', limits: [-90, 90] },
  needs: [GLOVE, THROWING, ELBOW],
  drawing: [GLOVE, THROWING, ELBOW],
  signed: ['elbow % above the line of the shoulders at release', 'elbow % below the line of the shoulders at release'],
  // The trunk leans towards the camera or away from it.
  viewSd: 3,
  value: (p, plus) => {
    const [glove, throwing, elbow] = [take(p, GLOVE), take(p, THROWING), take(p, ELBOW)];
    const out = (from: Position, to: Position): Position => ({ x: to.x - from.x, y: from.y - to.y });
    // From the line of the shoulders round to the arm, both out to the throwing side: however the line stands, nothing wraps but an arm laid back along it.
    const [line, arm] = [out(glove, throwing), out(throwing, elbow)];
    return toDegrees(Math.atan2(line.x * arm.y - line.y * arm.x, line.x * arm.x + line.y * arm.y) * -plus);
  },
});
