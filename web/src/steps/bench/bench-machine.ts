import {
  eventName,
  guessPoint,
  isStale,
  isTurn,
  orderProblems,
  turnFrames,
  POSE_FIGURES,
  pointsOfFilm,
  poseFigure,
  POINTS,
  wasSeen,
  type Entry,
  type EventId,
  type PlacedPoint,
  type PointAt,
  type ResolvedCheckpoint,
  type ClipId,
  type DeliveryId,
} from '@stride-chalk/core';
import { askedIn, isOpen, madeBySelf, unseenEntries } from './asked.ts';
import { inverseOf, ownScore, scoreEntry, withEntry } from './bench-data.ts';
import type { BenchAction } from './bench-actions.ts';
import { nextLayer, type LayerEvent } from './bench-layer.ts';
import {
  activeOf,
  askedOf,
  checkpointOf,
  confirmedByStrip,
  deliveryOf,
  eventOf,
  filmsOf,
  figuresOf,
  firstUnscored,
  frameIn,
  frameOfEvent,
  jointsInHand,
  offeredHere,
  offeredInPhase,
  openOf,
  opensAt,
  otherOf,
  proposedOf,
  scoreOf,
  filmFor,
  heldFilmOf,
  split,
  stripOf,
  suggestedHere,
  unmarkedOf,
  zoomOf,
  type StripCell,
} from './bench-selectors.ts';
import { filmsOfDelivery, type BenchState, type EntryStep } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import { isSeen, placeOf, viewInWords } from './entry-place.ts';
import { nextZoom, panned } from './film-window.ts';
import { clampFrame, markOf, OFFERED, sameMoment } from './moments.ts';
import { jointSteps, foundPoint, frameOfPoint, lookedFor, lookOf, NOTHING_MOVED } from './proposals.ts';
import { suggestionFor } from './suggestions.ts';
import type { Known } from './types.ts';

/** The state after an action, and what is to be kept and sent. */
export interface Outcome {
  readonly state: BenchState;
  readonly send: readonly Entry[];
}

/** A state under change: the entries gather in it. */
class Turn {
  readonly send: Entry[] = [];
  state: BenchState;
  readonly world: BenchWorld;
  constructor(world: BenchWorld, state: BenchState) {
    this.world = world;
    this.state = state;
  }
  set(more: Partial<BenchState>): this {
    this.state = { ...this.state, ...more };
    return this;
  }
  /** Opens or closes what lies over the work; without the layer of points no point is in hand. */
  layer(on: LayerEvent): this {
    const layer = nextLayer(this.state.layer, on);
    const { held, strip, joints, overview } = this.state;
    return this.set({
      layer,
      held: layer === 'points' ? held : null,
      strip: layer === 'strip' ? strip : null,
      joints: layer === 'joints' ? joints : null,
      overview: layer === 'overview' ? overview : null,
    });
  }
  put(entries: readonly Entry[]): this {
    this.send.push(...entries);
    return this.set({ data: entries.reduce((d, e) => withEntry(d, e, this.world.staffId), this.state.data) });
  }
  /** Enters what one key did, so that one key takes it back. */
  enter(entries: readonly Entry[], words: string | null = null): this {
    if (entries.length === 0) return this;
    const { data, done } = this.state;
    const inverses = entries.map((e) => inverseOf(data, e, this.world.staffId)).reverse();
    this.set({ done: [...done, { entries, inverses, words }], undone: [] });
    return this.put(entries);
  }
  /** Shows a frame; the other view follows to the same moment once a key frame is common to both. */
  show(at: Known, frame: number): this {
    const inside = clampFrame(at.time, frame);
    const other = otherOf(this.world, this.state, at);
    const same = other ? sameMoment(at, inside, other, this.state.data) : null;
    const frames = { ...this.state.frames, [at.film.id]: inside };
    return this.set({ frames: other && same !== null ? { ...frames, [other.film.id]: same } : frames });
  }
  /** Shows an event in every open film. */
  goTo(event: EventId): this {
    const { world, state } = this;
    const shown = openOf(world, state).map((o) => [o.film.id, frameOfEvent(world, state, event, o)] as const);
    return this.set({ frames: { ...state.frames, ...Object.fromEntries(shown) } });
  }
  chooseCheckpoint(id: string): this {
    const before = checkpointOf(this.world, this.state);
    this.layer('leave').set({ checkpointId: id });
    const chosen = askedOf(this.world, this.state).find((c) => c.id === id);
    if (!chosen) return this;
    // Every film opens at the event of the checkpoint that is asked, whatever it showed before.
    if (!before || opensAt(chosen) !== opensAt(before)) this.set({ frames: {} });
    // What happens in motion is shown in motion.
    return this.goTo(opensAt(chosen)).set({ playing: chosen.span !== undefined && !this.world.lessMotion });
  }
}

type Handler<A extends BenchAction['type']> = (t: Turn, action: Extract<BenchAction, { type: A }>) => unknown;

/** Steps of a point and its error are given in pixels of a film of this height. */
const USUAL_HEIGHT = 540;
const STEP = { fine: 2, coarse: 12 };
/** One standard deviation per axis of a point that a hand has placed, and of a guess that nobody has looked at (measured: three steps of twelve pixels away on median). */
const POINT_SD = { placed: 2, guessed: 25 } as const;

const HANDLERS: { readonly [A in BenchAction['type']]: Handler<A> } = {
  step(t, { by }) {
    const at = activeOf(t.world, t.state);
    if (at) t.show(at, frameIn(t.world, t.state, at) + by);
  },
  frame(t, { frame }) {
    const at = activeOf(t.world, t.state);
    if (at) t.show(at, frame);
  },
  played(t, { clipId, frame }) {
    const at = activeOf(t.world, t.state);
    // What plays is the film in hand: another one was taken meanwhile.
    if (t.state.playing && at?.film.id === clipId) t.show(at, frame);
  },
  play: (t, { on }) => t.set({ playing: on }),
  lookAt: (t, { event }) => t.goTo(event),
  view: (t) => t.set({ viewInHand: (t.state.viewInHand + 1) % 2 }),
  film(t, { clipId }) {
    const film = filmsOf(t.world, t.state).find((f) => f.id === clipId);
    if (!film) return;
    if (t.state.task !== 'across') return t.set({ viewInHand: filmsOf(t.world, t.state).indexOf(film) });
    const index = t.world.deliveries.findIndex((d) => d.id === film.deliveryId);
    if (index !== t.state.deliveryIndex) HANDLERS.delivery(t, { type: 'delivery', index });
  },
  zoom: (t, { view, to }) => t.set({ zooms: { ...t.state.zooms, [view]: to } }),
  closer(t) {
    const film = activeOf(t.world, t.state)?.film;
    if (film) t.set({ zooms: { ...t.state.zooms, [film.view]: nextZoom(zoomOf(t.state, film)) } });
  },
  whole: (t) => t.set({ zooms: {} }),
  pan(t, { x, y }) {
    const film = activeOf(t.world, t.state)?.film;
    if (!film) return;
    const zoom = zoomOf(t.state, film);
    if (zoom.times > 1)
      t.set({
        zooms: {
          ...t.state.zooms,
          [film.view]: panned(film, zoom, { x: (x * film.width) / zoom.times, y: (y * film.height) / zoom.times }),
        },
      });
  },

  delivery(t, { index }) {
    const chosen = t.world.deliveries[index];
    if (!chosen) return;
    const before = checkpointOf(t.world, t.state);
    t.layer('leave').set({ deliveryIndex: index, said: null });
    if (t.state.task === 'levels') t.set({ checkpointId: firstUnscored(t.world, t.state, chosen.id)?.id ?? before?.id ?? null });
  },
  task(t, { task }) {
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
  },
  event: (t, { event }) => t.layer('leave').set({ problem: null, said: null, event }).goTo(event),
  checkpoint: (t, { id }) => t.chooseCheckpoint(id),
  figure: (t, { figure }) => t.layer('leave').set({ figure }),

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
    if (!corrected) goOnMarking(t, at);
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

  level(t, { level }) {
    const at = scoredHere(t);
    if (!at) return;
    const before = ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    const withFaults = level !== 3 && level !== 'NV';
    const delivery = deliveryOf(t.world, t.state)!;
    const note = madeBySelf(before) ? null : (before?.note ?? null);
    // What none of the views shows is not visible by itself: entered with the level, and taken back with it.
    const unseen = unseenEntries(t.world, t.state.data, delivery, at.checkpoint);
    const suggested = suggestedHere(t.world, t.state);
    t.enter([scoreEntry(at, { level, faults: withFaults ? (before?.faults ?? []) : [], note }, suggested), ...unseen]);
    t.set({ said: unseen.length > 0 ? `${unseen.length} not visible in these views. E: say otherwise.` : null });
    if (withFaults && !before?.faults.length) t.layer('askFault');
    else goOnScoring(t, at);
  },
  accept(t) {
    const at = scoredHere(t);
    const offered = offeredHere(t.world, t.state);
    const delivery = deliveryOf(t.world, t.state);
    const open = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId) === null;
    // Its frame and its lines are on the screen: the checkpoint was opened there.
    if (!at || !delivery || !open || !offered) return HANDLERS.task(t, { type: 'task', task: 'levels' });
    const unseen = unseenEntries(t.world, t.state.data, delivery, at.checkpoint);
    const faults = offered.fault === null ? [] : [offered.fault];
    t.enter([scoreEntry(at, { level: offered.level, faults, note: null }, suggestedHere(t.world, t.state)), ...unseen]);
    goOnScoring(t, at);
  },
  acceptPhase(t, { drawn }) {
    const delivery = deliveryOf(t.world, t.state);
    const all = offeredInPhase(t.world, t.state, drawn);
    const taken = all.filter((o) => o.wasSeen);
    const left = all.length - taken.length;
    if (!delivery || taken.length === 0)
      return t.set({
        said:
          left > 0 ? `${inNumber(left)} offered here, not on the screen yet: ↓ shows them.` : 'Nothing is offered in this phase.',
      });
    const names = taken.map((o) => `${o.checkpoint.name} ${o.offered.level}`).join(', ');
    t.enter(
      taken.flatMap(({ checkpoint, offered }) => [
        scoreEntry(
          { deliveryId: delivery.id, checkpoint: checkpoint.id },
          { level: offered.level, faults: offered.fault === null ? [] : [offered.fault], note: null },
          suggestionFor(checkpoint, figuresOf(t.world, t.state))?.level ?? null,
        ),
        ...unseenEntries(t.world, t.state.data, delivery, checkpoint.id),
      ]),
      `the levels of a phase: ${names}`,
    );
    goOnScoring(t, { deliveryId: delivery.id, checkpoint: taken.at(-1)!.checkpoint.id });
    t.set({ said: `Taken: ${names}.${left > 0 ? ` ${inNumber(left)} not on the screen yet.` : ''}` });
  },
  fault(t, { code, more }) {
    const at = scoredHere(t);
    const before = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    if (!at || !before || before.level === 'NV' || before.level === 3) return;
    const faults = before.faults.includes(code) ? before.faults.filter((f) => f !== code) : [...before.faults, code];
    const answers = t.state.layer === 'fault';
    t.enter([scoreEntry(at, { ...before, faults }, suggestedHere(t.world, t.state))]);
    if (answers && !more) goOnScoring(t, at);
  },
  note(t, { text }) {
    t.layer('done');
    const at = scoredHere(t);
    const before = at && ownScore(t.state.data, at.deliveryId, at.checkpoint, t.world.staffId);
    if (at && before && before.note !== text)
      t.enter([scoreEntry(at, { ...before, note: text }, suggestedHere(t.world, t.state))]);
  },
  pictures: (t) => t.set({ pictures: !t.state.pictures }),
  /** Asks what was not visible by itself all the same: the checkpoint in hand, else the first of the delivery. */
  seeAllTheSame(t) {
    const delivery = deliveryOf(t.world, t.state);
    if (!delivery) return;
    const asked = askedOf(t.world, t.state);
    const mute = (c: ResolvedCheckpoint): boolean => madeBySelf(scoreOf(t.world, t.state, delivery.id, c.id));
    const inHand = asked.find((c) => c.id === t.state.checkpointId);
    const found = inHand && mute(inHand) ? inHand : asked.find(mute);
    if (!found) return t.set({ said: 'Nothing here was taken as not visible for want of a view.' });
    t.enter([{ kind: 'unscore', deliveryId: delivery.id, checkpoint: found.id }]).chooseCheckpoint(found.id);
    t.set({ said: `${found.name}: as far as these views show it.` });
  },
  pass(t) {
    const at = scoredHere(t);
    if (at) goOnScoring(t, at);
  },

  measure(t, { figure }) {
    t.layer('leave').set({ figure });
    const at = filmFor(t.world, t.state, figure);
    const wanted = poseFigure(figure);
    if (!at || !wanted || unmarkedOf(t.world, t.state, figure)) return;
    t.set({ viewInHand: openOf(t.world, t.state).findIndex((o) => o.film.id === at.film.id) });
    // The cones of this camera position count, in whichever film of it they were marked.
    const known = pointsOfFilm(at.film, t.world.clips, t.state.data.points);
    const marks = t.state.data.marks.filter((m) => m.clipId === at.film.id);
    const placed = new Set(known.filter((p) => wasSeen(p.origin) && !isStale(p, marks)).map((p) => `${p.event}.${p.point}`));
    const lacking = wanted.needs.filter((need) => !placed.has(need));
    // Points of one key frame follow each other, so that the film moves as little as it can.
    const queue = [...(lacking.length > 0 ? lacking : wanted.needs)].sort(
      (a, b) => OFFERED.indexOf(eventOf(a)) - OFFERED.indexOf(eventOf(b)),
    );
    takePoint(t, at, queue, 0);
  },
  nudge(t, { x, y, fine }) {
    const side = heldFilmOf(t.world, t.state);
    if (!t.state.held || !side) return;
    const step = ((fine ? STEP.fine : STEP.coarse) * side.film.height) / USUAL_HEIGHT;
    const { at } = t.state.held;
    HANDLERS.movePoint(t, { type: 'movePoint', x: at.x + x * step, y: at.y + y * step });
  },
  /** Puts the point in hand somewhere, held inside the film; it is placed when the coach says so. */
  movePoint(t, { x, y }) {
    const side = heldFilmOf(t.world, t.state);
    if (!t.state.held || !side) return;
    const { width, height } = side.film;
    const at = { x: Math.max(0, Math.min(width, x)), y: Math.max(0, Math.min(height, y)) };
    t.set({ held: { ...t.state.held, looked: true, proposedSd: null, at } });
  },
  place(t) {
    const side = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (!held || !side) return;
    const { id: clipId, height } = side.film;
    const [event, point] = split(held.queue[held.index]!);
    // Under the magnifier, and left where the computer has put it: that is seen to be right.
    const origin = held.proposedSd !== null ? 'confirmed' : held.looked ? 'placed' : 'guessed';
    const frame = isTurn(point)
      ? frameIn(t.world, t.state, side)
      : frameOfPoint(event, point, side, t.state.proposals, t.state.data);
    const pointSd = origin === 'confirmed' ? held.proposedSd! : (POINT_SD[origin] * height) / USUAL_HEIGHT;
    t.enter([{ kind: 'point', clipId, event, point, ...held.at, frame, origin, pointSd }]);
    takePoint(t, side, held.queue, held.index + 1);
  },
  /** Where the head turns the coach looks for the frame himself: another one, held between the two key frames. */
  stepPoint(t, { by }) {
    const side = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (!held || !side) return;
    const [, point] = split(held.queue[held.index]!);
    const within = turnFrames(
      point,
      t.state.data.marks.filter((m) => m.clipId === side.film.id),
    );
    if (!within) return t.set({ said: 'This point lies on its key frame.' });
    const frame = Math.max(within.from, Math.min(within.to, frameIn(t.world, t.state, side) + by));
    t.show(side, frame);
    const found = held.proposedSd === null ? undefined : foundPoint(point, side, frame, t.state.proposals);
    if (found) t.set({ held: { ...held, at: { x: found.x, y: found.y }, proposedSd: found.sd } });
  },
  pointBefore(t) {
    const side = heldFilmOf(t.world, t.state);
    const { held } = t.state;
    if (held && side && held.index > 0) takePoint(t, side, held.queue, held.index - 1);
  },

  takeBack(t, { direction }) {
    const undo = direction === 'undo';
    const { done, undone } = t.state;
    const step = (undo ? done : undone).at(-1);
    if (!step) return t.set({ said: undo ? 'Nothing to take back.' : 'Nothing was taken back.' });
    const place = placeOf(step.entries[0]!, t.world);
    const words = step.words ?? place.words;
    const seen = isSeen(place, t.state.task, deliveryOf(t.world, t.state)?.id ?? null);
    t.layer('leave');
    if (!seen) {
      const index = t.world.deliveries.findIndex((d) => d.id === place.deliveryId);
      t.set({ task: place.task, deliveryIndex: index >= 0 ? index : t.state.deliveryIndex, frames: {} });
    } else t.put(undo ? step.inverses : step.entries).set(moved(t.state, step, undo));
    if (place.event) t.set({ event: place.event });
    if (place.checkpoint) t.set({ checkpointId: place.checkpoint });
    if (!seen) return t.set({ said: `${undo ? 'U' : '⇧U'} once more ${undo ? 'takes back' : 'puts there again'}: ${words}.` });
    t.set({ said: undo ? `Taken back: ${words}. ⇧U puts it there again.` : `There again: ${words}.` });
  },

  strip(t) {
    const cells = stripOf(t.world, t.state);
    const open = cells.findIndex((c) => !c.marked);
    if (open < 0)
      return t.set({
        said:
          cells.length > 0
            ? 'Every key frame here is marked.'
            : 'Nothing is proposed of this delivery: mark its key frames one by one.',
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
    const next = stripOf(t.world, t.state).find((c) => !c.marked);
    if (next) lookAtCell(t, next);
    else {
      t.layer('done');
      const at = activeOf(t.world, t.state);
      if (at) goOnMarking(t, at);
    }
    const open = openOf(t.world, t.state).reduce(
      (n, { film }) => n + lookedFor(film.id, t.state.proposals).filter((e) => !markOf(t.state.data, film.id, e)).length,
      0,
    );
    t.set({
      said: `${entries.length} confirmed.${open > 0 ? ` ${open} to look at one by one: Enter goes from each to the next.` : ''}`,
    });
  },

  overview(t) {
    const first = checkpointOf(t.world, t.state);
    if (!deliveryOf(t.world, t.state) || !first) return;
    t.layer('leave');
    if (t.state.task !== 'levels') t.set({ task: 'levels', problem: null, said: null });
    t.layer('showOverview').set({ overview: first.id });
  },
  overviewMove(t, { by }) {
    const asked = askedOf(t.world, t.state);
    const at = asked.findIndex((c) => c.id === t.state.overview);
    if (at < 0) return;
    const { phase } = asked[at]!;
    const firstOf = (c: ResolvedCheckpoint | undefined): number => asked.findIndex((o) => o.phase === c?.phase);
    const there =
      by === 'nextPhase'
        ? asked.findIndex((c, i) => i > at && c.phase !== phase)
        : by === 'phaseBefore'
          ? firstOf(asked[firstOf(asked[at]) - 1])
          : at + by;
    if (asked[there]) t.set({ overview: asked[there].id });
  },
  overviewGo(t, { id }) {
    const chosen = id ?? t.state.overview;
    if (chosen) t.layer('done').chooseCheckpoint(chosen);
  },

  joints(t) {
    const { world } = t;
    const open = openOf(world, t.state);
    const steps = jointSteps(open, t.state.proposals, t.state.data);
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
    HANDLERS.moveJoint(t, { type: 'moveJoint', x: joint.x + x * step, y: joint.y + y * step });
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

/** The delivery and the checkpoint that a level goes to. */
function scoredHere(t: Turn): { readonly deliveryId: DeliveryId; readonly checkpoint: string } | null {
  const delivery = deliveryOf(t.world, t.state);
  const checkpoint = checkpointOf(t.world, t.state);
  return delivery && checkpoint ? { deliveryId: delivery.id, checkpoint: checkpoint.id } : null;
}

const moved = (s: BenchState, step: EntryStep, undo: boolean): Pick<BenchState, 'done' | 'undone'> =>
  undo ? { done: s.done.slice(0, -1), undone: [...s.undone, step] } : { done: [...s.done, step], undone: s.undone.slice(0, -1) };

/** How what was proposed is entered once it is seen. */
const confirmedBy = ({ spread }: { readonly spread: number }) => ({ origin: 'confirmed' as const, spread });

/** Shows a cell of the strip large, as the key frame that is looked for. */
function lookAtCell(t: Turn, cell: StripCell): void {
  t.layer('done');
  const viewInHand = openOf(t.world, t.state).findIndex((o) => o.film.id === cell.at.film.id);
  t.set({ viewInHand, event: cell.event, problem: null, frames: {} });
  t.goTo(cell.event);
}

/** Shows the key frame whose joints are in hand. */
function showJoints(t: Turn): void {
  const hand = jointsInHand(t.world, t.state);
  if (!hand) return;
  t.set({ viewInHand: openOf(t.world, t.state).findIndex((o) => o.film.id === hand.at.film.id) });
  t.show(hand.at, frameOfEvent(t.world, t.state, hand.event, hand.at));
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
  if (next < 0) return void HANDLERS.task(t, { type: 'task', task: 'levels' });
  const films = filmsOfDelivery(world.clips, world.deliveries[next]!.id);
  t.set({ deliveryIndex: next, viewInHand: 0, event: missing(films[0]?.id) ?? 'set' });
}

/** After a score: the next checkpoint of this delivery, or the same checkpoint of the next delivery. */
function goOnScoring(t: Turn, just: { readonly deliveryId: DeliveryId; readonly checkpoint: string }): void {
  const { world } = t;
  const stillOpen = (d: (typeof world.deliveries)[number], c: ResolvedCheckpoint): boolean =>
    (d.id !== just.deliveryId || c.id !== just.checkpoint) &&
    askedIn(world, t.state.data, d).includes(c) &&
    isOpen(world, t.state.data, d.id, c);
  const delivery = deliveryOf(world, t.state)!;
  t.layer('done');
  const asked = askedOf(world, t.state);
  const i = asked.findIndex((c) => c.id === just.checkpoint);
  const later = [...asked.slice(i + 1), ...asked.slice(0, i)];
  if (t.state.task !== 'across') {
    const next = later.find((c) => stillOpen(delivery, c));
    if (next) t.chooseCheckpoint(next.id);
    return;
  }
  const same = asked[i];
  const beside = world.deliveries.findIndex((d, n) => n > t.state.deliveryIndex && same !== undefined && stillOpen(d, same));
  if (beside >= 0) return void t.set({ deliveryIndex: beside });
  const next = later.find((c) => world.deliveries.some((d) => stillOpen(d, c)));
  if (!next) return;
  t.set({ deliveryIndex: world.deliveries.findIndex((d) => stillOpen(d, next)) });
  t.chooseCheckpoint(next.id);
}

const inNumber = (n: number): string => (n === 1 ? 'One level is' : `${n} levels are`);

/** Takes a point in hand: where it was last, else where the body's proportions put it. After the last one no point is in hand. */
function takePoint(t: Turn, side: Known, queue: readonly PointAt[], index: number): void {
  const wanted = queue[index];
  if (!wanted) return void t.layer('done');
  const { id, width, height, towardsTarget, gloveSide } = side.film;
  const { data } = t.state;
  const [event, point] = split(wanted);
  const frame = frameOfPoint(event, point, side, t.state.proposals, data);
  if (frame !== null) t.show(side, frame);
  const placed: PlacedPoint[] = data.points.filter((p) => p.clipId === id);
  const before = data.points.find((p) => p.clipId === id && p.event === event && p.point === point);
  const seenBefore = before !== undefined && wasSeen(before.origin);
  const proposed = frame !== null && !seenBefore ? foundPoint(point, side, frame, t.state.proposals) : undefined;
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

/** The figure, key frame or checkpoint beside the one in hand, held at the ends of its list. */
export function beside(world: BenchWorld, state: BenchState, by: 1 | -1): BenchAction | null {
  const next = <T>(all: readonly T[], at: number): T | undefined => all[Math.max(0, Math.min(all.length - 1, at + by))];
  if (state.task === 'keyFrames') return { type: 'event', event: next(OFFERED, OFFERED.indexOf(state.event))! };
  if (state.task === 'figures')
    return {
      type: 'figure',
      figure: next(
        POSE_FIGURES,
        POSE_FIGURES.findIndex((r) => r.id === state.figure),
      )!.id,
    };
  const asked = askedOf(world, state);
  const at = next(
    asked,
    asked.findIndex((c) => c.id === checkpointOf(world, state)?.id),
  );
  return at ? { type: 'checkpoint', id: at.id } : null;
}
