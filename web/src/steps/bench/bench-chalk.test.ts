import { beforeEach, describe, expect, test } from 'vitest';
import { defaultSheet, MOST_STROKES, type ClipId, type Entry } from '@stride-chalk/core';
import { anId } from '../../parts/testing/an-id.ts';
import type { BenchAction } from './bench-actions.ts';
import { transition } from './bench-machine.ts';
import { chalkInHand, strokesOn } from './bench-selectors.ts';
import { initialState, type BenchState } from './bench-state.ts';
import { benchWorld } from './bench-world.ts';
import { A_CAMPER } from './testing/a-camper.ts';
import type { Film } from './types.ts';

const [SIDE, FRONT] = [anId('side') as ClipId, anId('front') as ClipId];
const film = (id: ClipId, view: Film['view']): Film => ({
  ...{ id, deliveryId: anId('d1'), view, width: 960, height: 540, filmedOn: '2026-07-14', state: 'ready' },
  ...{ towardsTarget: view === 'openSide' ? 1 : null, gloveSide: view === 'openSide' ? null : 1 },
  ...{ captureScale: 1, captureKnown: 'sure', frameTimes: Array.from({ length: 100 }, (_, i) => i / 120) },
});
const world = benchWorld({
  staff: { id: anId('me'), name: 'Me' },
  camper: A_CAMPER,
  ...{ sheet: defaultSheet, schools: {}, blind: false, practice: null, handedOut: false },
  deliveries: [{ id: anId('d1'), number: 1, kind: 'stretch', occasion: 'camp' }],
  clips: [film(SIDE, 'openSide'), film(FRONT, 'front')],
} as Parameters<typeof benchWorld>[0]);

let state: BenchState;
let sent: Entry[];
let drawn = 0;
beforeEach(() => {
  state = initialState(world, { marks: [], points: [], strokes: [], scores: [] });
  sent = [];
  act({ type: 'frame', frame: 20 }, { type: 'chalk' });
});
function act(...actions: BenchAction[]): BenchState {
  for (const action of actions) {
    const outcome = transition(world, state, action);
    state = outcome.state;
    sent.push(...outcome.send);
  }
  return state;
}
const id = (): string => {
  drawn += 1;
  return `stroke ${drawn}`;
};
const move = (x: number, y: number): BenchAction => ({ type: 'nudgeChalk', x, y, fine: false });
const draw = (end = false): BenchAction => ({ type: 'draw', end, stroke: id() });
const pen = (phase: 'down' | 'move' | 'up', x: number, y: number): BenchAction => ({ type: 'pen', phase, x, y, stroke: id() });
const strokes = () => strokesOn(state.data, SIDE, 20);
/** A line by keys. */
const aLine = () => act({ type: 'shape', shape: 'line' }, draw(), move(drawn % 4 < 2 ? 5 : -5, 0), draw());

describe('chalk by keys', () => {
  test('a line needs two points; it is entered with its frame and film, in pixels of the film', () => {
    // The cross begins on the body.
    const { x } = chalkInHand(world, state)!.at;
    expect(chalkInHand(world, state)).toMatchObject({ shape: 'line', clipId: SIDE, frame: 20, at: { y: 270 } });
    act(draw());
    expect(sent).toEqual([]);
    expect(chalkInHand(world, state)!.points).toEqual([{ x, y: 270 }]);
    act(move(5, 0), { type: 'nudgeChalk', x: 0, y: 1, fine: true }, { type: 'draw', end: false, stroke: 'mine' });
    const line = { stroke: 'mine', clipId: SIDE, frame: 20, shape: 'line', text: null };
    const points = [
      { x, y: 270 },
      { x: x + 60, y: 272 },
    ];
    expect(sent).toEqual([{ kind: 'stroke', ...line, points }]);
    expect(strokes()).toEqual([{ ...line, points }]);
    // The next one begins anew.
    expect(chalkInHand(world, state)).toMatchObject({ points: [], shape: 'line' });
  });

  test('two points in one place are none', () => {
    act(draw(), draw());
    expect(sent).toEqual([]);
    expect(state.said).toContain('move it first');
  });

  test('an angle needs three, and the point before can be taken back', () => {
    act({ type: 'shape', shape: 'angle' }, draw(), move(5, 0), draw(), { type: 'chalkBack' }, move(0, 5), draw());
    expect(sent).toEqual([]);
    act(move(-5, 0), draw());
    expect(strokes().map((s) => s.points.length)).toEqual([3]);
    act({ type: 'chalkBack' });
    expect(state.said).toContain('No point is set');
  });

  test('freehand is ended by its own key, and no other shape is', () => {
    act({ type: 'shape', shape: 'freehand' }, draw(), move(3, 1), draw(), move(3, -2), draw());
    expect(sent).toEqual([]);
    act(move(1, 3), draw(true));
    expect(strokes()).toMatchObject([{ shape: 'freehand', text: null }]);
    expect(strokes()[0]!.points).toHaveLength(4);
    act({ type: 'shape', shape: 'line' }, draw(true));
    expect(state.said).toContain('Only a freehand line is ended');
  });

  test('a label asks for its words; without any nothing is entered', () => {
    act({ type: 'shape', shape: 'label' }, draw());
    expect(state.layer).toBe('words');
    act({ type: 'label', text: '  ', stroke: id() });
    expect([state.layer, sent.length]).toEqual(['chalk', 0]);
    act(draw(), { type: 'label', text: ' knee leads ', stroke: id() });
    expect(strokes()).toMatchObject([{ shape: 'label', text: 'knee leads', points: [{ y: 270 }] }]);
    expect(state.layer).toBe('chalk');
  });

  test('the cross stays inside of the film', () => {
    act(...Array.from({ length: 60 }, () => move(1, 1)));
    expect(chalkInHand(world, state)!.at).toEqual({ x: 960, y: 540 });
  });

  test('what was begun on one frame is no part of a drawing on another one, nor on the other film', () => {
    act(draw(), { type: 'step', by: 1 });
    expect(chalkInHand(world, state)).toMatchObject({ frame: 21, points: [] });
    act(draw(), { type: 'view' });
    expect(chalkInHand(world, state)).toMatchObject({ clipId: FRONT, points: [] });
    act(draw(), move(2, 2), draw());
    expect(sent).toMatchObject([{ clipId: FRONT }]);
  });

  test('a drawing is chosen and taken off; without a choice it is the last one', () => {
    aLine();
    aLine();
    const [first, second] = strokes().map((s) => s.stroke);
    act({ type: 'chooseStroke', by: 1 });
    expect(chalkInHand(world, state)!.chosen).toBe(first);
    act({ type: 'chooseStroke', by: -1 });
    expect(chalkInHand(world, state)!.chosen).toBe(second);
    act({ type: 'chooseStroke', by: 1 }, { type: 'dropStroke' });
    expect(strokes().map((s) => s.stroke)).toEqual([second]);
    act({ type: 'dropStroke' });
    expect(strokes()).toEqual([]);
    act({ type: 'dropStroke' });
    expect(state.said).toBe('Nothing is drawn on this frame.');
    expect(sent.map((e) => e.kind)).toEqual(['stroke', 'stroke', 'unstroke', 'unstroke']);
  });

  test(`no more than ${MOST_STROKES} on one frame`, () => {
    for (let i = 0; i < MOST_STROKES + 1; i++) aLine();
    expect(strokes()).toHaveLength(MOST_STROKES);
    expect(state.said).toContain(`has ${MOST_STROKES} drawings`);
  });
});

describe('chalk taken back', () => {
  test('stays in hand, and puts the same drawing there again', () => {
    aLine();
    const before = strokes();
    act({ type: 'takeBack', direction: 'undo' });
    expect([strokes(), state.layer]).toEqual([[], 'chalk']);
    expect(state.said).toBe('Taken back: a line on frame 20, open side, delivery 1. ⇧U puts it there again.');
    act({ type: 'takeBack', direction: 'redo' });
    expect(strokes()).toEqual(before);
    act({ type: 'dropStroke' }, { type: 'takeBack', direction: 'undo' });
    expect(strokes()).toEqual(before);
  });

  test('on another frame is shown first, and nothing is taken back unseen', () => {
    aLine();
    act({ type: 'layer', on: 'done' }, { type: 'view' }, { type: 'frame', frame: 60 });
    act({ type: 'view' }, { type: 'frame', frame: 50 }, { type: 'takeBack', direction: 'undo' });
    expect(strokes()).toHaveLength(1);
    expect(state.said).toBe('U once more takes back: a line on frame 20, open side, delivery 1.');
    act({ type: 'takeBack', direction: 'undo' });
    expect(strokes()).toEqual([]);
  });
});

describe('chalk by hand', () => {
  test('pressed, drawn and let go is a line; a press alone sets its first point', () => {
    act(pen('down', 100, 100), pen('move', 150, 120), pen('up', 200, 140));
    expect(strokes()).toMatchObject([
      {
        points: [
          { x: 100, y: 100 },
          { x: 200, y: 140 },
        ],
      },
    ]);
    act(pen('down', 300, 300), pen('up', 301, 300));
    expect(strokes()).toHaveLength(1);
    act(pen('down', 400, 300), pen('up', 400, 300));
    expect(strokes()[1]!.points).toEqual([
      { x: 300, y: 300 },
      { x: 400, y: 300 },
    ]);
  });

  test('an angle is three presses, a label one', () => {
    act({ type: 'shape', shape: 'angle' });
    for (const [x, y] of [
      [100, 100],
      [200, 100],
      [200, 300],
    ] as const)
      act(pen('down', x, y), pen('up', x, y));
    expect(strokes()).toMatchObject([{ shape: 'angle', points: [{ x: 100 }, { x: 200 }, { y: 300 }] }]);
    act({ type: 'shape', shape: 'label' }, pen('down', 50, 60), pen('up', 50, 60));
    expect(state.layer).toBe('words');
  });

  test('freehand keeps the way of the hand with few points, within a pixel', () => {
    act({ type: 'shape', shape: 'freehand' }, pen('down', 100, 100));
    for (let x = 101; x <= 400; x++) act(pen('move', x, 100));
    for (let y = 101; y <= 300; y++) act(pen('move', 400, y));
    act(pen('up', 400, 301));
    expect(strokes()[0]!.points).toEqual([
      { x: 100, y: 100 },
      { x: 400, y: 100 },
      { x: 400, y: 301 },
    ]);
  });

  test('a long scribble keeps no more than are taken', () => {
    act({ type: 'shape', shape: 'freehand' }, pen('down', 500, 270));
    for (let i = 1; i < 3000; i++) act(pen('move', 480 + 400 * Math.sin(i * 2.1), 270 + 200 * Math.cos(i * 1.3)));
    act(pen('up', 100, 100));
    expect(strokes()[0]!.points.length).toBeLessThanOrEqual(400);
  });

  test('a move without a press draws nothing, and a place outside is held at the edge', () => {
    act({ type: 'shape', shape: 'freehand' }, pen('move', 10, 10), pen('up', 90, 90));
    expect(sent).toEqual([]);
    act({ type: 'shape', shape: 'line' }, pen('down', 900, 500), pen('up', 2000, -50));
    expect(strokes()[0]!.points[1]).toEqual({ x: 960, y: 0 });
  });
});
