/** Key frames of the delivery whose true times the simulation knows. */
export type EventId =
  | 'set'
  | 'firstMove'
  | 'bodyBack'
  | 'liftTop'
  | 'kneeDown'
  | 'handsApart'
  | 'driveStart'
  | 'footOpens'
  | 'firstTouch'
  | 'contact'
  | 'shouldersTurn'
  | 'layback'
  | 'release'
  | 'backFootOff'
  | 'slowDown'
  | 'finish'
  | 'gloved';

export type EventTimes = Readonly<Record<EventId, number>>;

/**
 * Seconds from the start of the film; when the body is back is known only once it moves (`deliveryMotion`), and stands at set here. A simulated foot bears weight as it touches.
 *  Front-foot contact to release is near 0.145 s at every level of play: Dillman CJ,
 * Fleisig GS, Andrews JR, J Orthop Sports Phys Ther 1993;18:402-408 (value from memory). The rest is common practice.
 */
export function eventTimes(options: {
  readonly leadInSeconds: number;
  readonly tempo: number;
  readonly contactToRelease: number;
  readonly footOpensEarly: number;
  /** By how much each camper's own share of the time differs from the usual one; 0 when left out. */
  readonly own?: Partial<Record<'handsApart' | 'driveStart' | 'layback' | 'liftTop', number>>;
}): EventTimes {
  const { leadInSeconds, tempo, contactToRelease, footOpensEarly, own = {} } = options;
  const set = leadInSeconds;
  const firstMove = set + 0.03;
  const liftTop = firstMove + (0.56 + (own.liftTop ?? 0)) * tempo;
  const contact = liftTop + 0.64 * tempo;
  const share = (k: number): number => liftTop + k * (contact - liftTop);
  const release = contact + contactToRelease;
  return {
    set,
    firstMove,
    bodyBack: set,
    liftTop,
    kneeDown: share(0.1),
    handsApart: share(0.2 + (own.handsApart ?? 0)),
    driveStart: share(0.6 + (own.driveStart ?? 0)),
    footOpens: share(0.9 - 0.42 * footOpensEarly),
    firstTouch: contact,
    contact,
    shouldersTurn: contact + 0.02,
    layback: contact + contactToRelease * (0.72 + (own.layback ?? 0)),
    release,
    backFootOff: release + 0.03,
    slowDown: release + 0.075,
    finish: release + 0.5,
    gloved: release + 0.42,
  };
}
