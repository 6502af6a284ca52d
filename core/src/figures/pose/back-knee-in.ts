import { ANGLE } from '../figure.ts';
import { kneeAcross } from '../knee-across.ts';
import { linePose } from '../pose-figure.ts';

const LEG = ['driveStart.backHip', 'driveStart.backKnee', 'driveStart.backAnkle'] as const;

/** The toes of the back foot point to the throwing side: a knee that stays over them stands there, one that dives in comes to the glove side. */
export const backKneeIn = linePose({
  id: 'backKneeIn',
  name: 'back knee driven in',
  definition:
    'How far thigh and shin of the back leg are bent against each other across the line at the start of the drive, + where the knee has come in to the glove side, - where it stays out over the toes.',
  unit: 'degrees',
  bands: ANGLE,
  needs: LEG,
  signed: ['back knee driven in by %', 'back knee out over the toes by %'],
  value: (p, plus) => kneeAcross(p, plus, LEG),
});
