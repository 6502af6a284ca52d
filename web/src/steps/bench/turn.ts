import type { Entry, EventId } from '@stride-chalk/core';
import { inverseOf, withEntry } from './bench-data.ts';
import type { BenchAction } from './bench-actions.ts';
import { nextLayer, type LayerEvent } from './bench-layer.ts';
import { askedOf, checkpointOf, frameOfEvent, openOf, opensAt, otherOf } from './bench-selectors.ts';
import type { BenchState } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import { clampFrame, sameMoment } from './moments.ts';
import type { Known } from './types.ts';

/** The state after an action, and what is to be kept and sent. */
export interface Outcome {
  readonly state: BenchState;
  readonly send: readonly Entry[];
}

/** A state under change: the entries gather in it. */
export class Turn {
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
    const { held, strip, joints, overview, chalk } = this.state;
    return this.set({
      layer,
      held: layer === 'points' ? held : null,
      strip: layer === 'strip' ? strip : null,
      joints: layer === 'joints' ? joints : null,
      overview: layer === 'overview' ? overview : null,
      chalk: layer === 'chalk' || layer === 'words' ? chalk : null,
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

export type Handler<A extends BenchAction['type']> = (t: Turn, action: Extract<BenchAction, { type: A }>) => unknown;

/** What becomes of each action. */
export type Handlers = { readonly [A in BenchAction['type']]: Handler<A> };

/** Steps of a point and its error are given in pixels of a film of this height. */
export const USUAL_HEIGHT = 540;
export const STEP = { fine: 2, coarse: 12 };
/** One standard deviation per axis of a point that a hand has placed, and of a guess that nobody has looked at (measured: three steps of twelve pixels away on median). */
export const POINT_SD = { placed: 2, guessed: 25 } as const;
