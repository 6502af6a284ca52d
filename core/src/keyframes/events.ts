/** Events of a delivery in their usual order, with the name the staff use and the rule that finds the frame. */
export const EVENTS = [
  { id: 'set', name: 'set', rule: 'last still frame before the first move', always: true },
  { id: 'firstMove', name: 'first move', rule: 'first frame with clear movement', always: false },
  { id: 'bodyBack', name: 'body back', rule: 'the head is back where it was at set, after it went back', always: false },
  { id: 'liftTop', name: 'top of the lift', rule: 'front knee at its highest', always: true },
  { id: 'kneeDown', name: 'knee starts down', rule: 'first frame in which the front knee is clearly lower again', always: false },
  { id: 'handsApart', name: 'hands apart', rule: 'first frame with a gap between ball hand and glove', always: true },
  { id: 'driveStart', name: 'start of the drive', rule: 'back knee begins to straighten after its deepest bend', always: false },
  { id: 'footOpens', name: 'front foot opens', rule: 'toes begin to turn to the target', always: false },
  { id: 'firstTouch', name: 'first touch', rule: 'toe or heel of the front foot first touches the ground', always: false },
  {
    id: 'contact',
    name: 'foot bears weight',
    rule: 'front foot bears weight: the ankle firms; not the first touch of the toe',
    always: true,
  },
  { id: 'shouldersTurn', name: 'shoulders turn', rule: 'chest begins to come round', always: false },
  { id: 'layback', name: 'arm laid back', rule: 'forearm furthest back', always: true },
  { id: 'release', name: 'release', rule: 'first frame with the ball out of the hand', always: true },
  { id: 'backFootOff', name: 'back foot off', rule: 'toe loses the ground', always: false },
  { id: 'slowDown', name: 'arm slowed', rule: 'arm fully turned in after the throw', always: false },
  { id: 'finish', name: 'finish', rule: 'movement to the target has ended', always: true },
  { id: 'gloved', name: 'ball caught', rule: 'ball reaches the catcher', always: false },
] as const;

export type EventId = (typeof EVENTS)[number]['id'];

export const EVENT_IDS = EVENTS.map((e) => e.id) as readonly EventId[];

/** The events that are asked for in every delivery. */
export const ALWAYS_ASKED = EVENTS.filter((e) => e.always).map((e) => e.id) as readonly EventId[];

export const eventName = (id: EventId): string => EVENTS.find((e) => e.id === id)!.name;
