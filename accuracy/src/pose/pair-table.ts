import {
  findKeyFrames,
  fromOtherView,
  otherTellsBetter,
  pathOffset,
  SURE,
  type ClipEvidence,
  type SeenPaths,
} from '@stride-chalk/core';
import { COMPARED, type ClipResult } from './look-at.ts';

/** Two films of one delivery: what is true of each, and what was found. */
interface Pair {
  readonly front: ClipResult;
  readonly side: ClipResult;
}

const pathsOf = ({ times, body }: ClipEvidence): SeenPaths => ({
  times,
  bodyPixels: body.bodyPixels,
  heights: Object.fromEntries(Object.entries(body.joints).map(([joint, track]) => [joint, track.map((p) => p.y)])),
});
const timed = ({ evidence, framesPerSecond }: ClipResult) =>
  Object.fromEntries(
    Object.entries(evidence ? findKeyFrames(evidence) : {}).map(([event, { frame, sure }]) => [
      event,
      { seconds: frame / framesPerSecond, sure },
    ]),
  ) as ReturnType<typeof fromOtherView>;

/** Key frames of a front view as the bench proposes them, its own or told by the side view, and how far the offset of the two cameras is off. In frames. */
export function pairTable(results: readonly ClipResult[]): string {
  const nameOf = ({ id }: ClipResult): string => id.replace(/-(front|open-side)\..*$/, '');
  const pairs = results
    .filter((r) => r.view === 'front')
    .flatMap((front): Pair[] => {
      const side = results.find((r) => r.view === 'openSide' && nameOf(r) === nameOf(front));
      return side && front.evidence && side.evidence ? [{ front, side }] : [];
    });
  if (pairs.length === 0) return '';
  const offsets = pairs.map(({ front, side }) => ({
    found: pathOffset(pathsOf(front.evidence!), pathsOf(side.evidence!)),
    true: front.true.contact / front.framesPerSecond - side.true.contact / side.framesPerSecond,
    rate: front.framesPerSecond,
  }));
  const off = offsets.flatMap((o) => (o.found ? [Math.abs(o.found.seconds - o.true) * o.rate] : [])).sort((a, b) => a - b);
  let [sure, wrong] = [0, 0];
  const rows = COMPARED.map((event) => {
    const misses = pairs.flatMap(({ front, side }, i) => {
      const { [event]: own = null, ...rest } = timed(front);
      const told = fromOtherView(rest, timed(side), offsets[i]!.found)[event] ?? null;
      const used = otherTellsBetter(own, told, true) ? told : own;
      const trueFrame = front.true[event];
      if (!used || trueFrame === undefined) return [];
      const far = Math.abs(used.seconds * front.framesPerSecond - trueFrame);
      if (used.sure >= SURE) {
        sure += 1;
        if (far > (4 * front.framesPerSecond) / 120) wrong += 1;
      }
      return [far];
    });
    const within = misses.filter((m) => m <= 2).length;
    return `| ${event} | ${misses.length} | ${Math.round((100 * within) / pairs.filter(({ front }) => front.true[event] !== undefined).length)} % |`;
  });
  return [
    `${pairs.length} deliveries from front and side. Offset of the cameras by the paths of joints: known in ${off.length}, off by ${off[off.length >> 1]?.toFixed(2)} frames on median, ${off.at(-1)?.toFixed(2)} at most.`,
    '',
    '| key frame of the front view, as proposed | told | within 2 frames |',
    '|---|---|---|',
    ...rows,
    '',
    `Called sure ${sure}, of these more than four frames of 120 off ${wrong}.`,
  ].join('\n');
}
