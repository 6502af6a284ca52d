import { pointsToPlace } from './lacking-points.ts';
import { beforeEach, describe, expect, test } from 'vitest';
import {
  ALWAYS_ASKED,
  defaultSheet,
  partsOf,
  POSE_FIGURES,
  TIME_FIGURES,
  poseFigure,
  SHAPES,
  strokeProblem,
  type Entry,
  type EventId,
  type ClipId,
  type DeliveryId,
} from '@stride-chalk/core';
import { withEntry } from './bench-data.ts';
import type { BenchAction } from './bench-actions.ts';
import { beside, transition } from './bench-machine.ts';
import { askedIn, isOpen, isUnseen } from './asked.ts';
import {
  activeOf,
  askedOf,
  checkpointOf,
  deliveryOf,
  filmsOf,
  frameIn,
  loopOf,
  openOf,
  otherOf,
  filmFor,
  figuresOf,
} from './bench-selectors.ts';
import { initialState, type BenchState } from './bench-state.ts';
import { benchWorld } from './bench-world.ts';
import { A_CAMPER } from './testing/a-camper.ts';
import type { Film, Mark, Scored } from './types.ts';
import { anId } from '../../parts/testing/an-id.ts';

const film = (id: ClipId, deliveryId: DeliveryId, view: Film['view']): Film => ({
  id,
  deliveryId,
  view,
  width: 960,
  height: 540,
  towardsTarget: view === 'openSide' ? 1 : null,
  gloveSide: view === 'openSide' ? null : 1,
  filmedOn: '2026-07-14',
  captureScale: 1,
  captureKnown: 'sure',
  frameTimes: Array.from({ length: 240 }, (_, i) => i / 120),
  state: 'ready',
});
const worldProps: Parameters<typeof benchWorld>[0] = {
  staff: { id: anId('me'), name: 'Me' },
  camper: A_CAMPER,
  sheet: defaultSheet,
  schools: {},
  deliveries: [
    { id: anId('d1'), number: 1, kind: 'stretch', occasion: 'camp' },
    { id: anId('d2'), number: 2, kind: 'stretch', occasion: 'camp' },
  ],
  clips: [
    film(anId('s1'), anId('d1'), 'openSide'),
    film(anId('f1'), anId('d1'), 'front'),
    film(anId('s2'), anId('d2'), 'openSide'),
  ],
};
const world = benchWorld(worldProps);
const FRAMES = {
  ...{ set: 10, liftTop: 40, handsApart: 70, driveStart: 90, footOpens: 95 },
  ...{ contact: 110, layback: 118, release: 125, finish: 170 },
} as const;
const marked = (clipId: ClipId): Mark[] =>
  Object.entries(FRAMES).map(([event, frame]) => ({ clipId, event: event as EventId, frame, frameTo: null }));
const allMarked = [anId('s1'), anId('f1'), anId('s2')].flatMap(marked);
const begin = (marks: readonly Mark[] = [], scores: readonly Scored[] = []): BenchState =>
  initialState(world, { marks, points: [], strokes: [], scores });

let state: BenchState;
let sent: Entry[];
beforeEach(() => {
  state = begin();
  sent = [];
});
const act = (...actions: BenchAction[]): BenchState => {
  for (const action of actions) {
    const outcome = transition(world, state, action);
    state = outcome.state;
    sent.push(...outcome.send);
  }
  return state;
};
const frame = (clipId: ClipId): number => frameIn(world, state, openOf(world, state).find((o) => o.film.id === clipId)!);
const colleague = (checkpoint: string): Scored => ({
  deliveryId: anId('d1'),
  checkpoint,
  coachId: anId('other'),
  level: 1,
  faults: [],
  note: null,
});

describe('where the work begins', () => {
  test('at the first key frame that is not marked', () => {
    expect(begin()).toMatchObject({ task: 'keyFrames', deliveryIndex: 0, event: 'set' });
    expect(begin([...marked(anId('s1')), ...marked(anId('f1'))])).toMatchObject({ task: 'keyFrames', deliveryIndex: 1 });
  });
  test('else at the first delivery that this coach has not scored: a colleague’s levels are not his', () => {
    const own = world.askedOf('stretch').map((c): Scored => ({ ...colleague(c.id), coachId: anId('me'), level: 3 }));
    expect(
      begin(
        allMarked,
        world.askedOf('stretch').map((c) => colleague(c.id)),
      ),
    ).toMatchObject({ task: 'levels', deliveryIndex: 0 });
    expect(begin(allMarked, own)).toMatchObject({ task: 'levels', deliveryIndex: 1 });
  });
});

describe('key frames', () => {
  test('a first mark goes on: the next key frame, then the other view, then the next delivery, then the levels', () => {
    for (const [i, event] of ALWAYS_ASKED.entries()) {
      expect(state.event).toBe(event);
      act({ type: 'frame', frame: 10 + 20 * i }, { type: 'mark', between: false });
    }
    expect(activeOf(world, state)!.film.id).toBe(anId('f1'));
    expect(state.event).toBe(ALWAYS_ASKED[0]);
    for (const [i] of ALWAYS_ASKED.entries()) act({ type: 'frame', frame: 10 + 20 * i }, { type: 'mark', between: false });
    expect(activeOf(world, state)!.film.id).toBe(anId('s2'));
    for (const [i] of ALWAYS_ASKED.entries()) act({ type: 'frame', frame: 10 + 20 * i }, { type: 'mark', between: false });
    expect(state.task).toBe('levels');
    expect(sent).toHaveLength(3 * ALWAYS_ASKED.length);
  });

  test('whoever corrects a mark stays where he is', () => {
    state = begin(allMarked);
    act(
      { type: 'task', task: 'keyFrames' },
      { type: 'event', event: 'contact' },
      { type: 'step', by: 2 },
      { type: 'mark', between: false },
    );
    expect(state).toMatchObject({ task: 'keyFrames', event: 'contact', deliveryIndex: 0 });
    expect(sent).toEqual([{ kind: 'mark', clipId: anId('s1'), event: 'contact', frame: 112, frameTo: null }]);
  });

  test('a broken order is told and not entered', () => {
    state = begin(allMarked);
    act(
      { type: 'task', task: 'keyFrames' },
      { type: 'event', event: 'set' },
      { type: 'frame', frame: 200 },
      { type: 'mark', between: false },
    );
    expect(sent).toEqual([]);
    expect(state.problem).toContain('Not marked.');
  });

  test('between two frames ends inside the film', () => {
    act({ type: 'frame', frame: 9999 }, { type: 'mark', between: true });
    expect(sent).toEqual([{ kind: 'mark', clipId: anId('s1'), event: 'set', frame: 239, frameTo: 239 }]);
  });

  test('a film is unmarked as a whole, and one key puts all of it there again', () => {
    const point = {
      clipId: anId('s1'),
      event: 'contact',
      point: 'frontKnee',
      x: 1,
      y: 1,
      sd: 2,
      frame: 110,
      origin: 'placed',
    } as const;
    state = initialState(world, { marks: allMarked, points: [point], strokes: [], scores: [] });
    act({ type: 'task', task: 'keyFrames' }, { type: 'unmarkFilm' });
    expect(state.data.points).toEqual([]);
    expect(state.data.marks.filter((m) => m.clipId === 's1')).toEqual([]);
    expect(state.data.marks.filter((m) => m.clipId === 'f1')).toHaveLength(9);
    expect(state.said).toContain('all of the open side, delivery 1: 9 key frames, 1 point.');
    act({ type: 'takeBack', direction: 'undo' });
    expect(new Set(state.data.marks.map((m) => JSON.stringify(m)))).toEqual(new Set(allMarked.map((m) => JSON.stringify(m))));
    expect(state.data.points).toEqual([point]);
    act({ type: 'takeBack', direction: 'redo' });
    expect(state.data.marks.filter((m) => m.clipId === 's1')).toEqual([]);
    act({ type: 'unmarkFilm' });
    expect(state.said).toContain('Nothing is marked');
  });
});

describe('levels', () => {
  beforeEach(() => {
    state = begin(allMarked);
  });
  const first = (): string => askedOf(world, state)[0]!.id;

  test('3 goes on, 2 asks what was seen, an answer goes on, ⇧ leaves the question open', () => {
    const [a, b, c] = askedOf(world, state);
    act({ type: 'level', level: 3 });
    expect(checkpointOf(world, state)!.id).toBe(b!.id);
    act({ type: 'level', level: 2 });
    expect([state.layer, checkpointOf(world, state)!.id]).toEqual(['fault', b!.id]);
    const codes = b!.faults.map((f) => f.code);
    act({ type: 'fault', code: codes[0]!, more: true });
    expect(state.layer).toBe('fault');
    act({ type: 'fault', code: codes[1]!, more: false });
    expect([state.layer, checkpointOf(world, state)!.id]).toEqual(['work', c!.id]);
    expect(sent.at(-1)).toMatchObject({ checkpoint: b!.id, level: '2', faults: codes.slice(0, 2) });
    expect(sent[0]).toMatchObject({ checkpoint: a!.id, level: '3', faults: [] });
  });

  test('a level of 3 or not visible takes the faults off; a note stays', () => {
    const id = first();
    act({ type: 'level', level: 1 }, { type: 'fault', code: checkpointOf(world, state)!.faults[0]!.code, more: false });
    act({ type: 'checkpoint', id }, { type: 'note', text: 'left foot' }, { type: 'level', level: 3 });
    expect(sent.at(-1)).toMatchObject({ checkpoint: id, level: '3', faults: [], note: 'left foot' });
    act({ type: 'checkpoint', id }, { type: 'fault', code: 'x', more: false });
    expect(sent.at(-1)).toMatchObject({ level: '3', faults: [] });
  });

  test('what was seen is asked only of what was scored', () => {
    act({ type: 'layer', on: 'askFault' });
    expect(state.layer).toBe('work');
    act({ type: 'level', level: 1 }, { type: 'pass' }, { type: 'checkpoint', id: first() }, { type: 'layer', on: 'askFault' });
    expect(state.layer).toBe('fault');
  });

  test('across: the same checkpoint in the next delivery, then the next checkpoint from the first delivery on', () => {
    act({ type: 'task', task: 'across' });
    const [a, b] = askedOf(world, state);
    act({ type: 'level', level: 3 });
    expect([deliveryOf(world, state)!.id, checkpointOf(world, state)!.id]).toEqual([anId('d2'), a!.id]);
    act({ type: 'level', level: 3 });
    expect([deliveryOf(world, state)!.id, checkpointOf(world, state)!.id]).toEqual([anId('d1'), b!.id]);
    expect(filmsOf(world, state)).toHaveLength(2);
    expect(otherOf(world, state, activeOf(world, state)!)).toBeNull();
  });

  /** Scores everything that is asked of the delivery in hand. */
  const scoreAll = (): void => {
    const here = deliveryOf(world, state)!.id;
    for (let i = 0; i < 60 && askedOf(world, state).some((c) => isOpen(world, state.data, here, c)); i++)
      act({ type: 'level', level: 3 });
  };

  test('what is asked once of the set is asked of the last delivery, and where it was scored before', () => {
    const ids = (deliveryIndex: number) => {
      act({ type: 'delivery', index: deliveryIndex });
      return askedOf(world, state).map((c) => c.id);
    };
    expect(ids(0)).not.toContain('X1');
    expect(ids(1)).toEqual(expect.arrayContaining(['A4', 'X1', 'A1']));
    state = begin(allMarked, [{ ...colleague('X1'), coachId: anId('me') }]);
    expect(ids(0)).toContain('X1');
    expect(ids(1)).not.toContain('X1');
    // A colleague's level asks nothing of this coach.
    state = begin(allMarked, [colleague('X1')]);
    expect(ids(0)).not.toContain('X1');
    // Of a delivery that was never filmed nothing is asked: the last filmed one is the last.
    const unfilmed = { ...world, clips: world.clips.filter((c) => c.deliveryId === anId('d1')) };
    const [one, two] = unfilmed.deliveries.map((d) => askedIn(unfilmed, begin(allMarked).data, d).some((c) => c.id === 'X1'));
    expect([one, two]).toEqual([true, false]);
    // Over all deliveries it stands among the others.
    act({ type: 'task', task: 'across' });
    expect(askedOf(world, state).map((c) => c.id)).toContain('X1');
  });

  test('what none of the views shows is not visible by itself, with the first level of the delivery, and goes with it', () => {
    act({ type: 'delivery', index: 1 }, { type: 'level', level: 3 });
    const nv = sent.filter((e) => e.kind === 'score' && e.level === 'NV');
    // The second delivery was filmed from the open side only.
    expect(nv.map((e) => e.kind === 'score' && e.checkpoint)).toEqual(['A3', 'D3', 'G4', 'H2', 'H3']);
    expect(nv[0]).toMatchObject({ deliveryId: anId('d2'), note: 'not filmed from front or rear' });
    act({ type: 'takeBack', direction: 'undo' });
    expect(state.data.scores).toEqual([]);
    act({ type: 'delivery', index: 1 });
    scoreAll();
    expect(state.data.scores.filter((x) => x.level === 'NV')).toHaveLength(5);
    expect(state.data.scores).toHaveLength(askedOf(world, state).length);
  });

  test('one key asks it all the same: the one in hand, else the first; what stays open is said', () => {
    act({ type: 'delivery', index: 1 }, { type: 'level', level: 3 });
    act({ type: 'seeAllTheSame' });
    expect(checkpointOf(world, state)!.id).toBe('A3');
    act({ type: 'level', level: 2 });
    expect(state.data.scores.find((x) => x.checkpoint === 'A3')).toMatchObject({ level: 2, note: null });
    act({ type: 'pass' }, { type: 'checkpoint', id: 'H2' }, { type: 'seeAllTheSame' });
    expect(checkpointOf(world, state)!.id).toBe('H2');
    expect(state.data.scores.some((x) => x.checkpoint === 'H2')).toBe(false);
    state = begin(allMarked);
    act({ type: 'seeAllTheSame' });
    expect(state.said).toMatch(/^Nothing here/);
    // What a coach has entered himself stays.
    act({ type: 'level', level: 'NV' }, { type: 'seeAllTheSame' });
    expect(state.data.scores).toHaveLength(1);
  });

  test('a view that comes later opens what was not filmed', () => {
    const own: Scored = { ...colleague('D3'), coachId: anId('me'), level: 'NV', note: 'not filmed from front or rear' };
    const data = begin(allMarked, [own]).data;
    const d3 = world.askedOf('stretch').find((c) => c.id === 'D3')!;
    expect(isOpen(world, data, anId('d1'), d3)).toBe(true);
    const onlySide = { ...world, clips: world.clips.filter((c) => c.view === 'openSide') };
    expect(isOpen(onlySide, data, anId('d1'), d3)).toBe(false);
    expect(isOpen(world, begin(allMarked, [{ ...own, note: null }]).data, anId('d1'), d3)).toBe(false);
    // Without any film nothing can be said of views.
    expect(isUnseen({ ...world, clips: [] }, anId('d1'), d3)).toBe(false);
  });

  test('what happens in motion plays from key frame to key frame, and stops with the next entry', () => {
    act({ type: 'checkpoint', id: 'F2' });
    expect([state.playing, frame(anId('s1')), loopOf(world, state, activeOf(world, state)!)]).toEqual([
      true,
      110,
      [110 / 120, 125 / 120],
    ]);
    act({ type: 'checkpoint', id: 'A1' });
    expect([state.playing, loopOf(world, state, activeOf(world, state)!)]).toEqual([false, null]);
    act({ type: 'checkpoint', id: 'F2' }, { type: 'task', task: 'keyFrames' });
    expect([state.playing, loopOf(world, state, activeOf(world, state)!)]).toEqual([false, null]);
  });

  test('a film opens at the event of the checkpoint that is asked, whatever it showed before', () => {
    const base = askedOf(world, state).find((c) => c.event === 'set')!;
    act({ type: 'frame', frame: 170 }, { type: 'task', task: 'levels' }, { type: 'checkpoint', id: base.id });
    expect(frame(anId('s1'))).toBe(10);
  });
});

describe('points of a figure', () => {
  test('one that another program has found is where it starts, and Enter confirms it with its error', () => {
    const read = { clipId: anId('s1') as ClipId, event: 'contact' as const, point: 'frontHip' as const, x: 111, y: 222, sd: 4.6 };
    const from = (frame: number) =>
      initialState(world, {
        ...{ marks: allMarked, strokes: [], scores: [] },
        points: [{ ...read, frame, origin: 'proposed' as const }],
      });
    state = from(FRAMES.contact);
    act({ type: 'measure', figure: 'frontKneeContact' });
    while (state.held && state.held.queue[state.held.index] !== 'contact.frontHip') act({ type: 'place' });
    expect(state.held!.at).toEqual({ x: 111, y: 222 });
    act({ type: 'place' });
    expect(sent.at(-1)).toMatchObject({ point: 'frontHip', x: 111, y: 222, origin: 'confirmed', pointSd: 4.6 });
    // On a frame that the key frame is not on any more it proposes nothing.
    state = from(FRAMES.contact - 1);
    act({ type: 'measure', figure: 'frontKneeContact' });
    while (state.held && state.held.queue[state.held.index] !== 'contact.frontHip') act({ type: 'place' });
    act({ type: 'place' });
    expect(sent.at(-1)).toMatchObject({ point: 'frontHip', origin: 'guessed' });
  });

  beforeEach(() => {
    state = begin(allMarked);
    act({ type: 'task', task: 'figures' });
  });
  const knee = poseFigure('frontKneeContact')!;
  const inHand = (): string => state.held!.queue[state.held!.index]!;

  test('point follows point until the figure has all of them; an untouched guess is kept as a guess', () => {
    act({ type: 'measure', figure: knee.id });
    expect(state).toMatchObject({ layer: 'points', held: { index: 0, looked: false } });
    expect(frame(anId('s1'))).toBe(110);
    act({ type: 'place' }, { type: 'nudge', x: 1, y: 0, fine: true }, { type: 'place' }, { type: 'movePoint', x: -50, y: 9999 });
    expect(state.held!.at).toEqual({ x: 0, y: 540 });
    act({ type: 'place' });
    expect(state).toMatchObject({ layer: 'work', held: null });
    expect(sent.map((e) => e.kind === 'point' && [e.origin, e.pointSd, e.frame])).toEqual([
      ['guessed', 25, 110],
      ['placed', 2, 110],
      ['placed', 2, 110],
    ]);
  });

  test('a time has nothing to place: it goes from key frame to key frame that it lacks, and comes back', () => {
    act({ type: 'measure', figure: 'handsAfterKnee' });
    expect(state).toMatchObject({ task: 'keyFrames', event: 'kneeDown', held: null });
    act({ type: 'frame', frame: 60 }, { type: 'mark', between: false });
    expect(sent).toEqual([{ kind: 'mark', clipId: anId('s1'), event: 'kneeDown', frame: 60, frameTo: null }]);
    expect(state).toMatchObject({ task: 'figures', figure: 'handsAfterKnee' });
    expect(figuresOf(world, state).get('handsAfterKnee')?.value).toBeCloseTo(10 / 120, 9);
    // Two that it lacks are asked one after the other.
    act({ type: 'measure', figure: 'timeToPlate' });
    expect(state).toMatchObject({ task: 'keyFrames', event: 'firstMove' });
    act({ type: 'frame', frame: 12 }, { type: 'mark', between: false });
    expect(state).toMatchObject({ task: 'keyFrames', event: 'gloved' });
    act({ type: 'frame', frame: 180 }, { type: 'mark', between: false });
    expect(state.task).toBe('figures');
    // With 54 feet from the rubber to the plate the ball has a speed: 15.2 m in 55 frames.
    expect(figuresOf(world, state).get('ballSpeed')?.value).toBeCloseTo((54 * 0.3048 - 1.3) / (55 / 120), 6);
    // Nothing is lacking now, and nothing changes.
    act({ type: 'measure', figure: 'timeToPlate' });
    expect(state.task).toBe('figures');
  });

  test('a key frame that is marked for no figure in hand goes on as every other', () => {
    state = begin([]);
    act(
      { type: 'figure', figure: 'handsAfterKnee' },
      { type: 'event', event: 'gloved' },
      { type: 'frame', frame: 180 },
      { type: 'mark', between: false },
    );
    expect(state).toMatchObject({ task: 'keyFrames', event: 'set' });
  });

  test('the arrows go from the figures that are placed to the times', () => {
    act({ type: 'figure', figure: POSE_FIGURES.at(-1)!.id });
    expect(beside(world, state, 1)).toEqual({ type: 'figure', figure: TIME_FIGURES[0]!.id });
    act({ type: 'figure', figure: TIME_FIGURES.at(-1)!.id });
    expect(beside(world, state, 1)).toEqual({ type: 'figure', figure: TIME_FIGURES.at(-1)!.id });
  });

  test('a head where it turns is looked for between its key frames, half-way first, and keeps the frame on which it was placed', () => {
    act({ type: 'measure', figure: 'headRise' });
    expect(inHand()).not.toContain('headHigh');
    act({ type: 'stepPoint', by: 1 });
    expect(state.said).toBe('This point lies on its key frame.');
    while (!inHand().endsWith('.headHigh')) act({ type: 'place' });
    expect(frame(anId('s1'))).toBe(60);
    act({ type: 'stepPoint', by: -1 }, { type: 'stepPoint', by: -1 }, { type: 'movePoint', x: 400, y: 100 }, { type: 'place' });
    expect(sent.at(-1)).toMatchObject({ kind: 'point', event: 'contact', point: 'headHigh', frame: 58, origin: 'placed' });
    // It goes back to that frame, and no further than the key frames.
    act({ type: 'measure', figure: 'rockBack' });
    while (!inHand().endsWith('.headBack')) act({ type: 'place' });
    expect(frame(anId('s1'))).toBe(25);
    for (let i = 0; i < 30; i++) act({ type: 'stepPoint', by: 1 });
    expect(frame(anId('s1'))).toBe(40);
  });

  test('a figure across the line is placed in the front film, and its cones once a camera position', () => {
    const twoFronts = benchWorld({
      ...worldProps,
      clips: [...worldProps.clips, film(anId('f2'), anId('d2'), 'front')],
    });
    const go = (...actions: BenchAction[]): void => {
      for (const action of actions) {
        const outcome = transition(twoFronts, state, action);
        state = outcome.state;
        sent.push(...outcome.send);
      }
    };
    state = initialState(twoFronts, { marks: [...allMarked, ...marked(anId('f2'))], points: [], strokes: [], scores: [] });
    const cones = (): number => state.held!.queue.filter((at) => at.includes('.cone')).length;
    go({ type: 'task', task: 'figures' }, { type: 'measure', figure: 'landingOffset' });
    expect([state.held!.clipId, state.held!.queue.length, cones()]).toEqual([anId('f1'), 8, 4]);
    const toPlace = (): ReadonlyArray<number | null> =>
      (['landingOffset', 'headOffLine', 'liftToContact'] as const).map(pointsToPlace(twoFronts, state));
    expect(toPlace()).toEqual([8, 7, 0]);
    for (const at of state.held!.queue) {
      const [, point] = partsOf(at);
      const x = 480 + 100 * (point.endsWith('Glove') ? 1 : -1) + (point.endsWith('Toe') ? 7 : 0);
      go({ type: 'movePoint', x, y: point.startsWith('coneAhead') ? 480 : 450 }, { type: 'place' });
    }
    expect(sent.every((e) => e.kind === 'point' && e.clipId === anId('f1'))).toBe(true);
    // In the second delivery only the feet are asked for.
    go({ type: 'delivery', index: 1 }, { type: 'measure', figure: 'landingOffset' });
    expect([state.held!.clipId, state.held!.queue.length, cones()]).toEqual([anId('f2'), 4, 0]);
    expect(toPlace()).toEqual([4, 3, 0]);
  });

  test('Backspace goes to the point before; leaving lets the point go', () => {
    act({ type: 'measure', figure: knee.id }, { type: 'place' }, { type: 'pointBefore' });
    expect(state.held!.index).toBe(0);
    act({ type: 'pointBefore' });
    expect(state.held!.index).toBe(0);
    act({ type: 'layer', on: 'done' });
    expect(state).toMatchObject({ layer: 'work', held: null });
    act({ type: 'nudge', x: 1, y: 0, fine: true }, { type: 'movePoint', x: 1, y: 1 }, { type: 'place' });
    expect(sent).toHaveLength(1);
  });

  test('without its key frames, or without a side view, a figure is only chosen', () => {
    state = begin(marked(anId('f1')));
    act({ type: 'task', task: 'figures' }, { type: 'measure', figure: knee.id });
    expect(state).toMatchObject({ layer: 'work', held: null, figure: knee.id });
    expect(filmFor(world, state, knee.id)!.film.id).toBe(anId('s1'));
    // Only the front view shows what lies across the line, and the second delivery has none.
    expect(filmFor(world, state, 'landingOffset')!.film.id).toBe(anId('f1'));
    act({ type: 'delivery', index: 1 });
    expect(filmFor(world, state, 'landingOffset')).toBeNull();
    act({ type: 'measure', figure: 'landingOffset' });
    expect(state).toMatchObject({ layer: 'work', held: null, figure: 'landingOffset' });
  });
});

describe('taking back', () => {
  test('what lies elsewhere is shown and named first, and nothing is taken back yet', () => {
    state = begin(allMarked);
    act({ type: 'level', level: 3 }, { type: 'task', task: 'keyFrames' });
    const before = state.data;
    act({ type: 'takeBack', direction: 'undo' });
    expect(state.data).toBe(before);
    expect(state.task).toBe('levels');
    expect(state.said).toMatch(/^U once more takes back: level 3 of/);
    act({ type: 'takeBack', direction: 'undo' });
    expect(state.data.scores).toEqual([]);
    expect(state.said).toMatch(/^Taken back: level 3 of .*⇧U/);
    act({ type: 'takeBack', direction: 'undo' });
    expect(state.said).toBe('Nothing to take back.');
    act({ type: 'takeBack', direction: 'redo' });
    expect(state.data.scores).toHaveLength(1);
    act({ type: 'takeBack', direction: 'redo' });
    expect(state.said).toBe('Nothing was taken back.');
  });

  test('a new entry ends what could be put there again', () => {
    state = begin(allMarked);
    act({ type: 'level', level: 3 }, { type: 'takeBack', direction: 'undo' }, { type: 'level', level: 'NV' });
    expect(state.undone).toEqual([]);
  });
});

describe('film', () => {
  test('a frame is held inside the film, and the other view follows once a key frame is common', () => {
    act({ type: 'frame', frame: 500 });
    expect(frame(anId('s1'))).toBe(239);
    state = begin([...marked(anId('s1')), ...marked(anId('f1')).map((m) => ({ ...m, frame: m.frame + 5 }))]);
    act({ type: 'delivery', index: 0 }, { type: 'frame', frame: 100 });
    expect([frame(anId('s1')), frame(anId('f1'))]).toEqual([100, 105]);
  });

  test('slow play moves only while it plays, only the film in hand, and whatever is done stops it', () => {
    act({ type: 'played', clipId: anId('s1'), frame: 50 });
    expect(state.frames).toEqual({});
    act({ type: 'play', on: true }, { type: 'played', clipId: anId('s1'), frame: 50 });
    expect([state.playing, frame(anId('s1'))]).toEqual([true, 50]);
    act({ type: 'played', clipId: anId('s2'), frame: 60 });
    expect(frame(anId('s1'))).toBe(50);
    act({ type: 'closer' });
    expect(state.playing).toBe(true);
    act({ type: 'step', by: 1 });
    expect([state.playing, frame(anId('s1'))]).toEqual([false, 51]);
  });

  test('what happens in motion plays by itself, but for whoever asks his system for less motion: he plays it', () => {
    const inMotion = defaultSheet.checkpoints.find((c) => c.id === 'C2')!;
    expect(inMotion.span).toBeDefined();
    state = begin(allMarked);
    act({ type: 'checkpoint', id: 'C2' });
    expect(state.playing).toBe(true);
    const still = { ...world, lessMotion: true };
    const calm = transition(still, begin(allMarked), { type: 'checkpoint', id: 'C2' }).state;
    expect([calm.checkpointId, calm.playing]).toEqual(['C2', false]);
    expect(transition(still, calm, { type: 'play', on: true }).state.playing).toBe(true);
  });

  test('closer is the coach’s choice, view by view; the whole picture is one key away, and nothing pans before', () => {
    act({ type: 'pan', x: 0, y: 0.2 });
    expect(state.zooms).toEqual({});
    act({ type: 'closer' }, { type: 'pan', x: 0, y: 0.2 });
    expect(state.zooms).toEqual({ openSide: { times: 2, x: 0, y: 54 } });
    act({ type: 'view' }, { type: 'closer' }, { type: 'closer' });
    expect(state.zooms.front).toMatchObject({ times: 3 });
    act({ type: 'whole' });
    expect(state.zooms).toEqual({});
  });
});

describe('whatever is pressed in whatever order', () => {
  /** Numbers from 0 to 1 that a seed repeats (mulberry32, public domain). */
  const seeded = (seed: number) => {
    let a = seed;
    return (): number => {
      a = (a + 0x6d2b79f5) | 0;
      let t = Math.imul(a ^ (a >>> 15), 1 | a);
      t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
      return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
    };
  };

  test('the state contradicts itself never, every entry is in the data, and taking all back leaves what was there', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const random = seeded(seed);
      const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
      state = begin(seed % 2 ? allMarked : []);
      sent = [];
      const start = state.data;
      for (let i = 0; i < 120; i++) {
        const checkpoint = checkpointOf(world, state);
        act(
          pick<() => BenchAction>([
            () => ({ type: 'step', by: pick([-10, -1, 1, 10]) }),
            () => ({ type: 'task', task: pick(['keyFrames', 'levels', 'across', 'figures'] as const) }),
            () => ({ type: 'delivery', index: pick([0, 1]) }),
            () => ({ type: 'view' }),
            () => ({ type: 'mark', between: random() < 0.3 }),
            () => pick([{ type: 'unmark' }, { type: 'unmarkFilm' }] as const),
            () => ({ type: 'level', level: pick([0, 1, 2, 3, 'NV'] as const) }),
            () => ({ type: 'fault', code: checkpoint?.faults[0]?.code ?? '', more: random() < 0.5 }),
            () => ({ type: 'note', text: pick(['a', null]) }),
            () => ({ type: 'pass' }),
            () => ({ type: 'measure', figure: pick(POSE_FIGURES).id }),
            () => ({ type: 'stepPoint', by: 1 }),
            () => ({ type: 'place' }),
            () => ({ type: 'nudge', x: 1, y: 1, fine: false }),
            () => ({ type: 'layer', on: pick(['askFault', 'askNote', 'askFrame', 'showKeys', 'done', 'leave'] as const) }),
            () => beside(world, state, pick([1, -1] as const)) ?? { type: 'view' },
            () => ({ type: 'takeBack', direction: pick(['undo', 'redo'] as const) }),
            () => ({ type: 'play', on: true }),
            () => ({ type: 'chalk' }),
            () => ({ type: 'shape', shape: pick(SHAPES) }),
            () => ({ type: 'nudgeChalk', x: pick([-1, 1]), y: pick([-1, 1]), fine: false }),
            () => ({ type: 'draw', end: random() < 0.3, stroke: `${seed} ${i}` }),
            () => ({
              ...{ type: 'pen', phase: pick(['down', 'move', 'up'] as const), stroke: `${seed} ${i}` },
              ...{ x: 900 * random(), y: 500 * random() },
            }),
            () => ({ type: 'label', text: pick(['late', '', null]), stroke: `${seed} ${i}` }),
            () => pick([{ type: 'chalkBack' }, { type: 'dropStroke' }, { type: 'chooseStroke', by: 1 }] as const),
          ])(),
        );
        expect(state.held !== null, `${seed}.${i}`).toBe(state.layer === 'points');
        expect(state.chalk !== null, `${seed}.${i}`).toBe(state.layer === 'chalk' || state.layer === 'words');
        expect(state.data.strokes.map(strokeProblem)).toEqual(state.data.strokes.map(() => null));
        expect(world.deliveries[state.deliveryIndex]).toBeDefined();
        for (const o of openOf(world, state)) {
          expect(frameIn(world, state, o)).toBeGreaterThanOrEqual(0);
          expect(frameIn(world, state, o)).toBeLessThan(o.time.frameCount);
        }
      }
      const replayed = sent.reduce((d, e) => withEntry(d, e, anId('me')), start);
      expect(replayed).toEqual(state.data);
      for (let i = 0; state.done.length > 0 && i < 1000; i++) act({ type: 'takeBack', direction: 'undo' });
      const sorted = (rows: readonly unknown[]): string[] => rows.map((r) => JSON.stringify(r)).sort();
      for (const key of ['marks', 'points', 'strokes', 'scores'] as const)
        expect(sorted(state.data[key])).toEqual(sorted(start[key]));
    }
  });
});

test('something newer than what was entered here is shown, with whose it is, and is not entered again', () => {
  act({ type: 'task', task: 'keyFrames' }, { type: 'mark', between: false } as BenchAction);
  const own = sent.at(-1) as Extract<Entry, { kind: 'mark' }>;
  const before = sent.length;
  act({ type: 'stands', entry: { ...own, frame: 77 }, by: 'Wren' });
  expect(state.data.marks.find((m) => m.clipId === own.clipId && m.event === own.event)).toMatchObject({ frame: 77 });
  expect(state.said).toContain('Newer by Wren');
  expect(state.said).toContain('frame 77');
  expect(sent).toHaveLength(before);
});
