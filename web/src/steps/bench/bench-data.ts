import type { Entry, Level, Seen, ClipId, DeliveryId, StaffId } from '@stride-chalk/core';
import type { BenchProps, Drawn, Mark, PlacedAt, Scored } from './types.ts';

/** What has been entered for one camper, as the bench shows it: the server's rows with this person's entries on top. */
export interface BenchData {
  readonly marks: readonly Mark[];
  readonly points: readonly PlacedAt[];
  /** In the order in which they were drawn. */
  readonly strokes: readonly Drawn[];
  readonly scores: readonly Scored[];
}

/** The data after one entry. Entries that were not sent yet are applied the same way after a reload. */
export function withEntry(data: BenchData, entry: Entry, staffId: StaffId): BenchData {
  switch (entry.kind) {
    case 'mark': {
      const { kind: _, ...mark } = entry;
      return {
        ...data,
        marks: [...data.marks.filter((m) => m.clipId !== mark.clipId || m.event !== mark.event), mark],
      };
    }
    case 'unmark':
      return { ...data, marks: data.marks.filter((m) => m.clipId !== entry.clipId || m.event !== entry.event) };
    case 'point': {
      const { clipId, event, point, x, y, pointSd } = entry;
      // An entry that waits from an older page has neither frame nor origin.
      const [frame, origin] = [entry.frame ?? null, entry.origin ?? 'placed'];
      return { ...data, points: [...withoutPoint(data, entry), { clipId, event, point, x, y, sd: pointSd, frame, origin }] };
    }
    case 'unpoint':
      return { ...data, points: withoutPoint(data, entry) };
    case 'stroke': {
      const { kind: _, ...drawn } = entry;
      const there = data.strokes.some((x) => x.stroke === drawn.stroke);
      return {
        ...data,
        strokes: there ? data.strokes.map((x) => (x.stroke === drawn.stroke ? drawn : x)) : [...data.strokes, drawn],
      };
    }
    case 'unstroke':
      return { ...data, strokes: data.strokes.filter((x) => x.stroke !== entry.stroke) };
    case 'score': {
      const { deliveryId, checkpoint, faults, note } = entry;
      const level: Seen = entry.level === 'NV' ? 'NV' : (Number(entry.level) as Seen);
      return {
        ...data,
        scores: [...without(data.scores, entry, staffId), { deliveryId, checkpoint, coachId: staffId, level, faults, note }],
      };
    }
    case 'unscore':
      return { ...data, scores: without(data.scores, entry, staffId) };
  }
}

const withoutPoint = (
  data: BenchData,
  about: { readonly clipId: ClipId; readonly event: string; readonly point: string },
): PlacedAt[] => data.points.filter((p) => p.clipId !== about.clipId || p.event !== about.event || p.point !== about.point);

const without = (
  scores: readonly Scored[],
  about: { readonly deliveryId: DeliveryId; readonly checkpoint: string },
  staffId: StaffId,
): Scored[] =>
  scores.filter((s) => s.deliveryId !== about.deliveryId || s.checkpoint !== about.checkpoint || s.coachId !== staffId);

/** A point as it is entered. */
const pointEntry = ({ sd, ...point }: PlacedAt): Entry => ({ kind: 'point', ...point, pointSd: sd });

/** The entry that takes back another one: what stood there before, or nothing. */
export function inverseOf(data: BenchData, entry: Entry, staffId: StaffId): Entry {
  switch (entry.kind) {
    case 'mark':
    case 'unmark': {
      const before = data.marks.find((m) => m.clipId === entry.clipId && m.event === entry.event);
      return before ? { kind: 'mark', ...before } : { kind: 'unmark', clipId: entry.clipId, event: entry.event };
    }
    case 'point':
    case 'unpoint': {
      const { clipId, event, point } = entry;
      const before = data.points.find((p) => p.clipId === clipId && p.event === event && p.point === point);
      return before ? pointEntry(before) : { kind: 'unpoint', clipId, event, point };
    }
    case 'stroke':
    case 'unstroke': {
      const { clipId, frame, stroke } = entry;
      const before = data.strokes.find((x) => x.stroke === stroke);
      return before ? { kind: 'stroke', ...before } : { kind: 'unstroke', clipId, frame, stroke };
    }
    case 'score':
    case 'unscore': {
      const before = ownScore(data, entry.deliveryId, entry.checkpoint, staffId);
      return before
        ? scoreEntry(before, before)
        : { kind: 'unscore', deliveryId: entry.deliveryId, checkpoint: entry.checkpoint };
    }
  }
}

export const ownScore = (data: BenchData, deliveryId: DeliveryId, checkpoint: string, staffId: StaffId): Scored | null =>
  data.scores.find((s) => s.deliveryId === deliveryId && s.checkpoint === checkpoint && s.coachId === staffId) ?? null;

export const scoreEntry = (
  at: { readonly deliveryId: DeliveryId; readonly checkpoint: string },
  score: { readonly level: Seen; readonly faults: readonly string[]; readonly note: string | null },
  suggested: Level | null = null,
): Entry => ({
  kind: 'score',
  deliveryId: at.deliveryId,
  checkpoint: at.checkpoint,
  level: String(score.level) as '0',
  faults: [...score.faults],
  note: score.note,
  ...(suggested === null ? {} : { suggested: String(suggested) as '0' }),
});

export const initialData = (props: Pick<BenchProps, 'marks' | 'points' | 'strokes' | 'scores'>): BenchData => ({
  marks: props.marks,
  points: props.points,
  strokes: props.strokes,
  scores: props.scores,
});
