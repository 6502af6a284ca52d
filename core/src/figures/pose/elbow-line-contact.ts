import { elbowLineFigure } from '../pose-figure.ts';

export const elbowLineContact = elbowLineFigure(
  {
    id: 'elbowLineContact',
    name: 'elbow to shoulder line at contact',
    definition: 'Throwing elbow above the line through both shoulders at contact, from the throwing shoulder; 0 is in line.',
    signed: ['elbow % above the line of the shoulders at landing', 'elbow % below the line of the shoulders at landing'],
  },
  'contact',
);
