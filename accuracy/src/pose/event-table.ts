import { findKeyFrames } from '@stride-chalk/core';
import { COMPARED, type ClipResult } from './look-at.ts';

/** Those that serve single figures, besides. */
const SINGLE = ['firstMove', 'bodyBack', 'kneeDown', 'footOpens', 'shouldersTurn', 'backFootOff', 'slowDown'] as const;

const quantile = (values: readonly number[], p: number): string => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length === 0 ? '' : sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))]!.toFixed(1);
};

/** Errors of key frames by view and rate, in frames of the film: found less true. "Sure and wrong": more than four frames of 120 a second off, and called 70 % sure or more. */
export function eventTable(results: readonly ClipResult[]): string {
  const lines: string[] = [];
  for (const kind of [...new Set(results.map((r) => `${r.view} ${r.framesPerSecond}`))]) {
    const clips = results.filter((r) => `${r.view} ${r.framesPerSecond}` === kind);
    lines.push(
      '',
      `${kind}, ${clips.length} clips`,
      '',
      '| event | found | median | 10 % | 90 % | within 2 frames | within its interval | sure and wrong |',
      '|---|---|---|---|---|---|---|---|',
    );
    const events = clips.map((c) => ({ true: c.true, found: c.evidence === null ? {} : findKeyFrames(c.evidence) }));
    for (const event of [...COMPARED, ...SINGLE]) {
      const all = events.flatMap((e) =>
        e.true[event] === undefined ? [] : [{ true: e.true[event], found: e.found[event] ?? null }],
      );
      const found = all.flatMap((e) => (e.found ? [{ off: e.found.frame - e.true, ...e.found, true: e.true }] : []));
      const off = found.map((f) => f.off);
      const rate = clips[0]!.framesPerSecond;
      const share = (n: number): string => (found.length === 0 ? '' : `${Math.round((100 * n) / all.length)} %`);
      lines.push(
        `| ${event} | ${found.length} | ${quantile(off, 0.5)} | ${quantile(off, 0.1)} | ${quantile(off, 0.9)} | ${share(off.filter((o) => Math.abs(o) <= 2).length)} | ${share(found.filter((f) => f.true >= f.from && f.true <= f.to).length)} | ${found.filter((f) => f.sure >= 0.7 && Math.abs(f.off) > (4 * rate) / 120).length} |`,
      );
    }
  }
  return lines.join('\n');
}
