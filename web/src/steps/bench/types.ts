import type { AgeGroup, EventId, PointId, SchoolChoices, Seen, Sheet, ViewId } from '@stride-chalk/core';

/** What the page hands to the bench. */
export interface BenchProps {
  readonly staff: { readonly id: string; readonly name: string };
  readonly camper: {
    readonly id: string;
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly ageGroup: AgeGroup;
    readonly hand: 'R' | 'L';
    readonly heightCentimetres: number;
    readonly sore: boolean;
  };
  readonly sheet: Sheet;
  readonly schools: SchoolChoices;
  readonly deliveries: ReadonlyArray<{
    readonly id: string;
    readonly number: number;
    readonly kind: 'stretch' | 'windUp' | 'quick' | 'drill';
  }>;
  readonly clips: readonly Film[];
  readonly marks: readonly Mark[];
  readonly points: readonly PlacedAt[];
  /** This person's own levels, and nobody else's. */
  readonly scores: readonly Scored[];
  /** What colleagues have scored too: that they have, not how. */
  readonly colleagues: ReadonlyArray<{ readonly deliveryId: string; readonly checkpoint: string; readonly by: string }>;
  readonly previous: string | null;
  readonly next: { readonly bib: number; readonly href: string } | null;
}

export interface Film {
  readonly id: string;
  readonly deliveryId: string;
  readonly view: ViewId;
  readonly width: number;
  readonly height: number;
  readonly towardsTarget: 1 | -1 | null;
  readonly captureScale: number;
  readonly frameTimes: readonly number[] | null;
  /** 'open': nobody has said whether it is slow motion; its times are not measured. */
  readonly captureKnown: 'tag' | 'sure' | 'answered' | 'open';
  readonly state: 'checking' | 'copying' | 'ready' | 'failed';
}

export interface Mark {
  readonly clipId: string;
  readonly event: EventId;
  readonly frame: number;
  readonly frameTo: number | null;
}
export interface PlacedAt {
  readonly clipId: string;
  readonly event: EventId;
  readonly point: PointId;
  readonly x: number;
  readonly y: number;
  readonly pointSd: number;
  readonly frame: number | null;
  readonly origin: 'placed' | 'guessed';
}
export interface Scored {
  readonly deliveryId: string;
  readonly checkpoint: string;
  readonly coachId: string;
  readonly level: Seen;
  readonly faults: readonly string[];
  readonly note: string | null;
}

/** The four ways of working at the bench. */
export type Task = 'keyFrames' | 'levels' | 'across' | 'figures';
