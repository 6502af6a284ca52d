import type { ClipId, Entry, EventId, FigureId, Limbs, Proposals, Seen, Shape, ViewId } from '@stride-chalk/core';
import type { LayerEvent } from './bench-layer.ts';
import type { Zoom } from './bench-state.ts';
import type { Task } from './types.ts';

/**
 * Everything that can happen at the bench. A key, a tap and a film that plays all say one of these, and nothing else changes the state.
 *
 * | what | where it is heard | what becomes of it |
 * |---|---|---|
 * | `level`, `accept`, `acceptPhase`, `fault`, `note`, `pass`, `seeAllTheSame` | a delivery and a checkpoint in hand | the score is entered; a level below 3 opens the layer 'fault', an answer closes it and goes on to the next checkpoint |
 * | `mark`, `unmark`, `unmarkFilm` | a film in hand | marks are entered; a first mark goes on to the next key frame, a corrected one stays |
 * | `measure`, `nudge`, `movePoint`, `stepPoint`, `place`, `pointBefore` | a film that shows it, with its key frames; the layer 'points' for all but the first | point follows point until the figure has them all |
 * | `task`, `delivery`, `event`, `checkpoint`, `figure` | always | another place is taken in hand; whatever lay over the work goes |
 * | `step`, `frame`, `played`, `lookAt`, `view`, `film`, `zoom`, `closer`, `whole`, `pan` | a film in hand | what is seen changes, nothing that was entered |
 * | `takeBack` | always | only what is seen is taken back or put there again; what lies elsewhere is shown and named first |
 * | `strip`, `stripMove`, `stripLeave`, `stripShown`, `stripGo`, `confirmSure` | two views of one delivery; the layer 'strip' for all but the first | what is sure and was drawn is marked, what is not is looked for one by one |
 * | `joints`, `chooseJoint`, `nudgeJoint`, `moveJoint`, `turnSides`, `confirmJoints` | films with key frames and found joints; the layer 'joints' for all but the first | the joints that figures need are entered, key frame after key frame |
 * | `chalk`, `shape`, `nudgeChalk`, `draw`, `pen`, `label`, `chalkBack`, `chooseStroke`, `dropStroke` | a film in hand; the layer 'chalk' for all but the first, 'words' for `label` | points follow until the drawing is whole, and it is entered |
 * | `proposals` | always | what the computer has found meanwhile is there |
 * | `overview`, `overviewMove`, `overviewGo` | a delivery in hand; the layer 'overview' for all but the first | a checkpoint is chosen among all of them |
 * | `pictures` | always | the drawings of the levels stand beside their words, or go |
 * | `layer`, `say`, `problem`, `play`, `arrived` | always | what lies over the work, words, playing, entries from before a reload |
 */
export type BenchAction =
  | { readonly type: 'step'; readonly by: number }
  | { readonly type: 'frame'; readonly frame: number }
  /** A frame that slow play has come to. */
  | { readonly type: 'played'; readonly clipId: ClipId; readonly frame: number }
  | { readonly type: 'play'; readonly on: boolean }
  | { readonly type: 'lookAt'; readonly event: EventId }
  | { readonly type: 'view' }
  | { readonly type: 'film'; readonly clipId: ClipId }
  | { readonly type: 'zoom'; readonly view: ViewId; readonly to: Zoom }
  /** The view in hand closer by a step, and whole again after the last one. */
  | { readonly type: 'closer' }
  | { readonly type: 'whole' }
  /** The view in hand moved by a share of what it shows. */
  | { readonly type: 'pan'; readonly x: number; readonly y: number }
  | { readonly type: 'delivery'; readonly index: number }
  | { readonly type: 'task'; readonly task: Task }
  | { readonly type: 'event'; readonly event: EventId }
  | { readonly type: 'checkpoint'; readonly id: string }
  | { readonly type: 'figure'; readonly figure: FigureId }
  | { readonly type: 'mark'; readonly between: boolean }
  | { readonly type: 'unmark' }
  /** All key frames and points of the film in hand. */
  | { readonly type: 'unmarkFilm' }
  | { readonly type: 'level'; readonly level: Seen }
  /** The level that is offered is taken; where none is, on to what is not scored yet. */
  | { readonly type: 'accept' }
  /** All levels that are offered in the phase in hand, of those whose frames have been on the screen. */
  | { readonly type: 'acceptPhase'; readonly drawn: ReadonlySet<string> }
  | { readonly type: 'fault'; readonly code: string; readonly more: boolean }
  | { readonly type: 'note'; readonly text: string | null }
  | { readonly type: 'pass' }
  | { readonly type: 'seeAllTheSame' }
  | { readonly type: 'pictures' }
  | { readonly type: 'measure'; readonly figure: FigureId }
  | { readonly type: 'nudge'; readonly x: number; readonly y: number; readonly fine: boolean }
  | { readonly type: 'movePoint'; readonly x: number; readonly y: number }
  | { readonly type: 'place' }
  /** Another frame for a point that lies where the head or the glove turns. */
  | { readonly type: 'stepPoint'; readonly by: 1 | -1 }
  | { readonly type: 'pointBefore' }
  | { readonly type: 'strip' }
  /** To the one beside it, or to the same key frame of the other view. */
  | { readonly type: 'stripMove'; readonly by: 1 | -1 | 'otherView' }
  /** The chosen one is left for later, or after all not. */
  | { readonly type: 'stripLeave' }
  /** A frame of the strip is on the screen. */
  | { readonly type: 'stripShown'; readonly key: string; readonly frame: number }
  /** To the chosen one, large. */
  | { readonly type: 'stripGo'; readonly key?: string }
  | { readonly type: 'confirmSure' }
  /** All checkpoints of the delivery with their levels; the one in hand is chosen. */
  | { readonly type: 'overview' }
  /** The checkpoint beside it, or the first one of the phase beside it. */
  | { readonly type: 'overviewMove'; readonly by: 1 | -1 | 'nextPhase' | 'phaseBefore' }
  | { readonly type: 'overviewGo'; readonly id?: string }
  | { readonly type: 'joints' }
  | { readonly type: 'chooseJoint'; readonly by: 1 | -1 }
  | { readonly type: 'nudgeJoint'; readonly x: number; readonly y: number; readonly fine: boolean }
  /** The joint that is chosen, else the one that lies nearest, is put somewhere. */
  | { readonly type: 'moveJoint'; readonly x: number; readonly y: number }
  | { readonly type: 'turnSides'; readonly limbs: Limbs }
  | { readonly type: 'confirmJoints' }
  /** Chalk is taken in hand, or another frame drawn on. */
  | { readonly type: 'chalk' }
  | { readonly type: 'shape'; readonly shape: Shape }
  | { readonly type: 'nudgeChalk'; readonly x: number; readonly y: number; readonly fine: boolean }
  /** A point is set where the cross is; the last one, or `end`, makes the drawing whole, and it takes this id. */
  | { readonly type: 'draw'; readonly end: boolean; readonly stroke: string }
  /** A finger or the mouse on the film, in its pixels; what it draws takes this id. */
  | {
      readonly type: 'pen';
      readonly phase: 'down' | 'move' | 'up';
      readonly x: number;
      readonly y: number;
      readonly stroke: string;
    }
  /** What a label says; null: nothing after all. */
  | { readonly type: 'label'; readonly text: string | null; readonly stroke: string }
  | { readonly type: 'chalkBack' }
  | { readonly type: 'chooseStroke'; readonly by: 1 | -1 }
  /** The drawing that is named, else the chosen one, else the last one of the frame. */
  | { readonly type: 'dropStroke'; readonly stroke?: string }
  | { readonly type: 'proposals'; readonly proposals: Proposals }
  | { readonly type: 'takeBack'; readonly direction: 'undo' | 'redo' }
  | { readonly type: 'layer'; readonly on: LayerEvent }
  | { readonly type: 'say'; readonly words: string | null }
  | { readonly type: 'problem'; readonly words: string }
  /** Entries that waited in the browser since before a reload. */
  | { readonly type: 'arrived'; readonly entries: readonly Entry[] }
  /** Something newer than an entry of this page holds: it is shown, and said whose it is. */
  | { readonly type: 'stands'; readonly entry: Entry; readonly by: string };
