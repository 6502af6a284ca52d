import { groundOf } from '../ground-marks.ts';
import { footAt, groundPose, underAnkle } from './line-view.ts';

export const landingOffset = groundPose({
  id: 'landingOffset',
  name: 'landing offset',
  definition:
    'Front ankle at contact from the line through the back ankle at set, both where they stand over the ground, + to the glove side.',
  unit: 'centimetres',
  bands: { unit: 'centimetres', limits: [null, null] },
  needs: [...footAt('set', 'back'), ...footAt('contact', 'front')],
  drawing: [footAt('set', 'back'), footAt('contact', 'front')],
  signed: ['landed % to the glove side', 'landed % to the throwing side'],
  // A mound is no plane: as the simulated camera has it, up to twelve degrees off the line.
  viewSd: 0.5,
  value: (p, _, __, layout) => {
    const ground = groundOf(p, layout);
    return 100 * (underAnkle(p, 'contact', 'front', ground).y - underAnkle(p, 'set', 'back', ground).y);
  },
});
