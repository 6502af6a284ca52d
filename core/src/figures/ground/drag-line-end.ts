import { take } from '../body-height.ts';
import { groundOf } from '../ground-marks.ts';
import { groundPose } from './line-view.ts';

export const dragLineEnd = groundPose({
  id: 'dragLineEnd',
  name: 'end of the drag line',
  definition: 'Back toe from the line where it loses the ground, to either side.',
  unit: 'centimetres',
  bands: { unit: 'centimetres', limits: [0, null] },
  needs: ['backFootOff.backToe'],
  drawing: ['set.coneRubberThrowing', 'set.coneRubberGlove', 'backFootOff.backToe'],
  // A mound is no plane: as the simulated camera has it, up to twelve degrees off the line.
  viewSd: 1,
  value: (p, _, __, layout) => Math.abs(100 * groundOf(p, layout).at(take(p, 'backFootOff.backToe')).y),
});
