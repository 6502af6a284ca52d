import {
  defaultSheet,
  figureLimits,
  levelEnds,
  outlineOf,
  suggestLevel,
  tallOf,
  type AgeGroup,
  type Band,
  type Checkpoint,
  type EventId,
  type FigureId,
  type PlacedJoints,
  type PointId,
} from '@stride-chalk/core';
import {
  deliveryMotion,
  JOINT_IDS,
  lineDrawing,
  towardsTarget,
  trueFigures,
  tripod,
  type DeliveryMotion,
  type PitcherOptions,
} from '@stride-chalk/fieldcam';
import type { Anchor } from './anchor-list.ts';

/** A child's and a youth's body, without a style of their own. */
const BODIES = [
  { name: 'child', ageYears: 10, ageGroup: '9-10' },
  { name: 'youth', ageYears: 16, ageGroup: '15-16' },
] as const satisfies ReadonlyArray<{ name: string; ageYears: number; ageGroup: AgeGroup }>;
type Body = (typeof BODIES)[number];
const LEVELS = [0, 1, 2, 3] as const;
type Level = (typeof LEVELS)[number];
/** How many moments of a span are drawn. */
const MOMENTS = 13;
/** A span plays in a second, whatever it takes on the field. */
const SECONDS = 1;

/** One drawing: its set and level, which name its file, and its document. */
export interface AnchorDrawing {
  readonly set: string;
  readonly level: Level;
  /** The band that the levels are those of; null where the strength of the fault was divided. */
  readonly band: Pick<Band, 'figure' | 'wanted' | 'acceptable'> | null;
  readonly svg: string;
  /** Its joints at the key frame of the checkpoint as x, y, laid out as those of a film are (`outlineOf`); null where it is not seen from the side. */
  readonly outline: Readonly<Partial<Record<PointId, readonly [number, number]>>> | null;
  /** What the figure truly is in it, in the units of the band. */
  readonly value: number;
}

/** Every drawing of a checkpoint: each level, for each reading of its school that has a band of its own, for both bodies. */
export function anchorDrawings(anchor: Anchor): AnchorDrawing[] {
  const checkpoint = defaultSheet.checkpoints.find((c) => c.id === anchor.checkpoint)!;
  return BODIES.flatMap((body) => {
    const bands = defaultSheet.bands.filter(
      (b) =>
        b.checkpoint === anchor.checkpoint && b.figure === anchor.figure && (!b.ageGroups || b.ageGroups.includes(body.ageGroup)),
    );
    const variants: ReadonlyArray<Band | null> = bands.length > 0 ? bands : [null];
    return variants.flatMap((band) => drawingsOf(anchor, checkpoint, body, band));
  });
}

const figureOf = (anchor: Anchor, motion: DeliveryMotion): number => trueFigures(motion)[anchor.figure];

function drawingsOf(anchor: Anchor, checkpoint: Checkpoint, body: Body, band: Band | null): AnchorDrawing[] {
  const motions = LEVELS.map((level) => motionAt(anchor, body, band, level));
  const camera = tripod(anchor.view, { hand: 'R', heightMetres: motions[0]!.plan.height });
  const momentsOf = (motion: DeliveryMotion): number[] => {
    const [from, to] = (checkpoint.span ?? [checkpoint.event, checkpoint.event]).map((e) => motion.events[e as EventId]) as [
      number,
      number,
    ];
    return checkpoint.span ? Array.from({ length: MOMENTS }, (_, i) => from + ((to - from) * i) / (MOMENTS - 1)) : [from];
  };
  // One window for all four levels, so that they can be compared.
  const seen = motions.flatMap((motion) =>
    momentsOf(motion).flatMap((t) => {
      const { joints } = motion.poseAt(t);
      return JOINT_IDS.filter((j) => j !== 'ball').map((j) => camera.project(joints[j]));
    }),
  );
  const [left, right] = [Math.min(...seen.map((p) => p.x)) - 34, Math.max(...seen.map((p) => p.x)) + 34];
  const [top, bottom] = [
    Math.min(...seen.map((p) => p.y)) - 44,
    Math.max(...seen.map((p) => p.y)) + (anchor.view === 'front' ? 80 : 26),
  ];
  // From the front the line to the plate runs out below the foot.
  const width = Math.max(right - left, 0.7 * (bottom - top));
  const window = [Math.round((left + right - width) / 2), Math.round(top), Math.round(width), Math.round(bottom - top)] as const;
  const reading = band?.school ? `-${band.school.option}` : '';
  return LEVELS.map((level) => ({
    set: `${anchor.checkpoint}${reading}-${body.name}`,
    level,
    band: band && { figure: band.figure, wanted: band.wanted, acceptable: band.acceptable },
    value: figureOf(anchor, motions[level]!),
    outline: anchor.view === 'openSide' ? outlineIn(motions[level]!, camera, checkpoint.event as EventId) : null,
    svg: lineDrawing({
      motion: motions[level]!,
      camera,
      moments: momentsOf(motions[level]!),
      lasts: SECONDS,
      chalk: anchor.chalk,
      window,
      title: `${checkpoint.name}, level ${level}, drawn by the simulated figure`,
    }),
  }));
}

/** What a body has that a coach places in a film from the side. */
const OUTLINED = JOINT_IDS.filter((j) => !/ball|glove$|nose|Heel|Toe/.test(j));

function outlineIn(motion: DeliveryMotion, camera: ReturnType<typeof tripod>, event: EventId): AnchorDrawing['outline'] {
  const at = (of: EventId): PlacedJoints => {
    const { joints } = motion.poseAt(motion.events[of]);
    return Object.fromEntries(OUTLINED.map((j) => [j, camera.project(joints[j])]));
  };
  const laid = outlineOf(at(event), tallOf(at('contact'))!, towardsTarget('openSide', 'R')!, at('set').backAnkle!);
  const short = (v: number): number => Math.round(1000 * v) / 1000 || 0;
  return Object.fromEntries(Object.entries(laid).map(([id, p]) => [id, [short(p.x), short(p.y)] as const]));
}

const build = (anchor: Anchor, body: Body, by: number): DeliveryMotion => {
  const options: PitcherOptions = { ageYears: body.ageYears, hand: 'R', seed: 1, delivery: 0, variation: 0, style: 0 };
  return deliveryMotion(
    'fault' in anchor.by ? { ...options, faults: { [anchor.by.fault]: by } } : { ...options, aims: { [anchor.by.aim]: by } },
  );
};

/**
 * The motion in which the figure lies in the middle of a level, on the drawing's side of the band. The number that leads it is found by halving.
 *
 * @throws RangeError when the figure cannot be led there
 */
function motionAt(anchor: Anchor, body: Body, band: Band | null, level: Level): DeliveryMotion {
  const [low, high] = 'fault' in anchor.by ? [0, 1.9] : anchor.by.range;
  // Without a band the strength itself is divided.
  if (band === null) return build(anchor, body, low + ((3 - level) / 3) * (high - low));
  const target = level === 3 && anchor.best !== undefined ? anchor.best : middleOf(band, level, anchor.side);
  const value = (by: number): number => figureOf(anchor, build(anchor, body, by));
  const rising = value(high) > value(low);
  let [a, b] = [low, high];
  for (let i = 0; i < 22; i++) {
    const middle = (a + b) / 2;
    if (value(middle) < target === rising) a = middle;
    else b = middle;
  }
  const motion = build(anchor, body, (a + b) / 2);
  const found = suggestLevel({ value: figureOf(anchor, motion), sd: 0 }, band, figureLimits(anchor.figure as FigureId))!.level;
  if (found !== level)
    throw new RangeError(
      `${anchor.checkpoint}, ${body.name}, level ${level}: the figure comes to ${figureOf(anchor, motion)} only`,
    );
  return motion;
}

/** The middle of a level's part of a band on one side; of an open part, as far inside it as the next part is wide. */
function middleOf(band: Band, level: Level, side: Anchor['side']): number {
  const { lows, highs } = levelEnds(band, figureLimits(band.figure));
  const ends = side === 'below' ? lows : highs;
  const margin = Math.abs(ends[1]! - ends[0]!);
  if (level === 3) {
    const [from, to] = [lows[0]!, highs[0]!];
    if (Number.isFinite(from) && Number.isFinite(to)) return (from + to) / 2;
    return Number.isFinite(from) ? from + margin / 2 : to - margin / 2;
  }
  const outwards = side === 'below' ? -1 : 1;
  return ends[2 - level]! + outwards * margin * (level === 0 ? 0.7 : 0.5);
}
