import { take } from '../body-height.ts';
import { linePose } from '../ground/line-view.ts';
import { toDegrees } from '../position.ts';

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
    // Out to the throwing side and up.
    const rise = (from: typeof glove, to: typeof glove): number => Math.atan2(from.y - to.y, -plus * (to.x - from.x));
    return toDegrees(rise(throwing, elbow) - rise(glove, throwing));
  },
});
