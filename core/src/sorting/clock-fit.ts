import { heavyTailWeight } from './heavy-tail.ts';

/** How a camera's clock stands to the server's: server = camera + offset + drift · (camera − reference); a throw is told `late` after it was thrown. */
export interface ClockFit {
  readonly reference: number;
  readonly offset: number;
  readonly drift: number;
  readonly late: number;
  /** Spread of the taps about it, in milliseconds. */
  readonly scale: number;
  /** Standard deviation of the offset. */
  readonly offsetSd: number;
}

/** A moment of the camera's clock that is known on the server's: told late by taps, or exactly by a slate with the time. */
export interface ClockSight {
  readonly camera: number;
  readonly server: number;
  /** How probable it is that the two belong together. */
  readonly share: number;
  readonly by: 'tap' | 'slate';
}

export const onServer = (fit: ClockFit, camera: number): number => camera + fit.offset + fit.drift * (camera - fit.reference);

/** A slate with the time is read within a frame or two; the time itself is written to a tenth of a second. */
const SLATE_SCALE = 300;
/** A phone's clock goes wrong by a second or two an hour; more would be a broken one. Our own bound, no source. */
const DRIFT_SD = 6e-4;
const LATE_SD = 2000;

/**
 * One step of fitting a clock: weighted least squares on offset, drift and lateness, each sight by its share and by the heavy tail of its residual; drift and lateness are held by what is usual, so that few sights
 * do not throw them.
 *
 * Source: normal equations with ridge terms (a Gaussian prior each); weights of the t distribution as in heavy-tail.ts.
 *
 * @param usualLate how late taps usually come, milliseconds
 */
export function fitClock(from: ClockFit, sights: readonly ClockSight[], usualLate: number): ClockFit {
  // In seconds about the middle, so that the three unknowns have like sizes.
  const A = [
    [1e-9, 0, 0],
    [0, 1 / (DRIFT_SD * 1000) ** 2, 0],
    [0, 0, 1 / (LATE_SD / 1000) ** 2],
  ];
  const b = [1e-9 * (from.offset / 1000), 0, usualLate / 1000 / (LATE_SD / 1000) ** 2];
  let [squares, weight] = [0, 0];
  for (const sight of sights) {
    const tap = sight.by === 'tap';
    const scale = tap ? from.scale : SLATE_SCALE;
    const residual = sight.server - onServer(from, sight.camera) - (tap ? from.late : 0);
    const robust = heavyTailWeight(residual, scale);
    if (tap) {
      squares += sight.share * robust * residual * residual;
      weight += sight.share;
    }
    const w = (sight.share * robust) / (scale / 1000) ** 2;
    // Drift in milliseconds a second.
    const x = [1, (sight.camera - from.reference) / 1e6, tap ? 1 : 0];
    const y = (sight.server - sight.camera) / 1000;
    for (let r = 0; r < 3; r += 1) {
      b[r]! += w * x[r]! * y;
      for (let c = 0; c < 3; c += 1) A[r]![c]! += w * x[r]! * x[c]!;
    }
  }
  const { solution, firstSd } = solveThree(A, b);
  return {
    reference: from.reference,
    offset: 1000 * solution[0]!,
    drift: solution[1]! / 1000,
    late: 1000 * solution[2]!,
    scale: weight < 2 ? from.scale : Math.min(20_000, Math.max(400, Math.sqrt(squares / weight))),
    offsetSd: 1000 * firstSd,
  };
}

/** Solves a symmetric system of three by Cramer's rule; with it the standard deviation of the first unknown, from the inverse. */
function solveThree(A: readonly (readonly number[])[], b: readonly number[]) {
  const det = (m: readonly (readonly number[])[]): number =>
    m[0]![0]! * (m[1]![1]! * m[2]![2]! - m[1]![2]! * m[2]![1]!) -
    m[0]![1]! * (m[1]![0]! * m[2]![2]! - m[1]![2]! * m[2]![0]!) +
    m[0]![2]! * (m[1]![0]! * m[2]![1]! - m[1]![1]! * m[2]![0]!);
  const whole = det(A);
  const solution = [0, 1, 2].map((k) => det(A.map((row, r) => row.map((v, c) => (c === k ? b[r]! : v)))) / whole);
  return { solution, firstSd: Math.sqrt(Math.max(0, (A[1]![1]! * A[2]![2]! - A[1]![2]! ** 2) / whole)) };
}
