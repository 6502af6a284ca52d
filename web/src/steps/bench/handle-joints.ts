import { eventName, POINTS, type Entry } from '@stride-chalk/core';
import { frameOfEvent, jointsInHand, openOf } from './bench-selectors.ts';
import { viewInWords } from './entry-place.ts';
import { markOf } from './moments.ts';
import { chooseDelivery } from './handle-work.ts';
import { jointSteps, lookOf, NOTHING_MOVED, type JointStep } from './proposals.ts';
import { POINT_SD, STEP, USUAL_HEIGHT, type Handlers, type Turn } from './turn.ts';

/** Joints that were found, key frame after key frame. */
export const JOINT_HANDLERS = {
  joints(t) {
    const { world } = t;
    const waiting = (index: number): readonly JointStep[] =>
      jointSteps(openOf(world, { ...t.state, task: 'figures', deliveryIndex: index }), t.state.proposals, t.state.data);
    // Whoever has confirmed the last key frame of a delivery is at the next one: its joints wait.
    if (waiting(t.state.deliveryIndex).length === 0) {
      const other = world.deliveries.findIndex((_, index) => waiting(index).length > 0);
      if (other >= 0) chooseDelivery(t, other);
    }
    const open = openOf(world, t.state);
    const steps = waiting(t.state.deliveryIndex);
    if (steps.length === 0)
      return t.set({
        said: open.some(({ film }) => lookOf(t.state.proposals, film.id))
          ? 'No joint here waits to be looked at: mark its key frames first.'
          : 'No joints are proposed of these films: points are placed by hand.',
      });
    t.layer('leave').set({ task: 'figures', problem: null, said: null });
    t.layer('takeJoints').set({ joints: { steps, index: 0, ...NOTHING_MOVED } });
    showJoints(t);
  },
  chooseJoint(t, { by }) {
    const hand = jointsInHand(t.world, t.state);
    const { joints } = t.state;
    if (!hand || !joints) return;
    // Those that have to be looked at first, then the others that a figure needs.
    const open = hand.joints.filter((j) => j.needed && !j.seen).sort((a, b) => Number(b.unsure) - Number(a.unsure));
    const at = open.findIndex((j) => j.point === joints.chosen);
    const chosen = open[(at < 0 && by < 0 ? 0 : at + by + open.length) % open.length]?.point;
    if (chosen) t.set({ joints: { ...joints, chosen, looked: [...new Set([...joints.looked, chosen])] } });
  },
  nudgeJoint(t, { x, y, fine }) {
    const hand = jointsInHand(t.world, t.state);
    const joint = hand?.joints.find((j) => j.point === t.state.joints?.chosen);
    if (!hand || !joint) return;
    const step = ((fine ? STEP.fine : STEP.coarse) * hand.at.film.height) / USUAL_HEIGHT;
    JOINT_HANDLERS.moveJoint(t, { type: 'moveJoint', x: joint.x + x * step, y: joint.y + y * step });
  },
  moveJoint(t, { x, y }) {
    const hand = jointsInHand(t.world, t.state);
    const { joints } = t.state;
    if (!hand || !joints) return;
    const { width, height } = hand.at.film;
    const at = { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) };
    const open = hand.joints.filter((j) => j.needed && !j.seen);
    const near = (j: { readonly x: number; readonly y: number }): number => Math.hypot(j.x - at.x, j.y - at.y);
    const chosen = joints.chosen ?? open.reduce((a, b) => (near(b) < near(a) ? b : a), open[0]!)?.point;
    if (!chosen) return;
    t.set({
      joints: {
        ...joints,
        chosen,
        looked: [...new Set([...joints.looked, chosen])],
        moved: { ...joints.moved, [chosen]: at },
      },
    });
  },
  turnSides(t, { limbs }) {
    const { joints } = t.state;
    if (!joints) return;
    const turned = joints.turned.includes(limbs) ? joints.turned.filter((l) => l !== limbs) : [...joints.turned, limbs];
    t.set({ joints: { ...joints, turned }, said: `${limbs === 'legs' ? 'Legs' : 'Arms'} have changed sides at this key frame.` });
  },
  confirmJoints(t) {
    const hand = jointsInHand(t.world, t.state);
    const { joints } = t.state;
    if (!hand || !joints) return;
    const { film } = hand.at;
    const frame = markOf(t.state.data, film.id, hand.event)!.frame;
    const open = hand.joints.filter((j) => j.needed && !j.seen);
    const seen = open.filter((j) => j.moved || !j.unsure || joints.looked.includes(j.point));
    const entries = seen.map(
      ({ point, x, y, sd, moved }): Entry => ({
        ...{ kind: 'point', clipId: film.id, event: hand.event, point, x, y, frame },
        origin: moved ? 'placed' : 'confirmed',
        pointSd: moved ? (POINT_SD.placed * film.height) / USUAL_HEIGHT : sd,
      }),
    );
    t.enter(
      entries,
      `${entries.length} joint${entries.length === 1 ? '' : 's'} at “${eventName(hand.event)}”, ${viewInWords(film, t.world.deliveries)}`,
    );
    const left = open.filter((j) => !seen.includes(j));
    if (joints.index + 1 < joints.steps.length) {
      t.set({ joints: { steps: joints.steps, index: joints.index + 1, ...NOTHING_MOVED } });
      showJoints(t);
    } else t.layer('done');
    t.set({
      said:
        left.length > 0
          ? `Left at “${eventName(hand.event)}”, for nobody has looked at it: ${left.map((j) => POINTS[j.point]).join(', ')}.`
          : null,
    });
  },
} satisfies Partial<Handlers>;

/** Shows the key frame whose joints are in hand. */
function showJoints(t: Turn): void {
  const hand = jointsInHand(t.world, t.state);
  if (!hand) return;
  t.set({ viewInHand: openOf(t.world, t.state).findIndex((o) => o.film.id === hand.at.film.id) });
  t.show(hand.at, frameOfEvent(t.world, t.state, hand.event, hand.at));
}
