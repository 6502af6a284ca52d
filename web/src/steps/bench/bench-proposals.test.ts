import { beforeEach, describe, expect, test } from 'vitest';
import {
  defaultSheet,
  FOLLOWED,
  pointsNeededAt,
  type ClipId,
  type ClipLook,
  type DeliveryId,
  type Entry,
  type EventId,
  type PointId,
  type Proposals,
} from '@stride-chalk/core';
import { anId } from '../../parts/testing/an-id.ts';
import type { BenchAction } from './bench-actions.ts';
import { transition } from './bench-machine.ts';
import {
  activeOf,
  askedOf,
  confirmedByStrip,
  drawnKey,
  figuresOf,
  frameIn,
  jointsInHand,
  offeredHere,
  offeredInPhase,
  openOf,
  proposedFiguresOf,
  proposedOf,
  stripOf,
} from './bench-selectors.ts';
import { initialState, type BenchState } from './bench-state.ts';
import { benchWorld } from './bench-world.ts';
import { A_CAMPER } from './testing/a-camper.ts';
import { chalkLineOf, OFFERED } from './moments.ts';
import { jointsAt, lookedFor, lookWords, NO_PROPOSALS } from './proposals.ts';
import type { Film, Mark } from './types.ts';

const [SIDE, FRONT, SECOND]: readonly [ClipId, ClipId, ClipId] = [anId('s1'), anId('f1'), anId('s2')];
const FRAMES = 240;
const film = (id: ClipId, deliveryId: DeliveryId, view: Film['view']): Film => ({
  ...{ id, deliveryId, view, width: 960, height: 540, captureScale: 1, captureKnown: 'sure', state: 'ready' },
  towardsTarget: view === 'openSide' ? 1 : null,
  gloveSide: view === 'openSide' ? null : 1,
  filmedOn: '2026-07-14',
  frameTimes: Array.from({ length: FRAMES }, (_, i) => i / 120),
});
const props = {
  staff: { id: anId('me'), name: 'Me' },
  camper: A_CAMPER,
  sheet: defaultSheet,
  schools: {},
  deliveries: [
    { id: anId('d1'), number: 1, kind: 'stretch', occasion: 'camp' },
    { id: anId('d2'), number: 2, kind: 'stretch', occasion: 'camp' },
  ],
  clips: [film(SIDE, anId('d1'), 'openSide'), film(FRONT, anId('d1'), 'front'), film(SECOND, anId('d2'), 'openSide')],
} as const satisfies Parameters<typeof benchWorld>[0];
const world = benchWorld(props);

/** A body that stands as a body does and moves one pixel a frame. */
const STANDING: Readonly<Record<(typeof FOLLOWED)[number], readonly [number, number]>> = {
  head: [400, 150],
  nose: [406, 152],
  throwingShoulder: [392, 190],
  throwingElbow: [370, 200],
  throwingWrist: [360, 160],
  gloveShoulder: [412, 190],
  gloveElbow: [440, 205],
  gloveWrist: [460, 200],
  frontHip: [408, 280],
  frontKnee: [450, 330],
  frontAnkle: [470, 400],
  backHip: [396, 282],
  backKnee: [370, 340],
  backAnkle: [330, 402],
};
const look = (
  clipId: ClipId,
  marks: ReadonlyArray<readonly [EventId, number, number]>,
  unsure: readonly string[] = [],
): ClipLook => ({
  ...{ clipId, state: 'found', bodyPixels: 260 },
  marks: marks.map(([event, frame, sure]) => ({ event, frame, from: frame - 2, to: frame + 2, sure })),
  joints: FOLLOWED.map((joint) => ({
    joint,
    x: Array.from({ length: FRAMES }, (_, i) => STANDING[joint][0] + i),
    y: Array.from({ length: FRAMES }, () => STANDING[joint][1]),
    sd: Array.from({ length: FRAMES }, () => (unsure.includes(joint) ? 30 : 3)),
  })),
});
const SIDE_MARKS = [
  ['set', 20, 0.9],
  ['liftTop', 80, 0.9],
  ['handsApart', 95, 0.5],
  ['driveStart', 110, 0.9],
  ['contact', 150, 0.98],
  ['layback', 160, 0.95],
  ['release', 166, 0.97],
  ['finish', 210, 0.9],
] as const;
/** The same with joints that rise and fall, each at a time of its own, as the side camera sees them at these frames later. */
const moving = (of: ClipLook, later: number): ClipLook => ({
  ...of,
  joints: of.joints.map((j, k) => ({ ...j, y: j.y.map((y, i) => y - 70 * Math.exp(-(((i + later - 60 - 7 * k) / 12) ** 2))) })),
});
/** The front camera began to film a quarter of a second later. */
const FRONT_MARKS = [
  ['set', 10, 0.4],
  ['liftTop', 50, 0.9],
  ['contact', 120, 0.95],
  ['finish', 180, 0.9],
] as const;
const found = (unsure: readonly string[] = []): Proposals => ({
  looksHere: true,
  looks: [look(SIDE, SIDE_MARKS, unsure), look(FRONT, FRONT_MARKS)],
});

let state: BenchState;
let sent: Entry[];
const begin = (proposals: Proposals, marks: readonly Mark[] = []): void => {
  state = initialState(world, { marks, points: [], strokes: [], scores: [], proposals });
  sent = [];
};
beforeEach(() => begin(found()));
const act = (...actions: BenchAction[]): BenchState => {
  for (const action of actions) {
    const outcome = transition(world, state, action);
    state = outcome.state;
    sent.push(...outcome.send);
  }
  return state;
};
const known = (clipId: ClipId) => openOf(world, state).find((o) => o.film.id === clipId)!;
const shown = (clipId: ClipId): number => frameIn(world, state, known(clipId));
const enter: BenchAction = { type: 'mark', between: false };
/** Says of every cell of the strip that it is drawn. */
const drawStrip = (but: readonly string[] = []): void => {
  for (const { key, frame } of stripOf(world, state))
    if (!but.some((b) => key.endsWith(b))) act({ type: 'stripShown', key, frame });
};
const marksOf = (clipId: ClipId) => state.data.marks.filter((m) => m.clipId === clipId);

describe('a key frame that is proposed', () => {
  test('is shown, and Enter confirms it and goes to the next one in either view', () => {
    expect([state.event, shown(SIDE)]).toEqual(['set', 20]);
    act(enter);
    expect(sent).toEqual([
      {
        kind: 'mark',
        clipId: SIDE,
        event: 'set',
        frame: 20,
        frameTo: null,
        origin: 'confirmed',
        spread: expect.closeTo(4 / 3.29, 3),
      },
    ]);
    expect([state.event, shown(SIDE)]).toEqual(['liftTop', 80]);
    // What is found besides what is always asked is looked for too.
    for (const event of ['liftTop', 'handsApart', 'driveStart', 'contact', 'layback', 'release', 'finish']) {
      expect(state.event).toBe(event);
      act(enter);
    }
    expect([activeOf(world, state)!.film.id, state.event]).toEqual([FRONT, 'set']);
    expect(marksOf(SIDE).every((m) => m.origin === 'confirmed')).toBe(true);
  });
  test('that serves single figures waits for them: it is neither asked for in the walk nor in the strip, and is proposed where a figure asks', () => {
    begin({
      looksHere: true,
      looks: [look(SIDE, [...SIDE_MARKS, ['kneeDown', 88, 0.6], ['bodyBack', 70, 0.4]]), look(FRONT, FRONT_MARKS)],
    });
    expect(stripOf(world, state).map((c) => c.event)).not.toContain('kneeDown');
    for (const event of ['set', 'liftTop', 'handsApart', 'driveStart', 'contact', 'layback', 'release', 'finish']) {
      expect(state.event).toBe(event);
      act(enter);
    }
    act({ type: 'view' }, { type: 'task', task: 'figures' }, { type: 'measure', figure: 'handsAfterKnee' });
    expect([state.event, shown(SIDE)]).toEqual(['kneeDown', 88]);
    act(enter);
    expect(sent.at(-1)).toMatchObject({ event: 'kneeDown', frame: 88, origin: 'confirmed' });
    expect(state.task).toBe('figures');
  });
  test('that is corrected is marked by hand, and so is one between two frames', () => {
    act({ type: 'step', by: 1 }, enter);
    expect(sent[0]).not.toHaveProperty('origin');
    act({ type: 'mark', between: true });
    expect(sent[1]).toMatchObject({ event: 'liftTop', frameTo: 81 });
    expect(sent[1]).not.toHaveProperty('origin');
  });
  test('comes from the other view where its own pictures do not show it, by the offset of the cameras', () => {
    // 30 frames by lift, contact and finish; the unsure set is 10 off and moves nothing.
    expect(proposedOf(world, state, 'release', known(FRONT))).toMatchObject({ frame: 136, otherView: true, sure: 0.97 });
    expect(proposedOf(world, state, 'contact', known(FRONT))).toMatchObject({ frame: 120, otherView: false });
    // What a coach corrects in one view moves what the other has from it, and not what it has itself.
    act({ type: 'event', event: 'release' }, { type: 'step', by: 4 }, enter);
    expect(proposedOf(world, state, 'release', known(FRONT))!.frame).toBe(140);
    expect(proposedOf(world, state, 'contact', known(FRONT))!.frame).toBe(120);
  });
  test('that its own pictures show badly comes from the other view, if that is surer of it', () => {
    expect(proposedOf(world, state, 'finish', known(FRONT))).toMatchObject({ frame: 180, otherView: false });
    const early = { ...look(FRONT, [...FRONT_MARKS.slice(1), ['handsApart', 60, 0.3]]) };
    begin({ looksHere: true, looks: [look(SIDE, SIDE_MARKS), early] });
    expect(proposedOf(world, state, 'handsApart', known(FRONT))).toMatchObject({ frame: 65, otherView: true, sure: 0.5 });
  });

  test('where the front view has found wrongly, the paths of the joints tell how far the cameras lie apart', () => {
    const wrong = [
      ['set', 60, 0.4],
      ['liftTop', 95, 0.6],
    ] as const;
    const of = (moves: boolean): Proposals => ({
      looksHere: true,
      looks: [look(SIDE, SIDE_MARKS), look(FRONT, wrong)].map((l, i) => (moves ? moving(l, i === 0 ? 0 : 30) : l)),
    });
    begin(of(false));
    expect(proposedOf(world, state, 'release', known(FRONT))!.frame).not.toBe(136);
    begin(of(true));
    expect(proposedOf(world, state, 'release', known(FRONT))).toMatchObject({ frame: 136, otherView: true, sure: 0.97 });
    // Two that are as sure, and far apart: the side's, whose time all joints bear out. Near each other: its own.
    const even = (frame: number): Proposals => ({
      looksHere: true,
      looks: [moving(look(SIDE, SIDE_MARKS), 0), moving(look(FRONT, [['liftTop', frame, 0.9]]), 30)],
    });
    for (const [own, proposed, otherView] of [
      [95, 50, true],
      [58, 58, false],
    ] as const) {
      const sureOf = even(own);
      begin({
        ...sureOf,
        looks: sureOf.looks.map((l) => ({ ...l, marks: l.marks.map((m) => ({ ...m, sure: Math.min(m.sure, 0.6) })) })),
      });
      expect(proposedOf(world, state, 'liftTop', known(FRONT))).toMatchObject({ frame: proposed, otherView });
    }
    begin(of(true));
    // What its own pictures tell less surely is told by the other view too.
    expect(proposedOf(world, state, 'liftTop', known(FRONT))).toMatchObject({ frame: 50, otherView: true });
  });
  test('each view keeps its own where both are as sure, but for what the front shows worse; what rests on a wrong event goes with it', () => {
    // The front is 30 frames behind by its joints, and wrong about contact and what it has found from it.
    const of = (frontContact: number): Proposals => ({
      looksHere: true,
      looks: [
        moving(look(SIDE, [...SIDE_MARKS.filter(([e]) => e !== 'contact'), ['firstTouch', 149, 0.6], ['contact', 150, 0.6]]), 0),
        moving(
          look(FRONT, [
            ['firstTouch', 178, 0.6],
            ['contact', 180, frontContact],
          ]),
          30,
        ),
      ],
    });
    const there = (event: EventId, id: ClipId) => proposedOf(world, state, event, known(id));
    begin(of(0.6));
    for (const [event, side, front] of [
      ['firstTouch', 149, 119],
      ['contact', 150, 120],
    ] as const) {
      expect(there(event, SIDE)).toMatchObject({ frame: side, otherView: false });
      expect(there(event, FRONT)).toMatchObject({ frame: front, otherView: true });
    }
    // The surer one decides for both views, and takes along what was found from it, however sure that is.
    begin(of(0.8));
    expect(there('contact', SIDE)).toMatchObject({ frame: 210, otherView: true });
    expect(there('firstTouch', SIDE)).toMatchObject({ frame: 208, otherView: true });
    // So does what a coach marks.
    begin(of(0.6));
    act({ type: 'event', event: 'contact' }, { type: 'step', by: 40 }, enter);
    expect(marksOf(SIDE)).toMatchObject([{ event: 'contact', frame: 190 }]);
    expect(there('firstTouch', SIDE)).toMatchObject({ frame: 208, otherView: true });
    // Without another view it is proposed no more.
    begin({ ...of(0.6), looks: of(0.6).looks.slice(0, 1) });
    expect(there('firstTouch', SIDE)).toMatchObject({ frame: 149 });
    act({ type: 'event', event: 'contact' }, { type: 'step', by: 40 }, enter);
    expect(there('firstTouch', SIDE)).toBeNull();
  });
  test('nothing comes from the other view for a film in which nobody could be followed', () => {
    begin({ looksHere: true, looks: [look(SIDE, SIDE_MARKS), { ...look(FRONT, []), state: 'none', bodyPixels: null }] });
    expect(proposedOf(world, state, 'release', known(FRONT))).toBeNull();
    expect(lookedFor(FRONT, state.proposals)).not.toContain('driveStart');
  });
  test('that was found meanwhile is there, and what plays goes on', () => {
    begin(NO_PROPOSALS);
    act({ type: 'play', on: true }, { type: 'proposals', proposals: found() });
    expect(state.playing).toBe(true);
    expect(shown(SIDE)).toBe(20);
  });
  test('stands as a ghost on the chalk line, with the frames between which it lies', () => {
    act(enter);
    const at = known(SIDE);
    const { line } = chalkLineOf(at, null, undefined, state.data, 0, 'liftTop', null, (e) => proposedOf(world, state, e, at));
    const tick = (id: EventId) => line.ticks.find((t) => t.id === id)!;
    expect(tick('set')).toMatchObject({ state: 'marked' });
    expect(tick('contact')).toMatchObject({ state: 'proposed', at: expect.closeTo(130 / 190, 6) });
    expect(tick('contact').span![0]).toBeCloseTo(128 / 190, 6);
    expect(line.ticks.map((t) => t.id)).toContain('driveStart');
  });
});

describe('all key frames at a look', () => {
  test('one press confirms what is sure and on the screen; what is not is looked at one by one', () => {
    act({ type: 'strip' });
    expect(state.layer).toBe('strip');
    expect(stripOf(world, state)).toHaveLength(15);
    drawStrip();
    act({ type: 'confirmSure' });
    expect(sent).toHaveLength(12);
    expect(sent.every((e) => e.kind === 'mark' && e.origin === 'confirmed')).toBe(true);
    expect(marksOf(SIDE).map((m) => m.event)).not.toContain('handsApart');
    // The unsure ones: hands apart in both views, the set from the front.
    expect([state.layer, state.event, activeOf(world, state)!.film.id]).toEqual(['work', 'handsApart', SIDE]);
    expect(state.said).toBe('12 confirmed. 3 to look at one by one: Enter goes from each to the next.');
    act(enter, enter, enter);
    expect(marksOf(SIDE)).toHaveLength(8);
    expect(marksOf(FRONT).length).toBeGreaterThanOrEqual(7);
  });
  test('where all of it is sure one press does it, the next delivery is in hand, and nothing of it is counted', () => {
    const sure = (marks: ReadonlyArray<readonly [EventId, number, number]>) =>
      marks.map(([event, frame]) => [event, frame, 0.9] as const);
    const looks = [look(SIDE, sure(SIDE_MARKS)), look(FRONT, sure(FRONT_MARKS)), look(SECOND, sure(SIDE_MARKS))];
    begin({ looksHere: true, looks });
    act({ type: 'strip' });
    drawStrip();
    act({ type: 'confirmSure' });
    expect(sent).toHaveLength(15);
    expect(activeOf(world, state)!.film.id).toBe(SECOND);
    expect(state.said).toBe('15 confirmed.');
  });
  test('nothing that was not drawn is confirmed, nor what was drawn at another frame', () => {
    act({ type: 'strip' }, { type: 'confirmSure' });
    expect(sent).toEqual([]);
    begin(found());
    act({ type: 'strip' });
    drawStrip([' contact', ' release']);
    act({ type: 'stripShown', key: `${SIDE} release`, frame: 165 });
    expect(confirmedByStrip(world, state).map((c) => c.key)).not.toContain(`${SIDE} release`);
    act({ type: 'confirmSure' });
    expect(sent.map((e) => 'event' in e && e.event)).not.toContain('contact');
    expect(marksOf(SIDE).map((m) => m.event)).not.toContain('release');
  });
  test('what the coach leaves for later is not confirmed; once more, and it is', () => {
    act({ type: 'strip' });
    drawStrip();
    expect(state.strip!.cursor).toBe(0);
    act({ type: 'stripMove', by: 1 }, { type: 'stripLeave' });
    expect(confirmedByStrip(world, state).map((c) => c.key)).not.toContain(`${SIDE} liftTop`);
    act({ type: 'stripLeave' });
    expect(confirmedByStrip(world, state)).toHaveLength(12);
    act({ type: 'stripLeave' }, { type: 'confirmSure' });
    expect(marksOf(SIDE).map((m) => m.event)).not.toContain('liftTop');
    expect(state.event).toBe('liftTop');
  });
  test('the cursor stays inside, and goes to a frame large', () => {
    act({ type: 'strip' }, { type: 'stripMove', by: -1 });
    expect(state.strip!.cursor).toBe(0);
    for (let i = 0; i < 20; i++) act({ type: 'stripMove', by: 1 });
    expect(state.strip!.cursor).toBe(14);
    act({ type: 'stripMove', by: 'otherView' });
    expect(state.strip!.cursor).toBe(7);
    act({ type: 'stripMove', by: 'otherView' });
    act({ type: 'stripGo' });
    expect([state.layer, state.event, activeOf(world, state)!.film.id]).toEqual(['work', 'finish', FRONT]);
    expect(shown(FRONT)).toBe(180);
  });
  test('one key takes all of it back', () => {
    act({ type: 'strip' });
    drawStrip();
    act({ type: 'confirmSure' });
    act({ type: 'takeBack', direction: 'undo' });
    expect(state.data.marks).toEqual([]);
    expect(state.said).toContain('12 key frames of delivery 1');
  });
  test('what contradicts a mark is left', () => {
    const early: Mark = { clipId: SIDE, event: 'finish', frame: 155, frameTo: null };
    begin(found(), [early]);
    act({ type: 'strip' });
    drawStrip();
    act({ type: 'confirmSure' });
    expect(marksOf(SIDE).map((m) => m.event)).not.toEqual(expect.arrayContaining(['release']));
    expect(marksOf(SIDE).map((m) => m.event)).toContain('contact');
  });
  test('where nothing is proposed, or everything is marked, it says so', () => {
    begin(NO_PROPOSALS);
    expect(act({ type: 'strip' })).toMatchObject({
      layer: 'work',
      said: expect.stringContaining('The computer looks at no film here') as string,
    });
    // What is still on its way is no nothing.
    begin({ looksHere: true, looks: [] });
    expect(act({ type: 'strip' }).said).toContain('Open side and front: the computer has not looked yet');
    const all = [SIDE, FRONT, SECOND].flatMap((clipId) =>
      OFFERED.map((event, i): Mark => ({ clipId, event, frame: 10 + 12 * i, frameTo: null })),
    );
    begin(found(), all);
    expect(act({ type: 'strip' })).toMatchObject({ layer: 'work', said: 'Every key frame here is marked.' });
  });
});

describe('joints that were found', () => {
  const sideMarks: Mark[] = SIDE_MARKS.map(([event, frame]) => ({ clipId: SIDE, event, frame, frameTo: null }));
  const needed = (event: EventId): PointId[] => FOLLOWED.filter((j) => pointsNeededAt(event, 'openSide').has(j));
  const pointsSent = () => sent.flatMap((e) => (e.kind === 'point' ? [e] : []));
  beforeEach(() => begin(found(), sideMarks));

  test('count for no figure before somebody has seen them, and are shown as proposed', () => {
    expect([...figuresOf(world, state).keys()]).not.toContain('frontKneeContact');
    expect(proposedFiguresOf(world, state).get('frontKneeContact')!.value).toBeGreaterThan(100);
  });
  test('key frame after key frame: Enter enters those that figures need, each with its error', () => {
    act({ type: 'joints' });
    const first = jointsInHand(world, state)!.event;
    expect([state.layer, state.task, shown(SIDE)]).toEqual([
      'joints',
      'figures',
      marksOf(SIDE).find((m) => m.event === first)!.frame,
    ]);
    const { steps } = state.joints!;
    act({ type: 'confirmJoints' });
    expect(
      pointsSent()
        .map((p) => p.point)
        .sort(),
    ).toEqual(needed(first).sort());
    expect(pointsSent()[0]).toMatchObject({ origin: 'confirmed', pointSd: 3, frame: 20 });
    for (let i = 1; i < steps.length; i++) act({ type: 'confirmJoints' });
    expect(state.layer).toBe('work');
    const measured = figuresOf(world, state).get('frontKneeContact')!;
    // The error of what was confirmed is that of the find, not of a hand.
    const byHand = 2;
    expect(measured.sd).toBeGreaterThan(byHand);
    expect(proposedFiguresOf(world, state).has('frontKneeContact')).toBe(false);
    expect(act({ type: 'joints' }).said).toContain('No joint here waits');
  });
  test('where none waits in the delivery in hand, those of another one do', () => {
    act({ type: 'delivery', index: 1 });
    expect(act({ type: 'joints' })).toMatchObject({ deliveryIndex: 0, layer: 'joints' });
    expect(state.joints!.steps[0]).toMatchObject({ clipId: SIDE });
  });
  test('those of the front view follow those of the side, each in its film', () => {
    const frontMarks: Mark[] = FRONT_MARKS.map(([event, frame]) => ({ clipId: FRONT, event, frame, frameTo: null }));
    begin(found(), [...sideMarks, ...frontMarks]);
    act({ type: 'joints' });
    const { steps } = state.joints!;
    expect(steps.map((s) => s.clipId)).toEqual([...steps.slice(1).map(() => SIDE), FRONT]);
    expect(steps.at(-1)!.event).toBe('contact');
    for (let i = 1; i < steps.length; i++) act({ type: 'confirmJoints' });
    expect(jointsInHand(world, state)!.at.film.id).toBe(FRONT);
    sent = [];
    act({ type: 'confirmJoints' });
    expect(new Set(pointsSent().map((p) => `${p.clipId} ${p.frame}`))).toEqual(new Set([`${FRONT} 120`]));
    expect(
      pointsSent()
        .map((p) => p.point)
        .sort(),
    ).toEqual(FOLLOWED.filter((j) => pointsNeededAt('contact', 'front').has(j)).sort());
  });
  test('one that is unsure is left unless it was under the magnifier', () => {
    begin(found(['frontKnee']), sideMarks);
    const toContact = (): void => {
      act({ type: 'joints' });
      while (jointsInHand(world, state)!.event !== 'contact') act({ type: 'confirmJoints' });
      sent = [];
    };
    toContact();
    act({ type: 'confirmJoints' });
    expect(pointsSent().map((p) => p.point)).not.toContain('frontKnee');
    expect(state.said).toContain('front knee');
    begin(found(['frontKnee']), sideMarks);
    toContact();
    // The unsure one comes first.
    act({ type: 'chooseJoint', by: 1 });
    expect(state.joints!.chosen).toBe('frontKnee');
    act({ type: 'confirmJoints' });
    expect(pointsSent().find((p) => p.point === 'frontKnee')).toMatchObject({ origin: 'confirmed', pointSd: 30 });
  });
  test('one that is moved is placed by hand, where the hand has put it, inside the film', () => {
    act({ type: 'joints' }, { type: 'chooseJoint', by: 1 });
    const chosen = state.joints!.chosen!;
    const before = jointsInHand(world, state)!.joints.find((j) => j.point === chosen)!;
    act(
      { type: 'nudgeJoint', x: 1, y: 0, fine: false },
      { type: 'nudgeJoint', x: 0, y: -1, fine: true },
      { type: 'confirmJoints' },
    );
    expect(pointsSent().find((p) => p.point === chosen)).toMatchObject({
      ...{ origin: 'placed', x: before.x + 12, y: before.y - 2, pointSd: 2 },
    });
    act({ type: 'moveJoint', x: -50, y: 9999 });
    const moved = jointsInHand(world, state)!.joints.filter((j) => j.moved);
    expect(moved.map((j) => [j.x, j.y])).toEqual([[0, 540]]);
  });
  test('a pointer takes the joint that lies nearest', () => {
    act({ type: 'joints' });
    while (jointsInHand(world, state)!.event !== 'contact') act({ type: 'confirmJoints' });
    const knee = jointsInHand(world, state)!.joints.find((j) => j.point === 'frontKnee')!;
    act({ type: 'moveJoint', x: knee.x + 3, y: knee.y + 2 });
    expect(state.joints!.chosen).toBe('frontKnee');
  });
  test('legs that were taken for each other change sides with one key, and back with another', () => {
    act({ type: 'joints' });
    while (jointsInHand(world, state)!.event !== 'contact') act({ type: 'confirmJoints' });
    const x = (point: PointId): number => jointsInHand(world, state)!.joints.find((j) => j.point === point)!.x;
    const [front, back, wrist] = [x('frontKnee'), x('backKnee'), x('throwingWrist')];
    act({ type: 'turnSides', limbs: 'legs' });
    expect([x('frontKnee'), x('backKnee'), x('throwingWrist')]).toEqual([back, front, wrist]);
    act({ type: 'turnSides', limbs: 'legs' });
    expect(x('frontKnee')).toBe(front);
    act({ type: 'turnSides', limbs: 'legs' });
    sent = [];
    act({ type: 'confirmJoints' });
    expect(pointsSent().find((p) => p.point === 'frontKnee')!.x).toBe(back);
  });
  test('what was placed by hand stays where it is', () => {
    const placed = {
      clipId: SIDE,
      event: 'contact' as const,
      point: 'frontKnee' as const,
      x: 1,
      y: 2,
      sd: 2,
      frame: 150,
      origin: 'placed' as const,
    };
    state = initialState(world, { marks: sideMarks, points: [placed], strokes: [], scores: [], proposals: found() });
    act({ type: 'joints' });
    while (state.layer === 'joints') act({ type: 'confirmJoints' });
    expect(
      pointsSent()
        .filter((p) => p.event === 'contact')
        .map((p) => p.point),
    ).not.toContain('frontKnee');
    expect(state.data.points).toContainEqual(placed);
  });
  test('follow a key frame that is moved: they are in every frame of the film', () => {
    expect(jointsAt(state.proposals, SIDE, 150).find((j) => j.point === 'head')!.x).toBe(550);
    expect(jointsAt(state.proposals, SIDE, 153).find((j) => j.point === 'head')!.x).toBe(553);
    expect(jointsAt(state.proposals, SIDE, 999)).toEqual([]);
  });
  test('one by one under the magnifier: untouched it is confirmed, moved it is placed', () => {
    act({ type: 'measure', figure: 'frontKneeContact' });
    const at = state.held!.at;
    expect(state.held!.proposedSd).toBe(3);
    act({ type: 'place' });
    act({ type: 'nudge', x: 1, y: 0, fine: true }, { type: 'place' });
    expect(pointsSent()[0]).toMatchObject({ origin: 'confirmed', ...at, pointSd: 3 });
    expect(pointsSent()[1]).toMatchObject({ origin: 'placed', pointSd: 2 });
  });
  test('without a side view, or without anything found, it says so', () => {
    begin({ looksHere: true, looks: [] }, sideMarks);
    expect(act({ type: 'joints' })).toMatchObject({
      layer: 'work',
      said: expect.stringContaining('No joints are proposed') as string,
    });
    begin(found());
    expect(act({ type: 'joints' }).said).toContain('mark its key frames first');
  });
});

/** Every key frame of the side view is marked and its joints are confirmed; levels are in hand. */
function confirmAll(): void {
  begin(
    found(),
    SIDE_MARKS.map(([event, frame]): Mark => ({ clipId: SIDE, event, frame, frameTo: null })),
  );
  act({ type: 'joints' });
  while (state.layer === 'joints') act({ type: 'confirmJoints' });
  act({ type: 'task', task: 'levels' });
}

describe('a level that is offered', () => {
  beforeEach(() => {
    confirmAll();
    sent = [];
  });
  const open = (): BenchState[] =>
    askedOf(world, state)
      .map((c) => transition(world, state, { type: 'checkpoint', id: c.id }).state)
      .filter((s) => offeredHere(world, s) !== null);
  test('is taken with Enter, and the next checkpoint is opened; with the second Enter nothing is overwritten', () => {
    [state] = open() as [BenchState];
    const { level } = offeredHere(world, state)!;
    const before = state.checkpointId;
    act({ type: 'accept' });
    expect(sent.filter((e) => e.kind === 'score' && e.checkpoint === before)).toMatchObject([
      { level: String(level), suggested: String(level) },
    ]);
    expect(state.checkpointId).not.toBe(before);
    act({ type: 'checkpoint', id: before! });
    sent = [];
    act({ type: 'accept' });
    expect(sent).toEqual([]);
  });
  test('where none is, Enter goes to what is not scored yet and enters nothing', () => {
    const none = askedOf(world, state).find(
      (c) => offeredHere(world, transition(world, state, { type: 'checkpoint', id: c.id }).state) === null,
    )!;
    act({ type: 'checkpoint', id: none.id }, { type: 'accept' });
    expect(sent).toEqual([]);
  });
  test('that is overruled says what stood on the screen', () => {
    [state] = open() as [BenchState];
    const { level } = offeredHere(world, state)!;
    const other = level === 0 ? 3 : 0;
    act({ type: 'level', level: other });
    expect(sent[0]).toMatchObject({ kind: 'score', level: String(other), suggested: String(level) });
  });
  test('is not offered to who scores second', () => {
    const second = benchWorld({ ...props, blind: true });
    for (const s of open()) {
      expect(offeredHere(second, s)).toBeNull();
      expect(transition(second, s, { type: 'accept' }).send).toEqual([]);
      expect(transition(second, s, { type: 'level', level: 3 }).send[0]).not.toHaveProperty('suggested');
    }
    expect(open().length).toBeGreaterThan(0);
  });
});

describe('a phase with one key', () => {
  /** Every frame of both films has been on the screen. */
  const everything = new Set([SIDE, FRONT].flatMap((id) => Array.from({ length: FRAMES }, (_, i) => drawnKey(id, i))));
  const phaseOf = (s: BenchState) => askedOf(world, s).find((c) => c.id === s.checkpointId)!.phase;
  beforeEach(() => {
    confirmAll();
    const offered = askedOf(world, state).find(
      (c) => offeredHere(world, transition(world, state, { type: 'checkpoint', id: c.id }).state) !== null,
    )!;
    act({ type: 'checkpoint', id: offered.id });
    sent = [];
  });
  const scores = () => sent.flatMap((e) => (e.kind === 'score' && e.level !== 'NV' ? [e] : []));

  test('takes what is offered in it and was on the screen, with what stood suggested, and goes on', () => {
    const [inHand, phase] = [state.checkpointId, phaseOf(state)];
    const all = offeredInPhase(world, state, everything);
    expect(all.length).toBeGreaterThan(0);
    act({ type: 'acceptPhase', drawn: everything });
    expect(scores().map((e) => [e.checkpoint, e.level, e.suggested])).toEqual(
      all.map((o) => [o.checkpoint.id, String(o.offered.level), String(o.offered.level)]),
    );
    expect(scores().every((e) => askedOf(world, state).find((c) => c.id === e.checkpoint)!.phase === phase)).toBe(true);
    expect(state.said).toContain('Taken: ');
    expect(state.checkpointId).not.toBe(inHand);
    // One key takes all of it back.
    act({ type: 'checkpoint', id: inHand! }, { type: 'takeBack', direction: 'undo' });
    if (state.data.scores.length > 0) act({ type: 'takeBack', direction: 'undo' });
    expect(state.data.scores).toEqual([]);
  });
  test('what has not been on the screen stays open, and it says so', () => {
    expect(act({ type: 'acceptPhase', drawn: new Set() }).said).toContain('not on the screen yet');
    expect(sent).toEqual([]);
    // All frames but one of those that it rests on.
    const { event } = offeredInPhase(world, state, everything)[0]!.checkpoint;
    const frame = SIDE_MARKS.find(([e]) => e === event)![1];
    const without = new Set([...everything].filter((k) => k !== drawnKey(SIDE, frame) && !k.startsWith(FRONT)));
    expect(offeredInPhase(world, state, without)[0]!.wasSeen).toBe(false);
  });
  test('where nothing is offered any more it enters nothing', () => {
    act({ type: 'acceptPhase', drawn: everything });
    act({ type: 'checkpoint', id: scores()[0]!.checkpoint });
    sent = [];
    expect(act({ type: 'acceptPhase', drawn: everything }).said).toBe('Nothing is offered in this phase.');
    expect(sent).toEqual([]);
  });
  test('nothing of it is taken by who scores second', () => {
    const second = benchWorld({ ...props, blind: true });
    expect(offeredInPhase(second, state, everything)).toEqual([]);
    expect(transition(second, state, { type: 'acceptPhase', drawn: everything }).send).toEqual([]);
  });
});

describe('all checkpoints at a look', () => {
  test('one key opens it at the checkpoint in hand, arrows go through it by line and by phase, Enter goes there', () => {
    act({ type: 'task', task: 'levels' });
    const asked = askedOf(world, state);
    act({ type: 'overview' });
    expect([state.layer, state.overview]).toEqual(['overview', asked[0]!.id]);
    act({ type: 'overviewMove', by: -1 }, { type: 'overviewMove', by: 'phaseBefore' });
    expect(state.overview).toBe(asked[0]!.id);
    act({ type: 'overviewMove', by: 1 });
    expect(state.overview).toBe(asked[1]!.id);
    const second = asked.find((c) => c.phase !== asked[0]!.phase)!;
    act({ type: 'overviewMove', by: 'nextPhase' });
    expect(state.overview).toBe(second.id);
    act({ type: 'overviewMove', by: 1 }, { type: 'overviewMove', by: 'phaseBefore' });
    expect(state.overview).toBe(asked[0]!.id);
    act({ type: 'overviewMove', by: 'nextPhase' }, { type: 'overviewGo' });
    expect([state.layer, state.overview, state.checkpointId]).toEqual(['work', null, second.id]);
    act({ type: 'overview' }, { type: 'overviewGo', id: asked[3]!.id });
    expect(state.checkpointId).toBe(asked[3]!.id);
  });
  test('from another task it comes with the levels, and enters nothing', () => {
    act({ type: 'task', task: 'figures' }, { type: 'overview' });
    expect([state.task, state.layer]).toEqual(['levels', 'overview']);
    expect(sent).toEqual([]);
  });
});

describe('what became of the look, in words', () => {
  const films = world.clips.filter((c) => c.deliveryId === anId('d1'));
  test.each([
    ['looking', 'Open side: the computer is looking. What it finds appears by itself.'],
    ['none', 'Open side: nobody could be followed. Mark key frames and points by hand.'],
    ['failed', 'Open side: the computer could not look. Mark by hand; the next start tries again.'],
  ] as const)('%s', (standing, words) => {
    const looks = [{ ...look(SIDE, []), state: standing }, look(FRONT, FRONT_MARKS)];
    expect(lookWords(films, { looksHere: true, looks })).toEqual([words]);
  });
  test('where the server looks at no film, once for all; where everything is marked, nothing', () => {
    expect(lookWords(films, NO_PROPOSALS)).toEqual([expect.stringContaining('Everything is marked by hand')]);
    expect(lookWords([], NO_PROPOSALS)).toEqual([]);
    expect(lookWords(films, { looksHere: true, looks: [] })).toEqual([
      'Open side and front: the computer has not looked yet. What it finds appears by itself.',
    ]);
    expect(lookWords(films, { looksHere: true, looks: [{ ...look(SIDE, []), state: 'looking' }] })).toHaveLength(2);
  });
});

test('in any order of keys nothing contradicts itself, nothing unseen is entered, and taking all back leaves what was there', () => {
  const both = [found(), found(['head'])];
  for (let seed = 1; seed <= 20; seed++) {
    let r = seed;
    const pick = <T>(all: readonly T[]): T => {
      r = (r * 48271) % 2147483647;
      return all[r % all.length]!;
    };
    begin(found(seed % 2 ? ['frontKnee', 'throwingWrist'] : []));
    const start = state.data;
    for (let i = 0; i < 150; i++) {
      act(
        pick<BenchAction>([
          { type: 'strip' },
          { type: 'stripMove', by: pick([-1, 1, 'otherView']) },
          { type: 'stripLeave' },
          { type: 'stripGo' },
          { type: 'confirmSure' },
          { type: 'joints' },
          { type: 'chooseJoint', by: pick([1, -1]) },
          { type: 'nudgeJoint', x: 1, y: 0, fine: pick([true, false]) },
          { type: 'turnSides', limbs: pick(['legs', 'arms']) },
          { type: 'confirmJoints' },
          enter,
          { type: 'view' },
          { type: 'step', by: pick([-1, 1]) },
          { type: 'task', task: pick(['keyFrames', 'levels', 'across', 'figures']) },
          { type: 'delivery', index: pick([0, 1]) },
          { type: 'takeBack', direction: pick(['undo', 'redo']) },
          { type: 'layer', on: pick(['done', 'leave', 'askFrame']) },
          { type: 'overview' },
          { type: 'overviewMove', by: pick([1, -1, 'nextPhase', 'phaseBefore']) },
          { type: 'overviewGo' },
          { type: 'proposals', proposals: pick(both) },
        ]),
      );
      if (state.layer === 'strip' && pick([true, false])) drawStrip();
      expect(
        [state.strip, state.joints, state.overview].map((s) => s !== null),
        `${seed}.${i}`,
      ).toEqual(['strip', 'joints', 'overview'].map((l) => state.layer === l));
      for (const o of openOf(world, state)) {
        expect(frameIn(world, state, o)).toBeGreaterThanOrEqual(0);
        expect(frameIn(world, state, o)).toBeLessThan(FRAMES);
      }
    }
    expect(sent.filter((e) => e.kind === 'point' && e.origin !== 'confirmed' && e.origin !== 'placed')).toEqual([]);
    for (let i = 0; state.done.length > 0 && i < 1000; i++) act({ type: 'takeBack', direction: 'undo' });
    const sorted = (rows: readonly unknown[]): string[] => rows.map((row) => JSON.stringify(row)).sort();
    for (const key of ['marks', 'points', 'scores'] as const) expect(sorted(state.data[key])).toEqual(sorted(start[key]));
  }
});
