import { BANDS, type MotionSample } from './motion-series.ts';

/** Somebody who crosses the picture from edge to edge at one pace. */
export interface Crossing {
  /** When he is at the left edge, in seconds, and how many bands a second he goes; below 0 to the left. */
  readonly atLeft: number;
  readonly speed: number;
}

const [SLOWEST, FASTEST, STEP] = [3, 16, 0.5];
/** A band moves when so much of it has changed. */
const MOVES = 0.015;
/** Share of his way on which something moves where he is. */
const SEEN = 0.93;
/** Half of his width, in bands, with his stride. */
const HALF = 3.5;

/**
 * Finds who crosses the picture: straight lines through time and width along which something moves all the way, from edge to edge. Whoever walks up to the mound ends there, and is none.
 *
 * Source: a Hough transform over lines, common practice, no single source.
 *
 * @param samples with equal steps of time
 */
export function crossings(samples: readonly MotionSample[]): Crossing[] {
  if (samples.length < 2) return [];
  const every = (samples.at(-1)!.seconds - samples[0]!.seconds) / (samples.length - 1);
  const moves = samples.map((s) => s.bands.map((b) => (b > MOVES ? 1 : 0)));
  const found: Array<Crossing & { readonly share: number; readonly from: number; readonly to: number }> = [];
  for (let pace = SLOWEST; pace <= FASTEST; pace += STEP)
    for (const way of [1, -1] as const)
      for (let first = 0; first + BANDS / pace / every < samples.length; first += 1) {
        if (!moves[first]![way === 1 ? 0 : BANDS - 1]) continue;
        let seen = 0;
        for (let band = 0; band < BANDS; band += 1) {
          const at = first + Math.round(band / pace / every);
          seen += moves[at]?.[way === 1 ? band : BANDS - 1 - band] ?? 0;
        }
        if (seen < SEEN * BANDS) continue;
        const last = first + Math.round((BANDS - 1) / pace / every);
        const begins = samples[first]!.seconds;
        found.push({
          share: seen / BANDS,
          from: begins,
          to: samples[Math.min(samples.length - 1, last)]!.seconds,
          speed: way * pace,
          atLeft: way === 1 ? begins : begins + (BANDS - 1) / pace,
        });
      }
  // The lines of one person lie close together: the middle one of those with the most support stands for them.
  const kept: Crossing[] = [];
  for (const line of found.sort((a, b) => b.share - a.share || a.from - b.from))
    if (!kept.some((k) => Math.sign(k.speed) === Math.sign(line.speed) && near(k, line)))
      kept.push({ atLeft: line.atLeft, speed: line.speed });
  return kept;
}

const middleOf = ({ atLeft, speed }: Crossing): number => atLeft + BANDS / 2 / speed;
const near = (a: Crossing, b: Crossing): boolean => Math.abs(middleOf(a) - middleOf(b)) < 0.8;

/** Whether somebody who crosses is before a band at a moment. */
export const isCrossed = (all: readonly Crossing[], seconds: number, band: number): boolean =>
  all.some(({ atLeft, speed }) => Math.abs((seconds - atLeft) * speed - band) < HALF);
