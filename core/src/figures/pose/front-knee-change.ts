import { ANGLE } from '../figure.ts';
import { frontKneeAt, sidePose } from '../pose-figure.ts';

const [contact, release] = [frontKneeAt('contact'), frontKneeAt('release')];

export const frontKneeChange = sidePose({
  id: 'frontKneeChange',
  name: 'front knee, contact to release',
  definition: 'How far the front knee has straightened from contact to release; - when it has bent further.',
  unit: 'degrees',
  bands: ANGLE,
  needs: [...contact.needs, ...release.needs],
  drawing: release.needs,
  signed: ['front knee straightened %', 'front knee bent % further from landing to release'],
  value: (p) => release.value(p) - contact.value(p),
});
