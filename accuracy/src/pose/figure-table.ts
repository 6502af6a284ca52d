import {
  clipProposal,
  FIGURES,
  foundTogether,
  inOrder,
  isTurn,
  jointCentres,
  jointOfTurn,
  MOST_TURN,
  measurePose,
  momentError,
  partsOf,
  pointsAtFrame,
  POSE_FIGURES,
  turnError,
  turnFrames,
  turnOfPath,
  withShare,
  type ClipProposal,
  type EventId,
  type FigureId,
  type MeasuredPoints,
  type PoseFigure,
} from '@stride-chalk/core';
import { deliveryMotion } from '@stride-chalk/fieldcam';
import { exactly, plusOf, viewOf } from '../seen-points.ts';
import { trueFrames, type ClipResult } from './look-at.ts';
import type { StudyClip } from './study-orders.ts';

/** Nine of ten lie within so many standard deviations. */
const NINE_OF_TEN = 1.645;

interface Mark {
  readonly event: EventId;
  readonly frame: number;
  readonly frameTo: null;
  /** One standard deviation, in frames: a mark is never better than half of one (`markTime`). */
  readonly sd: number;
}

/** Key frames as a coach has put them right: the frame that the product asks for at the true moment. */
const rightMarks = (order: StudyClip['order'], last: number): Mark[] =>
  // Each by itself: a coach marks what he sees, in whatever order it comes.
  Object.entries(trueFrames(order))
    .flatMap(([event, frame]) => inOrder({ [event]: { frame, from: frame, to: frame, sure: 1 } }, last))
    .map(({ event, frame }) => ({ event, frame, frameTo: null, sd: 0.5 }));
const foundMarks = ({ marks }: ClipProposal): Mark[] =>
  marks.map(({ event, frame, from, to }) => ({
    ...{ event, frame, frameTo: null },
    sd: Math.max(0.5, (to - from) / (2 * NINE_OF_TEN)),
  }));

/** The points of a figure as they are proposed; null where one is no joint, or its key frame is not there. */
function foundPoints(figure: PoseFigure, proposal: ClipProposal, marks: readonly Mark[], way: 1 | -1): MeasuredPoints | null {
  const points = figure.needs.map((need) => {
    const [event, point] = partsOf(need);
    const within = turnFrames(point, marks);
    const own = marks.find((m) => m.event === event)?.frame ?? null;
    const frame = isTurn(point) ? within && turnOfPath(proposal, point, within, way) : own;
    const at = frame === null ? [] : pointsAtFrame(proposal, frame);
    return [need, at.find((p) => p.point === jointOfTurn(point))] as const;
  });
  return points.every(([, found]) => found) ? Object.fromEntries(points) : null;
}

export interface Read {
  readonly off: number;
  /** What is stated of its points when they go together, one standard deviation. */
  readonly together: number;
  /** What is stated of the moments of its key frames and of the camera's turn. */
  readonly around: number;
  readonly held: boolean;
}

/**
 * The figures of a film from what is proposed in it, key frames put right by a coach or as they were found: by how much each is off the same figure of the body from its tripod, and whether its stated 95 % interval holds that.
 *
 * @param shareOf what is left of the errors of a figure's points when they go together
 */
export function figuresOf(
  clip: StudyClip,
  result: ClipResult,
  keyFrames: 'right' | 'found',
  shareOf = foundTogether,
): ReadonlyMap<FigureId, Read> {
  const { pitcher, conditions, framesPerSecond, view } = clip.order;
  const { evidence } = result;
  // Places of the first frame's camera: figures are differences of them.
  const proposal = evidence && clipProposal({ body: jointCentres(evidence.body, evidence.towardsTarget), camera: [], evidence });
  const turn = Math.abs(conditions?.turnDegrees ?? 0);
  if (!proposal || turn > MOST_TURN) return new Map();
  const marks = keyFrames === 'right' ? rightMarks(clip.order, evidence.times.length - 1) : foundMarks(proposal);
  const motion = deliveryMotion(pitcher);
  const readFrom = (figure: PoseFigure): Read | null => {
    const points = foundPoints(figure, proposal, marks, evidence.towardsTarget ?? 1);
    const near = points && withShare(points, shareOf(figure.id, view));
    const estimate =
      near && measurePose(figure, near, { plus: plusOf(viewOf(figure), pitcher.hand), ballLead: null }).reading.estimate;
    if (!estimate) return null;
    const moment = momentError(figure.id, (event) => (marks.find((m) => m.event === event)?.sd ?? 0) / framesPerSecond);
    const round = view === 'openSide' ? turnError(figure.id, turn) : 0;
    const apart = estimate.value - exactly(figure, motion);
    const off = figure.wrap === null ? apart : apart - figure.wrap * Math.round(apart / figure.wrap);
    const around = Math.hypot(moment, round);
    return { off, together: estimate.sd, around, held: Math.abs(off) <= 1.959964 * Math.hypot(estimate.sd, around) };
  };
  const own = POSE_FIGURES.filter((figure) => viewOf(figure) === view);
  return new Map(
    own.flatMap((figure) => {
      const read = readFrom(figure);
      return read ? [[figure.id, read] as const] : [];
    }),
  );
}

/** What is asked of figures that were found: root mean square, in the unit of their bands. */
const ASKED: Partial<Record<FigureId, number>> = {
  frontKneeContact: 5,
  frontShinContact: 2.5,
  backShinDrive: 2.5,
  trunkContact: 3,
  forearmContact: 6,
  legSpread: 6,
  stride: 4,
  headDrop: 1.5,
};
const IN_BANDS: Partial<Record<string, number>> = { degrees: 1, heightShare: 100, ratio: 100 };

/**
 * Figures from joints that were found in films of the open side and of the front at 120 a second, against the body: root mean square where a coach has put the key frames right and where they are as found, and how often the stated 95 % interval holds.
 * The camera's turn counts as known from the marks of the ground; a film from more than 20 degrees round is left out, as the product does.
 */
export function figureTable(clips: readonly StudyClip[], results: readonly ClipResult[]): string {
  const lines = [
    '| figure | films | rms, key frames put right | held | rms, key frames as found | held | asked for |',
    '|---|---|---|---|---|---|---|',
  ];
  const films = clips.flatMap((clip, i) => (clip.order.framesPerSecond === 120 ? [{ clip, result: results[i]! }] : []));
  const right = films.map(({ clip, result }) => figuresOf(clip, result, 'right'));
  // Most key frames of a front view are told by the side view.
  const found = films.map(({ clip, result }) =>
    clip.order.view === 'openSide' ? figuresOf(clip, result, 'found') : new Map<FigureId, Read>(),
  );
  for (const figure of POSE_FIGURES) {
    const of = (all: typeof right): Read[] => all.flatMap((f) => f.get(figure.id) ?? []);
    if (of(right).length === 0) continue;
    const scale = IN_BANDS[FIGURES[figure.id].unit] ?? 1;
    const said = (all: readonly Read[]): string =>
      all.length === 0
        ? '– | –'
        : `${(scale * Math.sqrt(all.reduce((sum, r) => sum + r.off ** 2, 0) / all.length)).toFixed(1)} | ${all.filter((r) => r.held).length} of ${all.length}`;
    lines.push(`| ${figure.name} | ${of(right).length} | ${said(of(right))} | ${said(of(found))} | ${ASKED[figure.id] ?? ''} |`);
  }
  const share = (all: typeof right): string => {
    const held = all.flatMap((f) => [...f.values()].map((r) => r.held));
    return `${((100 * held.filter(Boolean).length) / held.length).toFixed(1)} %`;
  };
  lines.push('', `Held, all figures: ${share(right)} with key frames put right, ${share(found)} with those as found.`);
  return lines.join('\n');
}
