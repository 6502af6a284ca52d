/**
 * What the keys of the bench speak to. 'work' is the task in hand (key frames, levels, one checkpoint across, figures); every other layer lies over it,
 * and only one at a time: a key never means two things at once.
 */
export const LAYERS = [
  'work',
  'fault',
  'note',
  'frame',
  'keys',
  'points',
  'strip',
  'joints',
  'overview',
  'chalk',
  'words',
] as const;
export type Layer = (typeof LAYERS)[number];

/** What opens and closes layers. */
export type LayerEvent =
  /** A level below 3 asks what was seen. */
  | 'askFault'
  | 'askNote'
  /** A frame is to be named by its number. */
  | 'askFrame'
  | 'showKeys'
  /** A figure's points are taken in hand one by one. */
  | 'takePoints'
  /** All key frames of both views at one look. */
  | 'showStrip'
  /** All checkpoints of the delivery at a look. */
  | 'showOverview'
  /** The joints of one key frame after the other. */
  | 'takeJoints'
  /** Something is drawn on the frame. */
  | 'takeChalk'
  /** A label is to say something. */
  | 'askWords'
  /** The question is answered, or passed. */
  | 'done'
  /** Another task, delivery, checkpoint or key frame is chosen: whatever lies over the work goes. */
  | 'leave';

/** From layer, on event, to layer. What does not stand here changes nothing. */
export const TRANSITIONS: Readonly<Record<Layer, Readonly<Partial<Record<LayerEvent, Layer>>>>> = {
  work: {
    askFault: 'fault',
    askNote: 'note',
    askFrame: 'frame',
    showKeys: 'keys',
    takePoints: 'points',
    showStrip: 'strip',
    takeJoints: 'joints',
    showOverview: 'overview',
    takeChalk: 'chalk',
  },
  fault: { done: 'work', leave: 'work' },
  note: { done: 'work', leave: 'work' },
  frame: { done: 'work', leave: 'work' },
  keys: { done: 'work', leave: 'work' },
  // Point follows point until the figure has all of them.
  points: { takePoints: 'points', done: 'work', leave: 'work' },
  strip: { done: 'work', leave: 'work' },
  joints: { takeJoints: 'joints', done: 'work', leave: 'work' },
  overview: { done: 'work', leave: 'work' },
  // Drawing follows drawing until the coach has enough.
  chalk: { takeChalk: 'chalk', askWords: 'words', done: 'work', leave: 'work' },
  words: { takeChalk: 'chalk', done: 'chalk', leave: 'work' },
};

/** @example nextLayer('fault', 'askNote') // 'fault': the open question is answered first */
export const nextLayer = (layer: Layer, event: LayerEvent): Layer => TRANSITIONS[layer][event] ?? layer;
