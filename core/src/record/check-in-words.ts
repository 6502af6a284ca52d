/** Where an arm is sore, in the words with which a child points: common practice, no source. */
export const SORE_PLACES = ['shoulder', 'elbow', 'forearm', 'wrist or hand', 'upper arm', 'back'] as const;

/** What a coach notices and what changes what can be asked: common practice, no source. */
export const MOBILITY_NOTES = ['stiff hips', 'stiff upper back', 'stiff ankles', 'stiff shoulders'] as const;

/** A check-in in which nobody has asked about anything: null changes nothing that was said before. `form` tells that null and an empty list differ. */
export const NOTHING_ASKED = {
  heightCentimetres: null,
  sore: null,
  drillsDone: null,
  goals: null,
  mobility: null,
  throwsReported: null,
  throwsKnown: null,
  form: 2,
} as const;
