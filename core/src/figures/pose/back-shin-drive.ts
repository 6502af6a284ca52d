import { tiltFigure } from '../pose-figure.ts';

export const backShinDrive = tiltFigure(
  {
    id: 'backShinDrive',
    name: 'back shin at the drive',
    definition: 'Back ankle to back knee from vertical at the start of the drive, + to the target.',
  },
  'driveStart',
  'backAnkle',
  'backKnee',
);
