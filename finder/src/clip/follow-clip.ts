import {
  decodeBody,
  followBody,
  heatPeaks,
  squareAround,
  wholePicture,
  type Finding,
  type FollowedBody,
  type Found,
  type KnownOfClip,
  type Square,
} from '@stride-chalk/core';
import type { BodyModel } from './body-model.ts';
import { framesOf, readSize, type FilmToRead } from './frames.ts';

/** How much wider than the body the square is in which its joints are looked for. */
const MARGIN = 1.35;
/** Every so many seconds the quick model looks where he is, and the careful one at his joints; around the throw it looks at every frame. */
const [COARSE, USUAL] = [1 / 12, 1 / 30];
const [BEFORE_LANDING, AFTER_FASTEST] = [0.3, 0.2];

export interface Models {
  readonly lightning: BodyModel;
  readonly thunder: BodyModel;
}

/** What was found in a clip, in pixels of the film. */
export interface FollowedClip {
  readonly findings: readonly Finding[];
  readonly body: FollowedBody;
}

/**
 * Follows the body of a clip whose frames begin at `times` (capture seconds): where he is, coarsely; his joints in every few frames; and in every frame around landing and throw. null where no body can be followed.
 * The film is read three times rather than held: half a minute of it would not fit into memory.
 */
export async function followClip(
  film: FilmToRead,
  times: readonly number[],
  known: KnownOfClip,
  models: Models,
): Promise<FollowedClip | null> {
  const size = readSize(film);
  const scale = film.height / size.height;
  const every = (seconds: number): ((frame: number) => boolean) => {
    const chosen = new Set<number>();
    let next = Number.NEGATIVE_INFINITY;
    times.forEach((t, i) => {
      if (t < next - 1e-6) return;
      chosen.add(i);
      next = Math.max(next, t - seconds) + seconds;
    });
    chosen.add(times.length - 1);
    return (frame) => chosen.has(frame);
  };

  const squares: Array<{ readonly seconds: number; readonly square: Square }> = [];
  let last: Square | null = null;
  for await (const { frame, picture } of framesOf(film, every(COARSE))) {
    const first: Square = last ?? wholePicture(picture);
    let square: Square | null = first;
    for (let pass = 0; pass < (last ? 1 : 3) && square; pass++)
      square =
        squareAround(decodeBody(await models.lightning.look(picture, square), square), MARGIN) ?? (pass === 0 ? null : square);
    if (square) {
      // Wide enough for how he moves until the next look.
      last = { ...square, side: square.side * 1.15 };
      squares.push({ seconds: times[frame]!, square });
    } else last = null;
  }
  if (squares.length === 0) return null;
  const squareAt = (seconds: number): Square => between(squares, seconds);

  const found = new Map<number, Finding>();
  const look = async (wanted: (frame: number) => boolean): Promise<void> => {
    for await (const { frame, picture } of framesOf(film, (f) => f < times.length && wanted(f) && !found.has(f))) {
      const square = squareAt(times[frame]!);
      const heads = await models.thunder.look(picture, square);
      const whole = (p: Found): Found => ({ x: p.x * scale, y: p.y * scale, score: p.score });
      found.set(frame, {
        frame,
        seconds: times[frame]!,
        square: { x: square.x * scale, y: square.y * scale, side: square.side * scale },
        body: decodeBody(heads, square).map(whole),
        peaks: heatPeaks(heads, square).map((peaks) => peaks.map(whole)),
      });
    }
  };
  const all = (): Finding[] => [...found.values()].sort((a, b) => a.frame - b.frame);
  await look(every(USUAL));
  const rough = followBody(all(), known, times);
  if (rough === null) return null;
  const fastest = times[fastestWrist(rough, times)]!;
  await look((frame) => times[frame]! >= fastest - BEFORE_LANDING && times[frame]! <= fastest + AFTER_FASTEST);
  const findings = all();
  const body = followBody(findings, known, times);
  return body && { findings, body };
}

/** The frame in which the throwing wrist is fastest, in the later part of the clip. */
function fastestWrist({ joints }: FollowedBody, times: readonly number[]): number {
  const wrist = joints.throwingWrist;
  let [most, frame] = [-1, 0];
  for (let i = 1; i + 1 < times.length; i++) {
    const speed =
      Math.hypot(wrist[i + 1]!.x - wrist[i - 1]!.x, wrist[i + 1]!.y - wrist[i - 1]!.y) / (times[i + 1]! - times[i - 1]!);
    if (speed > most) [most, frame] = [speed, i];
  }
  return frame;
}

/** The square at a moment, on a line between those before and after it. */
function between(squares: ReadonlyArray<{ readonly seconds: number; readonly square: Square }>, seconds: number): Square {
  const after = squares.findIndex((s) => s.seconds >= seconds);
  if (after === -1) return squares.at(-1)!.square;
  if (after === 0) return squares[0]!.square;
  const [a, b] = [squares[after - 1]!, squares[after]!];
  const share = (seconds - a.seconds) / (b.seconds - a.seconds);
  const mixed = (of: (s: Square) => number): number => of(a.square) + (of(b.square) - of(a.square)) * share;
  // Arms and legs move between two looks: the larger of both.
  return { x: mixed((s) => s.x), y: mixed((s) => s.y), side: Math.max(a.square.side, b.square.side) };
}
