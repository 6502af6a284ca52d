import { FOLLOWED } from '@stride-chalk/core';
import { COMPARED, type ClipResult, type JointResult } from './look-at.ts';

const quantile = (values: readonly number[], p: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? Number.NaN;
};
const percent = (share: number): string => (100 * share).toFixed(1);
const far = ({ dx, dy }: JointResult): number => Math.hypot(dx, dy);

/** Errors of joints in per cent of body height: median and 90 %, by view and rate, by key frame, by joint. */
export function jointTable(results: readonly ClipResult[]): string {
  const lines: string[] = [
    '| films | clips | not followed | median | 90 % | swapped knees | core seconds a clip |',
    '|---|---|---|---|---|---|---|',
  ];
  const kinds = [...new Set(results.map((r) => `${r.view} ${r.framesPerSecond}`))];
  for (const kind of kinds) {
    const clips = results.filter((r) => `${r.view} ${r.framesPerSecond}` === kind);
    const joints = clips.flatMap((c) => c.joints ?? []);
    const knees = joints.filter((j) => j.joint.endsWith('Knee'));
    lines.push(
      `| ${kind} | ${clips.length} | ${clips.filter((c) => c.joints === null).length} | ${percent(quantile(joints.map(far), 0.5))} | ${percent(quantile(joints.map(far), 0.9))} | ${percent(knees.filter((k) => k.swapped).length / knees.length)} % | ${quantile(
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
