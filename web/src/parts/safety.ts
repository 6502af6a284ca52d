/** What of a device is where. */
export interface Whereabouts {
  /** Small things that wait on the device, and what one and several of them are called. */
  readonly small: number;
  readonly called?: readonly [one: string, several: string];
  readonly films: number;
  /** Of the small things: those that do not lie on the device yet. */
  readonly writing?: number;
  /** Of the films: those that lie in the open page only. */
  readonly unkeptFilms: number;
  /** The browser keeps nothing at all. */
  readonly unkept: boolean;
  /** Things that the server has not taken, and somebody has to look at. */
  readonly refused: number;
  /** Whether the server is away. */
  readonly offline: boolean;
  /** How much of the film that is on its way has arrived, 0 to 1. */
  readonly share?: number | null;
  /** Nothing is sent before somebody signs in again. */
  readonly signedOut?: boolean;
}

const some = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
const and = (parts: readonly string[]): string => parts.join(' and ');

/**
 * What is safe and where, in one sentence for whoever holds the device.
 *
 * @example safetyInWords({ small: 2, films: 1, unkeptFilms: 0, unkept: false, refused: 0, offline: true }) // 'Safe on this device: 2 counts and 1 film; sent when the network is back.'
 */
export function safetyInWords({
  small,
  called = ['count', 'counts'],
  films,
  writing = 0,
  unkeptFilms,
  unkept,
  refused,
  offline,
  share = null,
  signedOut = false,
}: Whereabouts): string {
  const counted = (counts: number, filmed: number): string =>
    and([...(counts > 0 ? [some(counts, ...called)] : []), ...(filmed > 0 ? [some(filmed, 'film', 'films')] : [])]);
  const unsafe = unkept ? counted(small, films) : counted(0, unkeptFilms);
  if (unsafe !== '') return `Not safe: ${unsafe}. Leave this page open until all is safe.`;
  if (writing > 0) return `One moment: ${some(writing, ...called)} being kept on this device.`;
  const here = counted(small, films);
  if (here !== '')
    return `Safe on this device: ${here}; ${signedOut ? 'sent when you sign in again' : offline ? 'sent when the network is back' : `being sent${share === null ? '' : `, ${Math.round(100 * share)} %`}`}.`;
  return refused > 0
    ? `Safe on this device: ${some(refused, 'thing', 'things')} that the server did not take.`
    : 'All safe on the server.';
}
