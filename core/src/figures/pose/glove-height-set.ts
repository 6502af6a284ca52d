import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const gloveHeightSet = shareOfHeight(
  {
    id: 'gloveHeightSet',
    name: 'hands above the hips at set',
    definition: 'Glove wrist above the back hip at set, over body height: the same in every delivery where hands are quiet.',
    needs: ['set.gloveWrist', 'set.backHip'],
    signed: ['hands % above the hips at set', 'hands % below the hips at set'],
  },
  (p) => take(p, 'set.backHip').y - take(p, 'set.gloveWrist').y,
);
