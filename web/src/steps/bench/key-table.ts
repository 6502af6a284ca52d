import { SHAPES } from '@stride-chalk/core';
import type { BenchAction } from './bench-actions.ts';
import { LAYERS, type Layer } from './bench-layer.ts';
import type { Task } from './types.ts';

/** What a key speaks to: a task while nothing lies over it, else the layer. */
export type KeyContext = Task | Exclude<Layer, 'work'>;
const TASKS = ['keyFrames', 'levels', 'across', 'figures'] as const satisfies readonly Task[];
const SCORING = ['levels', 'across'] as const satisfies readonly Task[];
export const KEY_CONTEXTS: readonly KeyContext[] = [...TASKS, ...LAYERS.filter((l): l is Exclude<Layer, 'work'> => l !== 'work')];

export const contextOf = (layer: Layer, task: Task): KeyContext => (layer === 'work' ? task : layer);

/** Everything that a key can ask for: something that happens at the bench, as it stands here or made of where the coach is. */
export type Command =
  | { readonly do: 'send'; readonly action: BenchAction }
  | { readonly do: 'play' | 'measure' | 'phase' | 'findBib' | 'writeUp' | 'keys' }
  /** A point of a drawing where the cross is. */
  | { readonly do: 'draw'; readonly end: boolean }
  | { readonly do: 'delivery' | 'camper' | 'choose'; readonly by: 1 | -1 }
  | { readonly do: 'fault'; readonly index: number; readonly more: boolean };

const act = (action: BenchAction): Command => ({ do: 'send', action });

export interface KeyRow {
  /** Small letters; 'shift+' before a key that means something else with it. */
  readonly key: string;
  readonly in: readonly KeyContext[];
  readonly does: Command;
  /** What it does, for the list of keys; null for a row that another one tells with it. */
  readonly says: string | null;
  /** How the key is drawn where its name is not its cap. */
  readonly cap?: string;
}

const row = (key: string, contexts: readonly KeyContext[], does: Command, says: string | null, cap?: string): KeyRow => ({
  key,
  in: contexts,
  does,
  says,
  ...(cap ? { cap } : {}),
});
const FILM: readonly KeyContext[] = [...TASKS, 'fault'];
const FAULT_LETTERS = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
const NUDGES = [
  ['ArrowLeft', -1, 0],
  ['ArrowRight', 1, 0],
  ['ArrowUp', 0, -1],
  ['ArrowDown', 0, 1],
] as const;

/** What arrows move, in each layer in which something is in hand. */
const MOVED = [
  ['points', 'nudge'],
  ['joints', 'nudgeJoint'],
  ['chalk', 'nudgeChalk'],
] as const;

/** Every key of the bench, once. The keyboard, the hints under the film and the list of keys (?) are all read from here. */
export const KEY_TABLE: readonly KeyRow[] = [
  row('ArrowLeft', FILM, act({ type: 'step', by: -1 }), null),
  row('ArrowRight', FILM, act({ type: 'step', by: 1 }), 'one frame', '← →'),
  row('shift+ArrowLeft', FILM, act({ type: 'step', by: -10 }), null),
  row('shift+ArrowRight', FILM, act({ type: 'step', by: 10 }), 'ten frames', '⇧ ← →'),
  row(' ', FILM, { do: 'play' }, 'slow play', 'Space'),
  row('r', TASKS, act({ type: 'layer', on: 'askFrame' }), 'to a frame by its number'),
  row('v', [...TASKS, 'chalk'], act({ type: 'view' }), 'other view'),
  row('z', [...TASKS, 'points', 'joints', 'chalk'], act({ type: 'closer' }), 'closer, and whole again'),
  row('shift+z', [...TASKS, 'points', 'joints', 'chalk'], act({ type: 'whole' }), 'the whole picture', '⇧ Z'),
  row('shift+ArrowUp', TASKS, act({ type: 'pan', x: 0, y: -0.2 }), null),
  row('shift+ArrowDown', TASKS, act({ type: 'pan', x: 0, y: 0.2 }), 'up and down while closer', '⇧ ↑ ↓'),
  row('d', TASKS, { do: 'delivery', by: 1 }, 'next delivery'),
  row('shift+d', TASKS, { do: 'delivery', by: -1 }, 'delivery before', '⇧ D'),
  row('t', TASKS, act({ type: 'task', task: 'keyFrames' }), 'key frames'),
  row('s', TASKS, act({ type: 'task', task: 'levels' }), 'levels'),
  row('x', TASKS, act({ type: 'task', task: 'across' }), 'one checkpoint across all deliveries'),
  row('g', TASKS, act({ type: 'task', task: 'figures' }), 'figures'),
  row('Enter', ['keyFrames'], act({ type: 'mark', between: false }), 'mark the key frame here', '↵'),
  row('shift+Enter', ['keyFrames'], act({ type: 'mark', between: true }), 'mark it between this frame and the next', '⇧ ↵'),
  row('Delete', ['keyFrames'], act({ type: 'unmark' }), 'take the mark off', 'Del'),
  row('shift+Delete', ['keyFrames'], act({ type: 'unmarkFilm' }), 'take all marks and points off this film', '⇧ Del'),
  row('Enter', ['figures'], { do: 'measure' }, 'measure the figure', '↵'),
  row('a', TASKS, act({ type: 'strip' }), 'key frames at a look'),
  row('ArrowLeft', ['strip'], act({ type: 'stripMove', by: -1 }), null),
  row('ArrowRight', ['strip'], act({ type: 'stripMove', by: 1 }), 'choose', '← →'),
  row('ArrowUp', ['strip'], act({ type: 'stripMove', by: 'otherView' }), null),
  row('ArrowDown', ['strip'], act({ type: 'stripMove', by: 'otherView' }), 'the other view', '↑ ↓'),
  row(' ', ['strip'], act({ type: 'stripLeave' }), 'leave it for later', 'Space'),
  row('z', ['strip'], act({ type: 'stripGo' }), 'large'),
  row('Enter', ['strip'], act({ type: 'confirmSure' }), 'confirm what is sure', '↵'),
  row('q', TASKS, act({ type: 'overview' }), 'all checkpoints at a look'),
  row('ArrowUp', ['overview'], act({ type: 'overviewMove', by: -1 }), null),
  row('ArrowDown', ['overview'], act({ type: 'overviewMove', by: 1 }), 'choose', '↑ ↓'),
  row('ArrowLeft', ['overview'], act({ type: 'overviewMove', by: 'phaseBefore' }), null),
  row('ArrowRight', ['overview'], act({ type: 'overviewMove', by: 'nextPhase' }), 'another phase', '← →'),
  row('Enter', ['overview'], act({ type: 'overviewGo' }), 'go there', '↵'),
  row('c', TASKS, act({ type: 'joints' }), 'check the found joints'),
  row('Enter', ['joints'], act({ type: 'confirmJoints' }), 'confirm the joints of this key frame', '↵'),
  row('Tab', ['joints'], act({ type: 'chooseJoint', by: 1 }), 'choose a joint', '⇥'),
  row('shift+Tab', ['joints'], act({ type: 'chooseJoint', by: -1 }), null),
  row('s', ['joints'], act({ type: 'turnSides', limbs: 'legs' }), 'legs change sides'),
  row('shift+s', ['joints'], act({ type: 'turnSides', limbs: 'arms' }), 'arms change sides', '⇧ S'),
  row('ArrowUp', TASKS, { do: 'choose', by: -1 }, null),
  row('ArrowDown', TASKS, { do: 'choose', by: 1 }, 'choose', '↑ ↓'),
  ...([0, 1, 2, 3] as const).map((level) =>
    row(String(level), SCORING, act({ type: 'level', level }), level === 3 ? 'level' : null, '0 – 3'),
  ),
  ...['4', '5', '6', '7', '8', '9'].map((digit) =>
    row(
      digit,
      SCORING,
      act({ type: 'say', words: `${digit} is no level: 0 to 3, or N. For a bib press B first; U takes back what was entered.` }),
      null,
    ),
  ),
  row('Enter', ['levels'], act({ type: 'accept' }), 'take the level that is offered, else to what is not scored yet', '↵'),
  row('shift+Enter', ['levels'], { do: 'phase' }, 'take all that is offered in the phase and was on the screen', '⇧ ↵'),
  row('n', SCORING, act({ type: 'level', level: 'NV' }), 'not visible'),
  row('e', SCORING, act({ type: 'seeAllTheSame' }), 'ask what these views do not show'),
  row('p', SCORING, act({ type: 'pictures' }), 'how the levels look'),
  row('f', SCORING, act({ type: 'layer', on: 'askFault' }), 'what was seen'),
  row('m', SCORING, act({ type: 'layer', on: 'askNote' }), 'note'),
  ...FAULT_LETTERS.flatMap((letter, index) => [
    row(letter, ['fault'], { do: 'fault', index, more: false }, index === 7 ? 'what was seen' : null, 'A – H'),
    row(`shift+${letter}`, ['fault'], { do: 'fault', index, more: true }, index === 7 ? 'one of several' : null, '⇧ A – H'),
  ]),
  row('Enter', ['fault'], act({ type: 'pass' }), null),
  row('Escape', ['fault'], act({ type: 'pass' }), 'pass the question', 'Esc'),
  ...NUDGES.flatMap(([key, x, y]) =>
    MOVED.flatMap(([layer, type]) => [
      row(key, [layer], act({ type, x, y, fine: false }), key === 'ArrowDown' ? 'twelve pixels' : null, 'arrows'),
      row(`shift+${key}`, [layer], act({ type, x, y, fine: true }), key === 'ArrowDown' ? 'two pixels' : null, '⇧ arrows'),
    ]),
  ),
  row('Enter', ['points'], act({ type: 'place' }), 'place the point', '↵'),
  row(',', ['points'], act({ type: 'stepPoint', by: -1 }), null),
  row('.', ['points'], act({ type: 'stepPoint', by: 1 }), 'one frame, where the head turns', ', .'),
  row('Backspace', ['points'], act({ type: 'pointBefore' }), 'the point before', '⌫'),
  row('h', TASKS, act({ type: 'chalk' }), 'draw on this frame'),
  ...SHAPES.map((shape, i) =>
    row(String(i + 1), ['chalk'], act({ type: 'shape', shape }), i === 0 ? 'what is drawn' : null, '1 – 6'),
  ),
  row('Enter', ['chalk'], { do: 'draw', end: false }, 'set a point', '↵'),
  row('shift+Enter', ['chalk'], { do: 'draw', end: true }, 'end a freehand line', '⇧ ↵'),
  row('Backspace', ['chalk'], act({ type: 'chalkBack' }), 'the point before', '⌫'),
  row('Tab', ['chalk'], act({ type: 'chooseStroke', by: 1 }), 'choose a drawing', '⇥'),
  row('shift+Tab', ['chalk'], act({ type: 'chooseStroke', by: -1 }), null),
  row('Delete', ['chalk'], act({ type: 'dropStroke' }), 'take it off', 'Del'),
  row(',', ['chalk'], act({ type: 'step', by: -1 }), null),
  row('.', ['chalk'], act({ type: 'step', by: 1 }), 'one frame', ', .'),
  row(
    'Escape',
    ['points', 'keys', 'strip', 'joints', 'overview', 'chalk', 'words'],
    act({ type: 'layer', on: 'done' }),
    'close',
    'Esc',
  ),
  row('u', [...TASKS, 'fault', 'joints', 'chalk'], act({ type: 'takeBack', direction: 'undo' }), 'take the last entry back'),
  row('shift+u', [...TASKS, 'chalk'], act({ type: 'takeBack', direction: 'redo' }), 'put it there again', '⇧ U'),
  row('b', TASKS, { do: 'findBib' }, 'another camper by bib or name'),
  row('PageDown', TASKS, { do: 'camper', by: 1 }, 'next camper', 'PgDn'),
  row('PageUp', TASKS, { do: 'camper', by: -1 }, 'camper before', 'PgUp'),
  row('w', TASKS, { do: 'writeUp' }, 'write up'),
  row('?', [...TASKS, 'keys'], { do: 'keys' }, 'these keys'),
];

const byContext = new Map<KeyContext, ReadonlyMap<string, KeyRow>>(
  KEY_CONTEXTS.map((context) => [context, new Map(KEY_TABLE.filter((r) => r.in.includes(context)).map((r) => [r.key, r]))]),
);

/**
 * The key of a keyboard event as the table writes it: letters small, whatever Caps Lock says; Shift only where it is held.
 *
 * @example keyName({ key: 'D', shiftKey: false }) // 'd': Caps Lock is on
 */
export function keyName({ key, shiftKey }: { readonly key: string; readonly shiftKey: boolean }): string {
  const letter = key.length === 1 && /[a-z]/i.test(key);
  const plain = letter ? key.toLowerCase() : key;
  return shiftKey && (letter || key.length > 1) ? `shift+${plain}` : plain;
}

/** What a key asks for in a context; null when nothing. */
export const commandFor = (context: KeyContext, event: { readonly key: string; readonly shiftKey: boolean }): Command | null =>
  byContext.get(context)?.get(keyName(event))?.does ?? null;

/** The keys of a context with what they do, for hints and the list of keys. */
export const keysOf = (context: KeyContext): ReadonlyArray<{ readonly cap: string; readonly says: string }> =>
  [...(byContext.get(context)?.values() ?? [])].flatMap((r) =>
    r.says === null ? [] : [{ cap: r.cap ?? r.key.toUpperCase(), says: r.says }],
  );
