import simplify from 'simplify-js';
import { MOST_STROKES, POINTS_OF, strokeProblem, type Position } from '@stride-chalk/core';
import { activeOf, chalkInHand, chalkOn, strokesOn } from './bench-selectors.ts';
import type { ChalkInHand } from './bench-state.ts';
import { strokeInWords } from './entry-place.ts';
import { STEP, USUAL_HEIGHT, type Handlers, type Turn } from './turn.ts';
import type { Film } from './types.ts';

/** A press that ends nearer than this to where it began has set a point, and drawn nothing: pixels of a film of usual height. */
const CLICK = 6;
/** How far a freehand line may be from the way of the hand, in the same. */
const NEAR = 1;

const scaleOf = (film: Film): number => film.height / USUAL_HEIGHT;
const apart = (a: Position, b: Position): number => Math.hypot(a.x - b.x, a.y - b.y);
const inside = (film: Film, { x, y }: Position): Position => ({
  x: Math.max(0, Math.min(film.width, x)),
  y: Math.max(0, Math.min(film.height, y)),
});

/** The way of a hand with as many points as it needs, and no more than are kept. */
function thinned(points: readonly Position[], film: Film): Position[] {
  let near = NEAR * scaleOf(film);
  let kept = simplify([...points], near, true);
  while (kept.length > POINTS_OF.freehand[1]) {
    near *= 1.5;
    kept = simplify(kept, near, true);
  }
  return kept.map(({ x, y }) => ({ x, y }));
}

/** Drawing on a frame. */
export const CHALK_HANDLERS = {
  chalk(t) {
    const at = activeOf(t.world, t.state);
    if (!at) return t.set({ said: 'There is no film to draw on.' });
    t.layer('takeChalk');
    // A question that is open is answered first.
    if (t.state.layer === 'chalk') t.set({ chalk: chalkOn(t.world, t.state, at, t.state.chalk), said: null });
  },
  shape(t, { shape }) {
    const hand = fresh(t);
    if (hand) hold(t, { ...hand, shape, points: [], chosen: null });
  },
  nudgeChalk(t, { x, y, fine }) {
    const hand = fresh(t);
    const film = activeOf(t.world, t.state)?.film;
    if (!hand || !film) return;
    const step = (fine ? STEP.fine : STEP.coarse) * scaleOf(film);
    hold(t, { ...hand, at: inside(film, { x: hand.at.x + x * step, y: hand.at.y + y * step }), chosen: null });
  },
  draw(t, { end, stroke }) {
    const hand = fresh(t);
    if (!hand) return;
    if (end && hand.shape !== 'freehand')
      return t.set({ said: 'Only a freehand line is ended: the others are whole by themselves.' });
    setPoint(t, hand, end, stroke);
  },
  pen(t, { phase, x, y, stroke }) {
    const hand = fresh(t);
    const film = activeOf(t.world, t.state)?.film;
    if (!hand || !film) return;
    const at = inside(film, { x, y });
    const twoEnds = POINTS_OF[hand.shape][0] === 2;
    if (phase === 'down') {
      // Where it is pressed a shape with two ends begins, unless it has begun; a freehand line always begins anew.
      const points = hand.shape === 'freehand' || (twoEnds && hand.points.length === 0) ? [at] : hand.points;
      return hold(t, { ...hand, at, points, chosen: null, down: true });
    }
    if (!hand.down) return;
    if (phase === 'move') return hold(t, { ...hand, at, points: hand.shape === 'freehand' ? [...hand.points, at] : hand.points });
    const up = { ...hand, at, down: false };
    const [begun] = hand.points;
    if (!twoEnds) return setPoint(t, up, false, stroke);
    if (begun && apart(begun, at) > CLICK * scaleOf(film)) return setPoint(t, up, true, stroke);
    hold(t, { ...up, points: hand.shape === 'freehand' ? [] : hand.points });
  },
  label(t, { text, stroke }) {
    const hand = fresh(t);
    if (!hand) return;
    t.layer('takeChalk');
    if (text === null || text.trim() === '') return hold(t, { ...hand, points: [] });
    enterStroke(t, hand, hand.points, text.trim(), stroke);
  },
  chalkBack(t) {
    const hand = fresh(t);
    if (!hand) return;
    if (hand.points.length === 0) return t.set({ said: 'No point is set. U takes the last drawing back.' });
    hold(t, { ...hand, points: hand.points.slice(0, -1) });
  },
  chooseStroke(t, { by }) {
    const hand = fresh(t);
    if (!hand) return;
    const there = strokesOn(t.state.data, hand.clipId, hand.frame);
    if (there.length === 0) return t.set({ said: 'Nothing is drawn on this frame.' });
    const now = there.findIndex((x) => x.stroke === hand.chosen);
    const next = now < 0 ? (by === 1 ? 0 : there.length - 1) : (now + by + there.length) % there.length;
    hold(t, { ...hand, chosen: there[next]!.stroke, points: [] });
  },
  dropStroke(t, { stroke }) {
    const hand = fresh(t);
    if (!hand) return;
    const there = strokesOn(t.state.data, hand.clipId, hand.frame);
    const named = stroke ?? hand.chosen;
    const gone = named === null ? there.at(-1) : there.find((x) => x.stroke === named);
    if (!gone) return t.set({ said: 'Nothing is drawn on this frame.' });
    t.enter([{ kind: 'unstroke', clipId: gone.clipId, frame: gone.frame, stroke: gone.stroke }], `${strokeInWords(gone)} off`);
    hold(t, { ...hand, chosen: null }).set({ said: `Taken off: ${strokeInWords(gone)}. U puts it there again.` });
  },
} satisfies Partial<Handlers>;

/** Chalk as it is on the film and the frame in hand: what was begun on another one is no part of it. */
const fresh = (t: Turn): ChalkInHand | null => chalkInHand(t.world, t.state);
const hold = (t: Turn, chalk: ChalkInHand): Turn => t.set({ chalk, said: null });

/** Sets a point where the cross is, or ends the drawing there. */
function setPoint(t: Turn, hand: ChalkInHand, end: boolean, stroke: string): void {
  const film = activeOf(t.world, t.state)!.film;
  const last = hand.points.at(-1);
  const points = last && last.x === hand.at.x && last.y === hand.at.y ? hand.points : [...hand.points, hand.at];
  if (hand.shape === 'label') return void hold(t, { ...hand, points: [hand.at] }).layer('askWords');
  if (points === hand.points && hand.shape !== 'freehand')
    return void hold(t, hand).set({ said: 'The cross is where the last point is: move it first.' });
  if (!end && points.length < POINTS_OF[hand.shape][1]) return void hold(t, { ...hand, points });
  enterStroke(t, hand, hand.shape === 'freehand' ? thinned(points, film) : points, null, stroke);
}

function enterStroke(t: Turn, hand: ChalkInHand, points: readonly Position[], text: string | null, stroke: string): void {
  const { clipId, frame, shape } = hand;
  const problem =
    strokeProblem({ shape, points, text }) ??
    (strokesOn(t.state.data, clipId, frame).length >= MOST_STROKES
      ? `This frame has ${MOST_STROKES} drawings: take one off before you draw another.`
      : null);
  if (problem) return void hold(t, { ...hand, points: [] }).set({ said: problem });
  t.enter([{ kind: 'stroke', stroke, clipId, frame, shape, points, text }]);
  hold(t, { ...hand, points: [], chosen: null, down: false });
}
