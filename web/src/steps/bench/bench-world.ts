import {
  frameTimebase,
  resolveSheet,
  type DeliveryKind,
  type FrameTimebase,
  type GroundLayout,
  type ResolvedCheckpoint,
  type StaffId,
} from '@stride-chalk/core';
import type { BenchProps, Film } from './types.ts';

/** What does not change while a camper is on the bench. */
export interface BenchWorld extends Pick<BenchProps, 'sheet' | 'schools' | 'deliveries' | 'clips'> {
  readonly staffId: StaffId;
  /** From the rubber to the plate at this camper's age; null where the camp does not say. */
  readonly rubberToPlateFeet: number | null;
  /** How the marks of the camp's ground lie; null for four cones. */
  readonly groundMarks: GroundLayout | null;
  /** Who scores second is suggested nothing: his eye is what is asked. */
  readonly blind: boolean;
  /** Whoever asks his system for less motion plays a span himself. */
  readonly lessMotion: boolean;
  /** The times of a film's frames; null while it is not ready. */
  timeOf(film: Film): FrameTimebase | null;
  /** The scored checkpoints of a kind of delivery at this camper's age. */
  askedOf(kind: DeliveryKind): readonly ResolvedCheckpoint[];
}

export function benchWorld(
  props: Pick<BenchProps, 'staff' | 'camper' | 'sheet' | 'schools' | 'deliveries' | 'clips'> &
    Partial<Pick<BenchProps, 'practice' | 'blind' | 'groundMarks'>>,
  lessMotion = false,
): BenchWorld {
  const { sheet, schools, deliveries, clips, camper, staff, practice } = props;
  const times = new Map(
    clips.flatMap((c) =>
      c.state === 'ready' && c.frameTimes ? [[c.id, frameTimebase(c.frameTimes, c.captureScale)] as const] : [],
    ),
  );
  const asked = new Map<DeliveryKind, readonly ResolvedCheckpoint[]>();
  return {
    sheet,
    schools,
    deliveries,
    clips,
    staffId: staff.id,
    rubberToPlateFeet: camper.rubberToPlateFeet,
    groundMarks: props.groundMarks ?? null,
    blind: props.blind ?? false,
    lessMotion,
    timeOf: (film) => times.get(film.id) ?? null,
    askedOf(kind) {
      const known =
        asked.get(kind) ??
        resolveSheet(sheet, camper.ageGroup, kind, schools).filter(
          (c) => c.scored && (!practice || practice.only.includes(c.id)),
        );
      asked.set(kind, known);
      return known;
    },
  };
}
