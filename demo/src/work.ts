import { filmTruth, randomSource, type EventId, type JointId } from '@stride-chalk/fieldcam';
import { FILMED_CAMPERS } from './camp.ts';
import { DEMO_CLIPS, type DemoClip } from './clips.ts';

export interface DemoMark {
  readonly event: EventId;
  readonly frame: number;
  readonly frameTo: number | null;
}
export interface DemoPoint {
  readonly event: EventId;
  readonly point: JointId | 'ballLater' | `cone${'Rubber' | 'Ahead'}${'Throwing' | 'Glove'}`;
  readonly x: number;
  readonly y: number;
}
export interface DemoScore {
  readonly delivery: number;
  readonly checkpoint: string;
  readonly level: '0' | '1' | '2' | '3' | 'NV';
  readonly faults: readonly string[];
  readonly note: string | null;
}

const MARKED: readonly EventId[] = ['set', 'liftTop', 'handsApart', 'driveStart', 'contact', 'layback', 'release', 'finish'];

/** The key frames that a careful coach would mark on a demo clip: the first frame whose shutter's middle lies at or after the true moment. */
export function marksOf(clip: DemoClip): DemoMark[] {
  const truth = filmTruth(clip.order);
  return MARKED.flatMap((event) => {
    const frame = Math.max(0, Math.ceil(truth.frameOf(event) - 1e-6));
    if (frame >= truth.frames) return [];
    return [{ event, frame, frameTo: event === 'contact' && frame % 2 === 0 ? frame + 1 : null }];
  });
}

const PLACED: ReadonlyArray<readonly [EventId, ReadonlyArray<DemoPoint['point']>]> = [
  ['set', ['head', 'backAnkle', 'frontAnkle', 'throwingShoulder', 'gloveShoulder']],
  ['liftTop', ['backHip', 'frontHip', 'backKnee', 'backAnkle']],
  ['driveStart', ['backHip', 'backKnee', 'backAnkle']],
  [
    'contact',
    [
      'head',
      'frontHip',
      'backHip',
      'frontKnee',
      'backKnee',
      'frontAnkle',
      'throwingShoulder',
      'gloveShoulder',
      'throwingElbow',
      'throwingWrist',
      'glove',
    ],
  ],
  ['release', ['frontHip', 'backHip', 'frontKnee', 'frontAnkle', 'throwingShoulder', 'gloveShoulder', 'ball', 'ballLater']],
];

/** What a coach places in a film from the front: cones and feet on the ground, and what lies across the line. */
const PLACED_FRONT: typeof PLACED = [
  ['set', ['coneRubberThrowing', 'coneRubberGlove', 'coneAheadThrowing', 'coneAheadGlove', 'backHeel', 'backToe']],
  ['contact', ['frontHeel', 'frontToe', 'frontHip', 'backHip', 'throwingShoulder', 'gloveShoulder']],
  ['release', ['head', 'frontHip', 'backHip', 'throwingShoulder', 'gloveShoulder', 'throwingElbow', 'frontKnee', 'frontAnkle']],
];

/** Points placed by hand on a demo clip: the true places with a pixel or two of a hand's error. */
export function pointsOf(clip: DemoClip): DemoPoint[] {
  const truth = filmTruth(clip.order);
  const noise = randomSource(clip.bib * 1009 + clip.delivery);
  const marks = marksOf(clip);
  const place = (frame: number, point: DemoPoint['point']) => {
    if (point === 'ballLater') return truth.pointAt(frame + 1, 'ball');
    const [, end, side] = /^cone(Rubber|Ahead)(Throwing|Glove)$/.exec(point) ?? [];
    if (end && side) return truth.coneAt(frame, end === 'Ahead' ? 'ahead' : 'rubber', side === 'Glove' ? 'glove' : 'throwing');
    const joint = point as JointId;
    return /Heel|Toe/.test(joint) ? truth.groundUnder(frame, joint) : truth.pointAt(frame, joint);
  };
  return (clip.view === 'front' ? PLACED_FRONT : PLACED).flatMap(([event, joints]) => {
    const mark = marks.find((m) => m.event === event);
    if (!mark) return [];
    return joints.flatMap((point) => {
      if (point === 'ballLater' && mark.frame + 1 >= truth.frames) return [];
      const p = place(mark.frame, point);
      return [
        {
          event,
          point,
          x: Math.round((p.x + 1.2 * noise.normal()) * 4) / 4,
          y: Math.round((p.y + 1.2 * noise.normal()) * 4) / 4,
        },
      ];
    });
  });
}

/** What a coach wrote besides the faults that were filmed. */
const ASIDES: Readonly<Record<number, readonly DemoScore[]>> = {
  4: [
    { delivery: 1, checkpoint: 'H2', level: '2', faults: ['H2.falls-off'], note: null },
    { delivery: 2, checkpoint: 'B1', level: '2', faults: ['B1.low'], note: null },
    { delivery: 0, checkpoint: 'A3', level: 'NV', faults: [], note: null },
  ],
  27: [
    { delivery: 0, checkpoint: 'G1', level: '1', faults: ['G1.soft'], note: null },
    { delivery: 1, checkpoint: 'G1', level: '1', faults: ['G1.soft'], note: null },
    { delivery: 2, checkpoint: 'G1', level: '1', faults: ['G1.soft'], note: null },
    { delivery: 2, checkpoint: 'A4', level: '2', faults: ['A4.stiff'], note: null },
    { delivery: 0, checkpoint: 'H2', level: '2', faults: ['H2.falls-off'], note: 'wind at her back' },
    { delivery: 2, checkpoint: 'G5', level: 'NV', faults: [], note: null },
  ],
  19: [{ delivery: 0, checkpoint: 'H3', level: '2', faults: ['H3.glove-down'], note: null }],
};

/** What is asked once of the whole set: entered with the last delivery. */
const OF_SET: readonly string[] = ['A4', 'X1'];

/** A coach's levels for one demo delivery: what was filmed wrong, his asides, and 3 for the rest. */
export function scoresOf(bib: number, delivery: number, checkpoints: readonly string[]): DemoScore[] {
  const faults = FILMED_CAMPERS.find((c) => c.bib === bib)?.film?.faults[delivery] ?? {};
  const last = delivery === (FILMED_CAMPERS.find((c) => c.bib === bib)?.film?.faults.length ?? 0) - 1;
  return checkpoints
    .filter((c) => last || !OF_SET.includes(c))
    .map((checkpoint) => {
      const aside = ASIDES[bib]?.find((s) => s.delivery === delivery && s.checkpoint === checkpoint);
      if (aside) return aside;
      const filmed = Object.entries(faults).find(([code]) => code.startsWith(`${checkpoint}.`));
      if (filmed) return { delivery, checkpoint, level: (filmed[1] ?? 0) > 0.92 ? '0' : '1', faults: [filmed[0]], note: null };
      return { delivery, checkpoint, level: '3', faults: [], note: null };
    });
}

export const clipsOfBib = (bib: number): DemoClip[] => DEMO_CLIPS.filter((c) => c.bib === bib);
