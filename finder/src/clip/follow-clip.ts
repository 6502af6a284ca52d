import {
  cameraShift,
  decodeBody,
  differencesFrom,
  emptyField,
  FLOW_BEFORE_TOP,
  flowAtJoints,
  blobsOf,
  throwFrame,
  followBody,
  greyOf,
  groundOf,
  halved,
  heatPeaks,
  jointCentres,
  liftTop,
  motionAtBody,
  motionMap,
  outOfMirror,
  patchOf,
  pitcherSquares,
  shoeReach,
  smaller,
  type Blob,
  type CameraStep,
  type ClipEvidence,
  type Finding,
  type FollowedBody,
  type FollowedJoint,
  type Found,
  type Grey,
  type KnownOfClip,
  type MotionMap,
  type Picture,
  type SlopedPlaces,
  type Square,
  type SquareAt,
} from '@stride-chalk/core';
import type { BodyModel } from './body-model.ts';
import { every } from './every.ts';
import { framesOf, readSize, type FilmToRead } from './frames.ts';
import { looksAtRest } from './looks-at-rest.ts';

/** Every so many seconds the quick model looks where he is, and the careful one at his joints; from before he lands until the arm is slowed it looks oftener, and from before the layback until after the release at every frame. */
const [COARSE, USUAL, LANDING] = [1 / 12, 1 / 30, 1 / 60];
const [BEFORE_LANDING, AFTER_FASTEST] = [0.3, 0.2];
const [BEFORE_LAYBACK, AFTER_RELEASE] = [0.15, 0.1];
/** Frames of which the empty field is made. */
const FIELD_FRAMES = 9;
/** From how long before the fastest hand the place of the landed shoe is looked at. */
const SHOE_BEFORE = 0.6;
/** What moves within this share of body height of a line between two joints is the body's. */
const AT_BODY = 0.08;
/** A ball from its smallest to its largest, as shares of body height (7.3 cm across: Official Baseball Rules; a child of 1.2 m, a youth of 1.9 m, and what blur and shade take or give). */
const BALL = { least: 0.025, most: 0.075 };

export interface Models {
  readonly lightning: BodyModel;
  readonly thunder: BodyModel;
}

/** What was found in a clip. Places are pixels of the film in the first frame's camera, those of `body` centres of joints, those of `findings` and `evidence` points as the model finds them (which is what the rules of key frames were made for); `camera` says by how much each frame lies beside it. */
export interface FollowedClip {
  readonly findings: readonly Finding[];
  readonly body: FollowedBody;
  readonly camera: readonly CameraStep[];
  readonly evidence: ClipEvidence;
}

/**
 * Follows the body of a clip whose frames begin at `times` (capture seconds): where he is, coarsely; his joints in every few frames, and how the camera moves; then his joints, the ball and the landed shoe in every frame around
 * the throw. null where no body can be followed. The film is read three times rather than held: half a minute of it would not fit into memory.
 */
export async function followClip(
  film: FilmToRead,
  times: readonly number[],
  known: KnownOfClip,
  models: Models,
): Promise<FollowedClip | null> {
  const scale = film.height / readSize(film).height;
  const squares = await coarseSquares(film, times, known, models.lightning);
  if (squares.length === 0) return null;
  const squareAt = (frame: number): Square => between(squares, times[frame]!);

  const found = new Map<number, Finding>();
  // In line with the target every other thirtieth of a second in the mirror: what the model errs with to the one side, it errs with to the other there.
  const look = async (frame: number, picture: Picture): Promise<void> => {
    const square = squareAt(frame);
    const mirrored = known.towardsTarget === null && Math.round(times[frame]! / USUAL) % 2 === 1;
    const heads = await models.thunder.look(picture, square, mirrored);
    const seen = [decodeBody(heads, square).map((p) => [p]), heatPeaks(heads, square)] as const;
    const [body, peaks] = mirrored ? seen.map((points) => outOfMirror(points, square)) : seen;
    const whole = (p: Found): Found => ({ x: p.x * scale, y: p.y * scale, score: p.score });
    found.set(frame, {
      frame,
      seconds: times[frame]!,
      square: { x: square.x * scale, y: square.y * scale, side: square.side * scale },
      body: body!.map(([p]) => whole(p!)),
      peaks: peaks!.map((places) => places.map(whole)),
    });
  };
  const camera: CameraStep[] = [];
  const findings = (): Finding[] => [...found.values()].sort((a, b) => a.frame - b.frame).map((f) => steady(f, camera[f.frame]!));
  const follow = (): FollowedBody | null => followBody(findings(), known, times);

  const see = looksAtRest(look, times.length - 1, known.towardsTarget === null);
  const second = await secondReading(film, times, squareAt, scale, every(times, USUAL), see, camera);
  const rough = follow();
  if (rough === null) return null;
  // Pictures of the second reading are half as large.
  const motionOf = (body: FollowedBody): number[] =>
    times.map((_, i) => {
      const map = second.motion[i] ?? null;
      const at = (joint: FollowedJoint) => {
        const { x, y } = body.joints[joint][i]!;
        return { x: x / scale / 2, y: y / scale / 2 };
      };
      return map === null ? 0 : motionAtBody(map, at, (AT_BODY * body.bodyPixels) / scale / 2);
    });
  const signs = { motion: motionOf(rough), shoe: times.map(() => null), toe: times.map(() => null), blobs: [] };
  const base = { times, towardsTarget: known.towardsTarget };
  const fastest = throwFrame({ ...base, ...signs, body: rough });
  const close = (frame: number, before: number, after = AFTER_FASTEST): boolean =>
    times[frame]! >= times[fastest]! - before && times[frame]! <= times[fastest]! + after;
  const oftener = every(times, LANDING);
  const looked = (frame: number): boolean =>
    close(frame, BEFORE_LAYBACK, AFTER_RELEASE) || (close(frame, BEFORE_LANDING) && oftener(frame));

  // The third reading: joints, the landed shoe, small things that fly.
  const height = rough.bodyPixels / scale;
  const box = shoeBox(rough, fastest, times, known.towardsTarget, scale);
  const patches: Array<Float32Array | null> = times.map(() => null);
  const toe: Array<number | null> = times.map(() => null);
  const blobs: Blob[][] = times.map(() => []);
  const top = Math.round(liftTop({ ...base, ...signs, body: rough }, fastest)?.frame ?? fastest);
  const { see: seeFlow, flow } = flowAtJoints(rough, times, halved(second.field), 2 * scale, top, known);
  const fromLift = seeFlow ? times[fastest]! - times[top]! + FLOW_BEFORE_TOP : 0;
  let grey: Grey | undefined;
  for await (const { frame, picture } of framesOf(
    film,
    framesWhere(times, (f) => close(f, Math.max(SHOE_BEFORE, fromLift))),
  )) {
    if (looked(frame) && !found.has(frame)) await look(frame, picture);
    if (seeFlow && close(frame, fromLift) && frame <= fastest) seeFlow(frame, greyOf(picture, 2), camera[frame]!);
    if (!close(frame, SHOE_BEFORE)) continue;
    grey = greyOf(picture, 1, grey);
    const { x, y, gain } = camera[frame]!;
    const step = { x: x / scale, y: y / scale, gain };
    patches[frame] = patchOf(grey, box.left + step.x, box.top + step.y, box.width, box.height).map((v) => v / gain);
    if (known.towardsTarget !== null) {
      const ankle = rough.joints.frontAnkle[frame]!;
      const at = { x: ankle.x / scale, y: ankle.y / scale };
      toe[frame] = shoeReach(grey, second.field, step, at, known.towardsTarget, height);
    }
    if (close(frame, 0.06) && known.towardsTarget !== null)
      blobs[frame] = blobsOf(grey, second.field, step, { least: BALL.least * height, most: BALL.most * height }).map((b) => ({
        x: b.x * scale,
        y: b.y * scale,
        width: b.width * scale,
        height: b.height * scale,
      }));
  }
  const body = follow();
  if (body === null) return null;
  const [from, to] = [nearest(times, times[fastest]! - 0.05), nearest(times, times[fastest]! + 0.05)];
  return {
    findings: findings(),
    body: jointCentres(body, known.towardsTarget),
    camera,
    evidence: { ...base, body, motion: motionOf(body), shoe: differencesFrom(patches, from, to), toe, blobs, flow },
  };
}

/** Where he is every so often, by the quick model. */
function coarseSquares(
  film: FilmToRead,
  times: readonly number[],
  known: KnownOfClip,
  model: BodyModel,
): Promise<readonly SquareAt[]> {
  return pitcherSquares(known, readSize(film), async (see) => {
    for await (const { frame, picture } of framesOf(film, framesWhere(times, every(times, COARSE))))
      await see(times[frame]!, async (square) => decodeBody(await model.look(picture, square), square));
  });
}

/** Every frame once: how the camera moves, where else something does, and his joints in those frames that are chosen. Fills `camera`, in pixels of the film. */
async function secondReading(
  film: FilmToRead,
  times: readonly number[],
  squareAt: (frame: number) => Square,
  scale: number,
  chosen: (frame: number) => boolean,
  see: ReturnType<typeof looksAtRest>,
  camera: CameraStep[],
): Promise<{ readonly motion: ReadonlyArray<MotionMap | null>; readonly field: Grey }> {
  const motion: Array<MotionMap | null> = [];
  const kept: Grey[] = [];
  let first: { readonly ground: readonly SlopedPlaces[]; readonly square: Square } | null = null;
  let before: Grey | null = null;
  // Two halves by turns, and a quarter: their numbers are used again.
  let spare: Grey | undefined;
  let smallSpare: Grey | undefined;
  let last: CameraStep = { x: 0, y: 0, gain: 1 };
  for await (const { frame, picture } of framesOf(film, framesWhere(times))) {
    const half: Grey = greyOf(picture, 2, spare);
    const quarter = halved(half, smallSpare);
    // The first one is kept.
    if (first) smallSpare = quarter;
    const square = squareAt(frame);
    first ??= { ground: groundOf(quarter), square };
    const mine = [smaller(first.square, 4), smaller(square, 4)];
    // In quarters of pixels; against the first frame, so that nothing adds up.
    const step: CameraStep = cameraShift(first.ground, quarter, mine, last);
    const since = { x: 2 * step.x, y: 2 * step.y };
    const own = { x: since.x - 2 * last.x, y: since.y - 2 * last.y, gain: step.gain / last.gain };
    const map = before && motionMap(before, half, smaller(square, 2), own, since);
    motion.push(map);
    camera.push({ x: 4 * scale * step.x, y: 4 * scale * step.y, gain: step.gain });
    const movement = map?.cells.reduce((sum, v) => sum + v, 0) ?? 0;
    await see({ frame, seconds: times[frame]!, picture, movement, isUsual: chosen(frame) });
    if (kept.length < FIELD_FRAMES && frame >= ((kept.length + 0.5) * times.length) / FIELD_FRAMES)
      kept.push(patchedBack(greyOf(picture), { x: 4 * step.x, y: 4 * step.y, gain: step.gain }));
    [spare, before] = [before ?? undefined, half];
    last = step;
  }
  motion[0] = motion[1] ?? null;
  while (camera.length < times.length) {
    camera.push(camera.at(-1) ?? { x: 0, y: 0, gain: 1 });
    motion.push(null);
  }
  return { motion, field: emptyField(kept) };
}

/** A picture as the first frame's camera would have seen it. */
function patchedBack(now: Grey, { x, y, gain }: CameraStep): Grey {
  if (Math.hypot(x, y) < 0.05 && Math.abs(gain - 1) < 0.01) return now;
  const values = patchOf(now, x, y, now.width, now.height).map((v) => v / gain);
  return { width: now.width, height: now.height, values };
}

/** Where the landed front shoe is, in pixels of the picture that was read: below the ankle, and ahead of it where the way to the target is known. */
function shoeBox(body: FollowedBody, fastest: number, times: readonly number[], way: 1 | -1 | null, scale: number) {
  const [from, to] = [nearest(times, times[fastest]! - 0.066), nearest(times, times[fastest]! + 0.05)];
  const landed = body.joints.frontAnkle.slice(from, to + 1);
  const middle = (of: (p: (typeof landed)[number]) => number): number => {
    const sorted = landed.map(of).sort((a, b) => a - b);
    return sorted[sorted.length >> 1]! / scale;
  };
  const high = body.bodyPixels / scale;
  const [x, y] = [middle((p) => p.x), middle((p) => p.y)];
  const [back, ahead] = way === null ? [0.07, 0.07] : [0.05, 0.13];
  return {
    left: x - (way === -1 ? ahead : back) * high,
    top: y - 0.005 * high,
    width: Math.round((back + ahead) * high),
    height: Math.round(0.065 * high),
  };
}

const nearest = (times: readonly number[], seconds: number): number => {
  const after = times.findIndex((t) => t >= seconds);
  return after === -1 ? times.length - 1 : after;
};

/** A finding as the first frame's camera would have had it. */
function steady(finding: Finding, { x, y }: CameraStep): Finding {
  const back = (p: Found): Found => ({ x: p.x - x, y: p.y - y, score: p.score });
  return { ...finding, body: finding.body.map(back), peaks: finding.peaks.map((p) => p.map(back)) };
}

/** The frames of a film that `chosen` says yes to; all of them, where nobody chooses. */
const framesWhere = (times: readonly number[], chosen: (frame: number) => boolean = () => true): number[] =>
  times.flatMap((_, frame) => (chosen(frame) ? [frame] : []));

/** The square at a moment, on a line between those before and after it. */
function between(squares: readonly SquareAt[], seconds: number): Square {
  const after = squares.findIndex((s) => s.seconds >= seconds);
  if (after === -1) return squares.at(-1)!.square;
  if (after === 0) return squares[0]!.square;
  const [a, b] = [squares[after - 1]!, squares[after]!];
  const share = (seconds - a.seconds) / (b.seconds - a.seconds);
  const mixed = (of: (s: Square) => number): number => of(a.square) + (of(b.square) - of(a.square)) * share;
  // Arms and legs move between two looks: the larger of both.
  return { x: mixed((s) => s.x), y: mixed((s) => s.y), side: Math.max(a.square.side, b.square.side) };
}
