import {
  ALWAYS_ASKED,
  type ClipId,
  type Entry,
  type EventId,
  type FigureId,
  type Position,
  type PointAt,
  type Proposals,
  type Shape,
  type ViewId,
  type DeliveryId,
} from '@stride-chalk/core';
import { askedIn, isOpen } from './asked.ts';
import { initialData, type BenchData } from './bench-data.ts';
import type { Layer } from './bench-layer.ts';
import type { BenchWorld } from './bench-world.ts';
import { markOf } from './moments.ts';
import { lookedFor, NO_PROPOSALS, type JointsInHand } from './proposals.ts';
import type { BenchProps, Film, Task } from './types.ts';

/** A point in hand: which one, the rest of its figure, and where it is now. */
interface PointInHand {
  /** The film in which it lies. */
  readonly clipId: string;
  readonly queue: readonly PointAt[];
  readonly index: number;
  readonly at: Position;
  /** True once it was moved, or where it lay was placed by hand before. */
  readonly looked: boolean;
  /** The error of what the computer proposes, where it lies untouched; null where it lies elsewhere. */
  readonly proposedSd: number | null;
}

/** The key frames of both views at one look. */
interface StripInHand {
  /** The one that is chosen among `stripOf`. */
  readonly cursor: number;
  /** Those that are drawn, with the frame that was: only what was on the screen is confirmed. */
  readonly shown: Readonly<Record<string, number>>;
  /** Those that are left for later, sure or not. */
  readonly left: readonly string[];
}

/** Chalk in hand: what is drawn, where the cross is, and the points that are set. */
export interface ChalkInHand {
  readonly shape: Shape;
  /** What the points belong to: on another frame none is set. */
  readonly clipId: ClipId;
  readonly frame: number;
  readonly at: Position;
  readonly points: readonly Position[];
  /** The drawing that is chosen on the frame; null for none. */
  readonly chosen: string | null;
  /** True while a finger or the mouse is down. */
  readonly down: boolean;
}

/** What one key did, with what it replaced: it can be taken back, and put there again. */
export interface EntryStep {
  readonly entries: readonly Entry[];
  readonly inverses: readonly Entry[];
  /** What it is in words, where the first entry does not say it. */
  readonly words: string | null;
}

/** The place that a film has in its frame, beyond the whole of it: how many times larger, moved by how much in pixels of the film. */
export interface Zoom {
  readonly times: number;
  readonly x: number;
  readonly y: number;
}
export const WHOLE: Zoom = { times: 1, x: 0, y: 0 };

/** Everything at the bench that changes. */
export interface BenchState {
  readonly data: BenchData;
  readonly done: readonly EntryStep[];
  readonly undone: readonly EntryStep[];
  readonly task: Task;
  readonly deliveryIndex: number;
  /** The key frame that is looked for. */
  readonly event: EventId;
  /** The checkpoint that was chosen; null: the first that is not scored. */
  readonly checkpointId: string | null;
  readonly figure: FigureId;
  readonly viewInHand: number;
  /** The frames shown; a film that is not named here shows the event that is looked at. */
  readonly frames: Readonly<Record<string, number>>;
  /** How each view is zoomed; a view that is not named here is shown whole. */
  readonly zooms: Readonly<Partial<Record<ViewId, Zoom>>>;
  /** What lies over the work: one thing at a time. */
  readonly layer: Layer;
  /** The point in hand, exactly while the layer is 'points'. */
  readonly held: PointInHand | null;
  /** Exactly while the layer is 'strip'. */
  readonly strip: StripInHand | null;
  /** Exactly while the layer is 'joints'. */
  readonly joints: JointsInHand | null;
  /** Exactly while the layer is 'chalk' or 'words'. */
  readonly chalk: ChalkInHand | null;
  /** The checkpoint that is chosen among all of them, exactly while the layer is 'overview'. */
  readonly overview: string | null;
  /** What the computer proposes. */
  readonly proposals: Proposals;
  readonly playing: boolean;
  /** Whether the drawings of the levels stand beside their words. */
  readonly pictures: boolean;
  readonly problem: string | null;
  /** What was just done, in words. */
  readonly said: string | null;
}

export const VIEW_ORDER: readonly string[] = ['openSide', 'closedSide', 'front', 'rear'];

/** The films of a delivery that stand side by side: of its views the two that come first. */
export const filmsOfDelivery = (clips: readonly Film[], deliveryId: DeliveryId | undefined): Film[] =>
  clips
    .filter((c) => c.deliveryId === deliveryId)
    .sort((a, b) => VIEW_ORDER.indexOf(a.view) - VIEW_ORDER.indexOf(b.view))
    .slice(0, 2);

/** Where the work begins: at the first key frame that is not marked, else at the first delivery that this coach has not scored. */
export function initialState(
  world: BenchWorld,
  props: Pick<BenchProps, 'marks' | 'points' | 'strokes' | 'scores'> & Partial<Pick<BenchProps, 'proposals'>>,
): BenchState {
  const data = initialData(props);
  const { deliveries, clips } = world;
  const unmarked = deliveries.findIndex((d) =>
    clips.some((c) => c.deliveryId === d.id && ALWAYS_ASKED.some((e) => !markOf(data, c.id, e))),
  );
  const unscored = deliveries.findIndex((d) => askedIn(world, data, d).some((c) => isOpen(world, data, d.id, c)));
  const deliveryIndex = unmarked >= 0 ? unmarked : Math.max(0, unscored);
  const film = filmsOfDelivery(clips, deliveries[deliveryIndex]?.id)[0];
  const proposals = props.proposals ?? NO_PROPOSALS;
  return {
    data,
    done: [],
    undone: [],
    task: unmarked < 0 && deliveries.length > 0 ? 'levels' : 'keyFrames',
    deliveryIndex,
    event: (film ? lookedFor(film.id, proposals) : ALWAYS_ASKED).find((e) => !film || !markOf(data, film.id, e)) ?? 'set',
    checkpointId: null,
    figure: 'frontKneeContact',
    viewInHand: 0,
    frames: {},
    zooms: {},
    layer: 'work',
    held: null,
    strip: null,
    joints: null,
    chalk: null,
    overview: null,
    proposals,
    playing: false,
    pictures: false,
    problem: null,
    said: null,
  };
}
