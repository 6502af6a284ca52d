import type { ViewId } from '../sheet/shape.ts';

/** A slate that was read in a clip. */
export interface SeenSlate {
  /** null on the card of a camera. */
  readonly bib: number | null;
  readonly view: ViewId | null;
  /** When it was shown, by the server's clock, milliseconds since 1970; null on paper. */
  readonly instant: number | null;
  /** When the camera saw it, by the camera's own clock, milliseconds since 1970. */
  readonly at: number;
}

/** A clip as a camera has left it: times by the camera's own clock, milliseconds since 1970. */
export interface CameraClip {
  readonly id: string;
  readonly camera: string;
  readonly start: number;
  readonly end: number;
  /** When the throw happens in it, where its pictures were looked at; null where not. */
  readonly release: number | null;
  /** How probable it is, by its pictures alone, that it shows a delivery; null where nobody looked. */
  readonly shows: number | null;
  readonly slates: readonly SeenSlate[];
}

/** A throw that somebody has told, by the server's clock. */
export interface LoggedThrow {
  readonly id: string;
  readonly bib: number;
  readonly at: number;
  readonly mound: string | null;
}

/** What the day plan holds for a camper: when he begins, how many deliveries he throws. */
export interface PlannedVisit {
  readonly bib: number;
  readonly at: number;
  readonly throws: number;
  readonly mound: string | null;
}

/** What is known of the throws of a day, by the server's clock. */
export interface ThrowLog {
  readonly throws: readonly LoggedThrow[];
  readonly visits: readonly PlannedVisit[];
}

/** A delivery for which a clip can stand. */
export interface Place {
  /** The same for the same delivery, whichever camera filmed it. */
  readonly key: string;
  readonly bib: number;
  /** The id of the logged throw; null for one that nobody has told. */
  readonly throwId: string | null;
  /** The how-manieth of his visit it is, from 1, counting those that are taken to be there. */
  readonly number: number;
}

/** Why a clip stands where it stands, the strongest reason first. */
export type Why =
  /** A slate in the clip itself names the bib; `at` by the server's clock. */
  | { readonly kind: 'slate'; readonly bib: number; readonly at: number }
  /** A logged throw lies this many seconds from it, once the clocks are set against each other. */
  | { readonly kind: 'tap'; readonly seconds: number }
  /** Nobody has told this throw: it lies between those of the bib that were told, or follows his slate. */
  | { readonly kind: 'order'; readonly bib: number; readonly number: number }
  /** Another camera shows it at the same moment. */
  | { readonly kind: 'camera' }
  /** Only the plan speaks for it. */
  | { readonly kind: 'plan' }
  | { readonly kind: 'nothing' };

export interface SortedClip {
  readonly id: string;
  readonly camera: string;
  /** The most probable place; null where it most probably shows no delivery. */
  readonly place: Place | null;
  readonly probability: number;
  /** What else it could be, the likelier first; a null place is "no delivery". */
  readonly others: ReadonlyArray<{ readonly place: Place | null; readonly probability: number }>;
  readonly why: readonly Why[];
}

/** How a camera's clock stands to the server's: server = camera + offset + drift · (camera − reference). */
export interface CameraClock {
  readonly camera: string;
  readonly offsetMs: number;
  readonly offsetSdMs: number;
  /** Milliseconds a millisecond. */
  readonly drift: number;
  readonly reference: number;
  /** How much likelier this fit is than every other one that was tried, from 0 to 1. */
  readonly share: number;
  /** Why its clock and its clips cannot be told; null where they can. */
  readonly unknown: 'no-log' | 'plan-only' | 'several-fits' | null;
}

export interface Sorting {
  readonly clips: readonly SortedClip[];
  readonly clocks: readonly CameraClock[];
}

/** How the film is made, as far as it is known; what is left out is estimated or usual. */
export interface SortOptions {
  /** How wrong a camera's clock can be, in milliseconds. Usual: 15 minutes. */
  readonly clockWithinMs?: number;
  /** How many milliseconds after the middle of a clip (or its release) a throw is usually told. Usual: 1,500. */
  readonly tapAfterMs?: number;
  /** At which mound a camera stands, where it is known. */
  readonly mounds?: Readonly<Record<string, string>>;
}
