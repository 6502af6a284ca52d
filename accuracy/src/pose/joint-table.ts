import { FOLLOWED, isUnsureJoint, jointError } from '@stride-chalk/core';
import { COMPARED, type ClipResult, type JointResult } from './look-at.ts';

const quantile = (values: readonly number[], p: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? Number.NaN;
};
const percent = (share: number): string => (100 * share).toFixed(1);
const far = ({ dx, dy }: JointResult): number => Math.hypot(dx, dy);

/** Of a circle of normal errors 95 % lie within so many of its standard deviations: √(−2 ln 0.05), the Rayleigh distribution. */
const WITHIN_95 = Math.sqrt(-2 * Math.log(0.05));

/** The joints of a clip with the error that the product states of each, as a share of body height. */
export const statedErrors = ({ joints, true: frames, view, framesPerSecond }: ClipResult) =>
  (joints ?? []).map((j) => {
    const place = { x: 0, y: 0, score: j.score, scatter: j.scatter };
    const inLine = view === 'front' || view === 'rear';
    const sd = jointError(j.joint, place, 1, inLine, ((frames[j.event] ?? frames.liftTop) - frames.release) / framesPerSecond);
    return { ...j, held: far(j) <= WITHIN_95 * sd, unsure: isUnsureJoint(sd, 1) };
  });

/** Errors of joints in per cent of body height: median and 90 %, by view and rate, by key frame, by joint; how often the stated error holds, and what those are off by that nobody is asked to look at by themselves. */
export function jointTable(results: readonly ClipResult[]): string {
  const lines: string[] = [
    '| films | clips | not followed | median | 90 % | swapped knees | stated 95 % hold | called unsure | 90 % of the others | core seconds a clip |',
    '|---|---|---|---|---|---|---|---|---|---|',
  ];
  const kinds = [...new Set(results.map((r) => `${r.view} ${r.framesPerSecond}`))];
  for (const kind of kinds) {
    const clips = results.filter((r) => `${r.view} ${r.framesPerSecond}` === kind);
    const joints = clips.flatMap(statedErrors);
    const sure = joints.filter((j) => !j.unsure);
    const knees = joints.filter((j) => j.joint.endsWith('Knee'));
    lines.push(
      `| ${kind} | ${clips.length} | ${clips.filter((c) => c.joints === null).length} | ${percent(quantile(joints.map(far), 0.5))} | ${percent(quantile(joints.map(far), 0.9))} | ${percent(knees.filter((k) => k.swapped).length / knees.length)} % | ${percent(joints.filter((j) => j.held).length / joints.length)} % | ${percent(1 - sure.length / joints.length)} % | ${percent(quantile(sure.map(far), 0.9))} | ${quantile(
        clips.map((c) => c.coreSeconds),
        0.5,
      ).toFixed(1)} |`,
    );
  }
  for (const view of [...new Set(results.map((r) => r.view))]) {
    const joints = results.filter((r) => r.view === view).flatMap((c) => c.joints ?? []);
    const row = (name: string, of: readonly JointResult[]): string =>
      `| ${name} | ${percent(quantile(of.map(far), 0.5))} | ${percent(quantile(of.map(far), 0.9))} | ${percent(
        quantile(
          of.map((j) => j.dx),
          0.5,
        ),
      )} | ${percent(
        quantile(
          of.map((j) => j.dy),
          0.5,
        ),
      )} |`;
    lines.push('', `${view}`, '', '| | median | 90 % | x | y |', '|---|---|---|---|---|');
    for (const event of COMPARED)
      lines.push(
        row(
          event,
          joints.filter((j) => j.event === event),
        ),
      );
    for (const joint of FOLLOWED)
      lines.push(
        row(
          joint,
          joints.filter((j) => j.joint === joint),
        ),
      );
  }
  return lines.join('\n');
}
