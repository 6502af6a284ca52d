/**
 * The faults that the simulated pitcher can have, each 0 (not there) to 1 (as bad as coaches see it at a camp).
 * The codes are those of the checkpoint sheet.
 */
export const FAULT_PARAMETERS = {
  'A1.narrow': 'feet almost together at set',
  'A2.rocks-back': 'head and trunk rock back over the back leg before the lift',
  'B3.stalls': 'hips stay over, or behind, the rubber at the top of the lift',
  'B4.gives-way': 'the back leg sinks far down in the load',
  'C3.pushes-up': 'the back shin stays upright, the push goes up',
  'D1.opens-early': 'the front foot swings open early in the stride',
  'D2.short': 'the stride is short',
  'E1.knee-past-ankle': 'the front knee lands ahead of the ankle',
  'E2.late': 'the ball arm is still down when the front foot takes the weight',
  'E5.glove-drops': 'the glove falls before the front foot takes the weight',
  'F2.gives-way': 'the front knee bends on after landing',
  'G2.upright': 'the chest stays upright at release',
  'G4.pulls-off': 'the head pulls off the line to the glove side at release',
} as const;

export type FaultCode = keyof typeof FAULT_PARAMETERS;
export type Faults = Partial<Record<FaultCode, number>>;
