import { orderProblems, type Entry, type EventId, type ClipId } from '@stride-chalk/core';
import {
  activeOf,
  confirmedByStrip,
  deliveryOf,
  eventsOf,
  filmFor,
  frameIn,
  frameOfEvent,
  openOf,
  otherOf,
  proposedOf,
  stripOf,
  unmarkedOf,
  type StripCell,
} from './bench-selectors.ts';
import { filmsOfDelivery } from './bench-state.ts';
import { viewInWords } from './entry-place.ts';
import { clampFrame, markOf } from './moments.ts';
import { lookedFor, lookWords } from './proposals.ts';
import type { Known } from './types.ts';
import type { Turn, Handlers } from './turn.ts';
import { takeUp } from './handle-work.ts';

/** Key frames: marked one by one, taken off, and confirmed at a look. */
export const KEY_FRAME_HANDLERS = {
  mark(t, { between }) {
    const at = activeOf(t.world, t.state);
    if (!at) return;
    const { event, data } = t.state;
    const frame = frameIn(t.world, t.state, at);
    const frameTo = between ? clampFrame(at.time, frame + 1) : null;
    const others = data.marks.filter((m) => m.clipId === at.film.id && m.event !== event);
    const wrong = orderProblems([...others, { event, frame, frameTo }]).find((p) => p.earlier === event || p.later === event);
    if (wrong) return t.set({ problem: `Not marked. ${wrong.message}` });
    const corrected = markOf(data, at.film.id, event) !== null;
    const proposed = proposedOf(t.world, t.state, event, at);
    // He has seen the very frame that was proposed: it is on his screen.
    const how = proposed?.frame === frame && !between ? confirmedBy(proposed) : {};
    t.set({ problem: null }).enter([{ kind: 'mark', clipId: at.film.id, event, frame, frameTo, ...how }]);
    // Whoever corrects a mark stays where he is.
    if (!corrected && !goOnForFigure(t, at)) goOnMarking(t, at);
  },
  unmark(t) {
    const at = activeOf(t.world, t.state);
    if (at && markOf(t.state.data, at.film.id, t.state.event))
      t.enter([{ kind: 'unmark', clipId: at.film.id, event: t.state.event }]);
  },
  unmarkFilm(t) {
    const at = activeOf(t.world, t.state);
    if (!at) return;
    const clipId = at.film.id;
    const marks = t.state.data.marks.filter((m) => m.clipId === clipId);
    const points = t.state.data.points.filter((p) => p.clipId === clipId);
    const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
    const words = `all of the ${viewInWords(at.film, t.world.deliveries)}: ${count(marks.length, 'key frame')}, ${count(points.length, 'point')}`;
    if (marks.length + points.length === 0) return t.set({ said: 'Nothing is marked on this film.' });
    t.enter(
      [
        // Marks first: where they are seen is where all of it is taken back.
        ...marks.map((m): Entry => ({ kind: 'unmark', clipId, event: m.event })),
        ...points.map((p): Entry => ({ kind: 'unpoint', clipId, event: p.event, point: p.point })),
      ],
      words,
    );
    t.set({ said: `Taken off: ${words}. U puts them there again.` });
  },
  strip(t) {
    const cells = stripOf(t.world, t.state);
    const open = cells.findIndex((c) => !c.marked);
    if (open < 0)
      return t.set({
        said: cells.length > 0 ? 'Every key frame here is marked.' : nothingProposed(t),
      });
    t.layer('leave').set({ task: 'keyFrames', problem: null, said: null });
    t.layer('showStrip').set({ strip: { cursor: open, shown: {}, left: [] } });
  },
  stripMove(t, { by }) {
    const { strip } = t.state;
    const cells = stripOf(t.world, t.state);
    const at = strip && cells[strip.cursor];
    if (!strip || !at) return;
    const there =
      by === 'otherView' ? cells.findIndex((c) => c.event === at.event && c.at.film.id !== at.at.film.id) : strip.cursor + by;
    if (cells[there]) t.set({ strip: { ...strip, cursor: there } });
  },
  stripLeave(t) {
    const { strip } = t.state;
    const cell = strip && stripOf(t.world, t.state)[strip.cursor];
    if (!strip || !cell || cell.marked) return;
    const left = strip.left.includes(cell.key) ? strip.left.filter((k) => k !== cell.key) : [...strip.left, cell.key];
    t.set({ strip: { ...strip, left } });
  },
  stripShown(t, { key, frame }) {
    const { strip } = t.state;
    if (strip) t.set({ strip: { ...strip, shown: { ...strip.shown, [key]: frame } } });
  },
  stripGo(t, { key }) {
    const { strip } = t.state;
    const cells = stripOf(t.world, t.state);
    const cell = key === undefined ? cells[strip?.cursor ?? 0] : cells.find((c) => c.key === key);
    if (strip && cell) lookAtCell(t, cell);
  },
  confirmSure(t) {
    if (!t.state.strip) return;
    const cells = confirmedByStrip(t.world, t.state);
    const entries: Entry[] = [];
    for (const { at, event, frame, proposed } of cells) {
      const marks = [...t.state.data.marks, ...entries].flatMap((m) =>
        'event' in m && 'frame' in m && m.clipId === at.film.id && 'frameTo' in m ? [m] : [],
      );
      // What cannot stand beside the others is looked at by itself.
      if (orderProblems([...marks, { event, frame, frameTo: null }]).length > 0) continue;
      entries.push({ kind: 'mark', clipId: at.film.id, event, frame, frameTo: null, ...confirmedBy(proposed!) });
    }
    const words = `${entries.length} key frame${entries.length === 1 ? '' : 's'} of delivery ${deliveryOf(t.world, t.state)?.number}`;
    t.enter(entries, words);
    // Of this delivery: where none of it is left the next one is in hand after this.
    const open = openOf(t.world, t.state).reduce(
      (n, { film }) => n + lookedFor(film.id, t.state.proposals).filter((e) => !markOf(t.state.data, film.id, e)).length,
      0,
    );
    const next = stripOf(t.world, t.state).find((c) => !c.marked);
    if (next) lookAtCell(t, next);
    else {
      t.layer('done');
      const at = activeOf(t.world, t.state);
      if (at) goOnMarking(t, at);
    }
    t.set({
      said: `${entries.length} confirmed.${open > 0 ? ` ${open} to look at one by one: Enter goes from each to the next.` : ''}`,
    });
  },
} satisfies Partial<Handlers>;

/** Why there is nothing to look at at once: what became of the computer's look, else that it found nothing. */
function nothingProposed({ world, state }: Turn): string {
  const why = lookWords(filmsOfDelivery(world.clips, deliveryOf(world, state)?.id), state.proposals);
  return `${why.join(' ') || 'Nothing is proposed of this delivery.'} Key frames can be marked one by one.`;
}

/** How what was proposed is entered once it is seen. */
const confirmedBy = ({ spread }: { readonly spread: number }) => ({ origin: 'confirmed' as const, spread });

/** Shows a cell of the strip large, as the key frame that is looked for. */
function lookAtCell(t: Turn, cell: StripCell): void {
  t.layer('done');
  const viewInHand = openOf(t.world, t.state).findIndex((o) => o.film.id === cell.at.film.id);
  t.set({ viewInHand, event: cell.event, problem: null, frames: {} });
  t.goTo(cell.event);
}

/** After a mark that serves the figure in hand and is not asked for otherwise: what that figure still lacks in this film, else back to the figures. */
function goOnForFigure(t: Turn, at: Known): boolean {
  const { world, state } = t;
  const { event, figure } = state;
  if (lookedFor(at.film.id, state.proposals).includes(event) || !eventsOf(figure).includes(event)) return false;
  if (filmFor(world, state, figure)?.film.id !== at.film.id) return false;
  const lacking = unmarkedOf(world, state, figure);
  if (lacking) t.set({ event: lacking }).show(at, frameOfEvent(world, t.state, lacking, at));
  else t.layer('leave').set({ task: 'figures' });
  return true;
}

/** After a first mark: the next key frame that is asked for, in the view in hand, else in the other view, else in the next delivery. */
function goOnMarking(t: Turn, at: Known): void {
  const { world } = t;
  const missing = (filmId: ClipId | undefined): EventId | undefined =>
    filmId === undefined ? undefined : lookedFor(filmId, t.state.proposals).find((e) => !markOf(t.state.data, filmId, e));
  const here = missing(at.film.id);
  if (here) return void t.set({ event: here }).show(at, frameOfEvent(world, t.state, here, at));
  const other = otherOf(world, t.state, at);
  const there = missing(other?.film.id);
  if (other && there) {
    t.set({ viewInHand: openOf(world, t.state).findIndex((o) => o.film.id === other.film.id), event: there });
    return void t.show(other, frameOfEvent(world, t.state, there, other));
  }
  const next = world.deliveries.findIndex(
    (d, i) => i !== t.state.deliveryIndex && filmsOfDelivery(world.clips, d.id).some((f) => f.state === 'ready' && missing(f.id)),
  );
  if (next < 0) return void takeUp(t, 'levels');
  const films = filmsOfDelivery(world.clips, world.deliveries[next]!.id);
  t.set({ deliveryIndex: next, viewInHand: 0, event: missing(films[0]?.id) ?? 'set' });
}
