import type { ResolvedCheckpoint } from '@stride-chalk/core';
import { askedIn, isOpen } from './asked.ts';
import { activeOf, askedOf, checkpointOf, deliveryOf, firstUnscored } from './bench-selectors.ts';
import { markOf } from './moments.ts';
import { lookedFor } from './proposals.ts';
import type { Task } from './types.ts';
import type { Turn, Handlers } from './turn.ts';

/** Takes another delivery in hand. */
export function chooseDelivery(t: Turn, index: number): void {
  const chosen = t.world.deliveries[index];
  if (!chosen) return;
  const before = checkpointOf(t.world, t.state);
  t.layer('leave').set({ deliveryIndex: index, said: null });
  if (t.state.task === 'levels') t.set({ checkpointId: firstUnscored(t.world, t.state, chosen.id)?.id ?? before?.id ?? null });
}

/** Takes up a task, where it has to go on. */
export function takeUp(t: Turn, task: Task): void {
  t.layer('leave').set({ task, problem: null, said: null });
  const { world } = t;
  if (task === 'keyFrames') {
    const at = activeOf(world, t.state);
    const missing = at && lookedFor(at.film.id, t.state.proposals).find((e) => !markOf(t.state.data, at.film.id, e));
    if (missing) t.set({ event: missing });
  }
  if (task !== 'levels' && task !== 'across') return;
  const open = (d: (typeof world.deliveries)[number], c: ResolvedCheckpoint): boolean =>
    askedIn(world, t.state.data, d).includes(c) && isOpen(world, t.state.data, d.id, c);
  const unscored = world.deliveries.findIndex((d) => world.askedOf(d.kind).some((c) => open(d, c)));
  if (task === 'levels' && unscored >= 0) t.set({ deliveryIndex: unscored });
  if (task === 'across') t.set({ deliveryIndex: 0 });
  const delivery = deliveryOf(world, t.state);
  const asked = askedOf(world, t.state);
  const first =
    task === 'levels'
      ? delivery && firstUnscored(world, t.state, delivery.id)
      : asked.find((c) => world.deliveries.some((d) => open(d, c)));
  t.set({ checkpointId: (first ?? asked[0])?.id ?? null, frames: {} });
}

/** Which delivery, which task, and what of it is in hand. */
export const WORK_HANDLERS = {
  delivery: (t, { index }) => chooseDelivery(t, index),
  task: (t, { task }) => takeUp(t, task),
  event: (t, { event }) => t.layer('leave').set({ problem: null, said: null, event }).goTo(event),
  checkpoint: (t, { id }) => t.chooseCheckpoint(id),
  figure: (t, { figure }) => t.layer('leave').set({ figure }),
} satisfies Partial<Handlers>;
