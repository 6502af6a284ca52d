import { guessPoint, isStale, isTurn, turnFrames, poseFigure, wasSeen, type PlacedPoint, type PointAt } from '@stride-chalk/core';
import { frameIn, openOf, filmFor, heldFilmOf, split, unmarkedOf } from './bench-selectors.ts';
import { inOrder, lackingPoints } from './lacking-points.ts';
import { foundPoint, frameOfPoint } from './proposals.ts';
import type { Known } from './types.ts';
import { POINT_SD, STEP, USUAL_HEIGHT, type Handlers, type Turn } from './turn.ts';

/** Points of a figure, one after the other. */
export const POINT_HANDLERS = {
  measure(t, { figure }) {
    t.layer('leave').set({ figure });
    const at = filmFor(t.world, t.state, figure);
    const wanted = poseFigure(figure);
    const unmarked = unmarkedOf(t.world, t.state, figure);
    if (!at || (wanted && unmarked)) return;
    t.set({ viewInHand: openOf(t.world, t.state).findIndex((o) => o.film.id === at.film.id) });
    // A time has nothing to place: what it lacks is a key frame.
    if (!wanted) {
      if (unmarked) t.set({ task: 'keyFrames', problem: null, said: null, event: unmarked }).goTo(unmarked);
      return;
    }
    const lacking = lackingPoints(t.world, t.state, at.film, wanted.needs);
    takePoint(t, at, lacking.length > 0 ? lacking : inOrder(wanted.needs), 0);
  },
  nudge(t, { x, y, fine }) {
    const inHand = heldFilmOf(t.world, t.state);
    if (!t.state.held || !inHand) return;
    const step = ((fine ? STEP.fine : STEP.coarse) * inHand.film.height) / USUAL_HEIGHT;
    const { at } = t.state.held;
    POINT_HANDLERS.movePoint(t, { type: 'movePoint', x: at.x + x * step, y: at.y + y * step });
  },
  /** Puts the point in hand somewhere, held inside the film; it is placed when the coach says so. */
  movePoint(t, { x, y }) {
    const inHand = heldFilmOf(t.world, t.state);
    if (!t.state.held || !inHand) return;
    const { width, height } = inHand.film;
    const at = { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) };
    t.set({ held: { ...t.state.held, looked: true, proposedSd: null, at } });
  },
  place(t) {
    const inHand = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (!held || !inHand) return;
    const { id: clipId, height } = inHand.film;
    const [event, point] = split(held.queue[held.index]!);
    // Under the magnifier, and left where the computer has put it: that is seen to be right.
    const origin = held.proposedSd !== null ? 'confirmed' : held.looked ? 'placed' : 'guessed';
    const frame = isTurn(point)
      ? frameIn(t.world, t.state, inHand)
      : frameOfPoint(event, point, inHand, t.state.proposals, t.state.data);
    const pointSd = origin === 'confirmed' ? held.proposedSd! : (POINT_SD[origin] * height) / USUAL_HEIGHT;
    t.enter([{ kind: 'point', clipId, event, point, ...held.at, frame, origin, pointSd }]);
    takePoint(t, inHand, held.queue, held.index + 1);
  },
  /** Where the head turns the coach looks for the frame himself: another one, held between the two key frames. */
  stepPoint(t, { by }) {
    const inHand = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (!held || !inHand) return;
    const [, point] = split(held.queue[held.index]!);
    const within = turnFrames(
      point,
      t.state.data.marks.filter((m) => m.clipId === inHand.film.id),
    );
    if (!within) return t.set({ said: 'This point lies on its key frame.' });
    const frame = Math.max(within.from, Math.min(within.to, frameIn(t.world, t.state, inHand) + by));
    t.show(inHand, frame);
    const found = held.proposedSd === null ? undefined : foundPoint(point, inHand, frame, t.state.proposals);
    if (found) t.set({ held: { ...held, at: { x: found.x, y: found.y }, proposedSd: found.sd } });
  },
  pointBefore(t) {
    const inHand = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (held && inHand && held.index > 0) takePoint(t, inHand, held.queue, held.index - 1);
  },
} satisfies Partial<Handlers>;

/** Takes a point in hand: where it was last, else where the body's proportions put it. After the last one no point is in hand. */
function takePoint(t: Turn, inHand: Known, queue: readonly PointAt[], index: number): void {
  const wanted = queue[index];
  if (!wanted) return void t.layer('done');
  const { id, width, height, towardsTarget, gloveSide } = inHand.film;
  const { data } = t.state;
  const [event, point] = split(wanted);
  const frame = frameOfPoint(event, point, inHand, t.state.proposals, data);
  if (frame !== null) t.show(inHand, frame);
  const placed: PlacedPoint[] = data.points.filter((p) => p.clipId === id);
  const before = data.points.find((p) => p.clipId === id && p.event === event && p.point === point);
  const seenBefore = before !== undefined && wasSeen(before.origin);
  // What another program has found goes before what ours has: somebody has brought it.
  const read = before?.origin === 'proposed' && before.frame === frame ? before : undefined;
  const proposed = frame !== null && !seenBefore ? (read ?? foundPoint(point, inHand, frame, t.state.proposals)) : undefined;
  const guess =
    proposed ??
    before ??
    guessPoint(
      { event, point },
      { view: towardsTarget === null ? 'front' : 'openSide', xDirection: towardsTarget ?? gloveSide ?? 1, width, height, placed },
    );
  const marks = data.marks.filter((m) => m.clipId === id);
  t.layer('takePoints').set({
    held: {
      clipId: id,
      queue,
      index,
      at: guess ? { x: guess.x, y: guess.y } : { x: width / 2, y: height / 2 },
      // Where the key frame has moved since, the old place is a guess like any other.
      looked: before !== undefined && wasSeen(before.origin) && !isStale(before, marks),
      proposedSd: proposed?.sd ?? null,
    },
  });
}
