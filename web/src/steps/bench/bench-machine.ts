import { POSE_FIGURES, TIME_FIGURES } from '@stride-chalk/core';
import { withEntry } from './bench-data.ts';
import type { BenchAction } from './bench-actions.ts';
import { askedOf, checkpointOf, deliveryOf, frameIn, openOf, scoreOf } from './bench-selectors.ts';
import type { BenchState, EntryStep } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import { isSeen, placeOf } from './entry-place.ts';
import { OFFERED } from './moments.ts';
import { FILM_HANDLERS } from './handle-films.ts';
import { WORK_HANDLERS } from './handle-work.ts';
import { KEY_FRAME_HANDLERS } from './handle-key-frames.ts';
import { LEVEL_HANDLERS } from './handle-levels.ts';
import { POINT_HANDLERS } from './handle-points.ts';
import { CHALK_HANDLERS } from './handle-chalk.ts';
import { JOINT_HANDLERS } from './handle-joints.ts';
import { Turn, type Handler, type Handlers, type Outcome } from './turn.ts';

const HANDLERS: Handlers = {
  ...FILM_HANDLERS,
  ...WORK_HANDLERS,
  ...KEY_FRAME_HANDLERS,
  ...LEVEL_HANDLERS,
  ...POINT_HANDLERS,
  ...JOINT_HANDLERS,
  ...CHALK_HANDLERS,
  takeBack(t, { direction }) {
    const undo = direction === 'undo';
    const { done, undone } = t.state;
    const step = (undo ? done : undone).at(-1);
    if (!step) return t.set({ said: undo ? 'Nothing to take back.' : 'Nothing was taken back.' });
    const place = placeOf(step.entries[0]!, t.world);
    const words = step.words ?? place.words;
    const drawnOn = place.at && openOf(t.world, t.state).find((o) => o.film.id === place.at?.clipId);
    const seen =
      isSeen(place, t.state.task, deliveryOf(t.world, t.state)?.id ?? null) &&
      (place.at === null || (drawnOn != null && frameIn(t.world, t.state, drawnOn) === place.at.frame));
    const drawing = t.state.layer === 'chalk' && place.at !== null;
    t.layer('leave');
    if (!seen) {
      const index = t.world.deliveries.findIndex((d) => d.id === place.deliveryId);
      t.set({ task: place.task ?? t.state.task, deliveryIndex: index >= 0 ? index : t.state.deliveryIndex, frames: {} });
    } else t.put(undo ? step.inverses : step.entries).set(moved(t.state, step, undo));
    if (place.event) t.set({ event: place.event });
    if (place.checkpoint) t.set({ checkpointId: place.checkpoint });
    if (place.at && !seen) {
      const { clipId, frame } = place.at;
      const films = openOf(t.world, t.state);
      const shown = films.find((o) => o.film.id === clipId);
      if (shown) t.set({ viewInHand: films.indexOf(shown) }).show(shown, frame);
    }
    // Whoever draws goes on drawing.
    if (drawing) CHALK_HANDLERS.chalk(t);
    if (!seen) return t.set({ said: `${undo ? 'U' : '⇧U'} once more ${undo ? 'takes back' : 'puts there again'}: ${words}.` });
    t.set({ said: undo ? `Taken back: ${words}. ⇧U puts it there again.` : `There again: ${words}.` });
  },
  proposals: (t, { proposals }) => t.set({ proposals }),
  layer(t, { on }) {
    // What was seen is only asked where something was scored.
    const delivery = deliveryOf(t.world, t.state);
    const checkpoint = checkpointOf(t.world, t.state);
    const scored = delivery && checkpoint && scoreOf(t.world, t.state, delivery.id, checkpoint.id);
    if (on !== 'askFault' || scored) t.layer(on);
  },
  say: (t, { words }) => t.set({ said: words }),
  problem: (t, { words }) => t.set({ problem: words }),
  stands: (t, { entry, by }) =>
    t.set({
      data: withEntry(t.state.data, entry, t.world.staffId),
      said: `Newer by ${by}, and it holds: ${placeOf(entry, t.world).words}`,
    }),
  arrived: (t, { entries }) => t.set({ data: entries.reduce((d, e) => withEntry(d, e, t.world.staffId), t.state.data) }),
};

/** What goes on while a film plays; everything else stops it. */
const WHILE_PLAYING: ReadonlySet<BenchAction['type']> = new Set([
  'played',
  'play',
  'zoom',
  'closer',
  'whole',
  'pan',
  'say',
  'pictures',
  'problem',
  'arrived',
  'stands',
  'proposals',
]);

/**
 * The state after an action, and the entries that it made. Nothing else changes the state; the same action on the same state always does the same.
 *
 * @example transition(world, state, { type: 'level', level: 2 }).state.layer // 'fault': what was seen?
 */
export function transition(world: BenchWorld, state: BenchState, action: BenchAction): Outcome {
  const t = new Turn(world, state);
  if (state.playing && !WHILE_PLAYING.has(action.type)) t.set({ playing: false });
  (HANDLERS[action.type] as Handler<typeof action.type>)(t, action as never);
  return { state: t.state, send: t.send };
}

const moved = (s: BenchState, step: EntryStep, undo: boolean): Pick<BenchState, 'done' | 'undone'> =>
  undo ? { done: s.done.slice(0, -1), undone: [...s.undone, step] } : { done: [...s.done, step], undone: s.undone.slice(0, -1) };

/** Figures as the bench lists them: first those whose points are placed. */
const LISTED_FIGURES = [...POSE_FIGURES, ...TIME_FIGURES];

/** The figure, key frame or checkpoint beside the one in hand, held at the ends of its list. */
export function beside(world: BenchWorld, state: BenchState, by: 1 | -1): BenchAction | null {
  const next = <T>(all: readonly T[], at: number): T | undefined => all[Math.max(0, Math.min(all.length - 1, at + by))];
  if (state.task === 'keyFrames') return { type: 'event', event: next(OFFERED, OFFERED.indexOf(state.event))! };
  if (state.task === 'figures')
    return {
      type: 'figure',
      figure: next(
        LISTED_FIGURES,
        LISTED_FIGURES.findIndex((r) => r.id === state.figure),
      )!.id,
    };
  const asked = askedOf(world, state);
  const at = next(
    asked,
    asked.findIndex((c) => c.id === checkpointOf(world, state)?.id),
  );
  return at ? { type: 'checkpoint', id: at.id } : null;
}
