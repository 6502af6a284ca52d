import { USUAL_HEIGHT } from '../chalk/stroke-parts.ts';
import { eventName, type EventId } from '../keyframes/events.ts';
import { LETTERS, svgText } from './svg-text.ts';

/** The band beneath a film, in pixels of a film of 540: its height, the line in it, and the rows of names. */
const BAND = { height: 126, line: 106, side: 24, row: 23, first: 24, letters: 19 };
/** Width of a letter as a share of its height, generous: no name runs into the next one. */
const LETTER = 0.62;
const ROWS = 3;

/** Beneath the film, in its pixels. */
export interface ChalkLine {
  readonly svg: string;
  readonly height: number;
  /** Where the first and the last frame lie on it. */
  readonly from: number;
  readonly to: number;
}

/** An even number of pixels, as H.264 has them. @example evenPixels(35) // 36 */
export const evenPixels = (x: number): number => 2 * Math.round(x / 2);

/**
 * The chalk line of a film to be laid beneath it: a line from its first frame to its last, with a tick and a name for each key frame. Names that would run into each
 * other stand in three rows; where all are taken the tick stands alone.
 *
 * @param film its size in pixels, and when each of its frames is shown in seconds
 * @throws RangeError for a key frame that the film does not have
 * @example chalkLineSvg([{ event: 'contact', frame: 50 }], { width: 960, height: 540, times }).from // 24
 */
export function chalkLineSvg(
  marks: ReadonlyArray<{ readonly event: EventId; readonly frame: number }>,
  film: { readonly width: number; readonly height: number; readonly times: readonly number[] },
): ChalkLine {
  const k = film.height / USUAL_HEIGHT;
  const height = evenPixels(BAND.height * k);
  const [from, to] = [BAND.side * k, film.width - BAND.side * k];
  const y = BAND.line * k;
  const [first = 0, last = first] = [film.times[0], film.times.at(-1)];
  const length = last - first;
  const xOf = (frame: number): number => {
    const at = film.times[frame];
    if (at === undefined) throw new RangeError(`chalk line: frame ${frame} is not in the film, which has ${film.times.length}`);
    return length > 0 ? from + ((to - from) * (at - first)) / length : from;
  };
  const letters = BAND.letters * k;
  const ends: number[] = Array.from({ length: ROWS }, () => Number.NEGATIVE_INFINITY);
  const ticks = [...marks]
    .sort((a, b) => a.frame - b.frame)
    .map(({ event, frame }) => {
      const x = xOf(frame);
      const name = eventName(event);
      const wide = name.length * letters * LETTER;
      // A name at the end of the line is moved to the left, so that it is whole.
      const left = Math.max(4 * k, Math.min(x - wide / 2, film.width - wide - 4 * k));
      // The lowest row first: it lies nearest to the line.
      const row = [2, 1, 0].find((r) => ends[r]! < left) ?? null;
      const tick = `<path d="M${x} ${y - 9 * k}v${18 * k}" stroke="#fff" stroke-width="${3 * k}"/>`;
      if (row === null) return tick;
      ends[row] = left + wide + 6 * k;
      const top = (BAND.first + row * BAND.row) * k;
      return `${tick}<path d="M${x} ${top + 5 * k}V${y - 12 * k}" stroke="#fff" stroke-opacity=".4" stroke-width="${k}"/><text x="${left}" y="${top}" font-family="${LETTERS}" font-size="${letters}" fill="#fffdf7">${svgText(name)}</text>`;
    })
    .join('');
  const line = `<path d="M${from} ${y}H${to}" stroke="#fff" stroke-width="${4 * k}" stroke-linecap="round"/>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${film.width}" height="${height}" viewBox="0 0 ${film.width} ${height}"><rect width="${film.width}" height="${height}" fill="#2a1d15"/>${line}${ticks}</svg>`;
  return { svg, height, from, to };
}
