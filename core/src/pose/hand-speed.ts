import type { Finding } from './finding.ts';

/** How fast the faster hand is, whichever the model takes it for, in pixels a second: where frames lie near enough to each other, and it goes no further than it can in the seconds between them. */
export function handSpeeds(
  findings: readonly Finding[],
  throwing: number,
  glove: number,
  furthest = (_seconds: number): number => Number.POSITIVE_INFINITY,
) {
  const speeds = findings.slice(1).flatMap((b, i) => {
    const a = findings[i]!;
    const passed = b.seconds - a.seconds;
    if (passed > 0.05) return [];
    const way = (from: number, to: number): number =>
      Math.hypot(b.body[to]!.x - a.body[from]!.x, b.body[to]!.y - a.body[from]!.y);
    const straight = [way(throwing, throwing), way(glove, glove)] as const;
    const crossed = [way(throwing, glove), way(glove, throwing)] as const;
    const shorter = crossed[0] + crossed[1] < straight[0] + straight[1] ? crossed : straight;
    const gone = Math.max(...shorter);
    return gone > furthest(passed) ? [] : [{ seconds: (a.seconds + b.seconds) / 2, speed: gone / passed }];
  });
  // A hand that is found elsewhere for a frame jumps there and back: the middle of five steps does not.
  return speeds.map(({ seconds }, i) => {
    const near = speeds.slice(Math.max(0, i - 2), i + 3).map((s) => s.speed);
    return { seconds, speed: near.sort((x, y) => x - y)[near.length >> 1]! };
  });
}

/** The throw is where a hand was last this share as fast as it ever was: common practice, no source. */
const NEARLY = 0.6;

/** When he has thrown, in line with the target: before it a hand can be found on somebody who passes, after it hands are slow. Seconds, a tenth early or late; -∞ where no two looks lie near each other. */
export function lastThrown(findings: readonly Finding[], throwing: number, glove: number): number {
  const speeds = handSpeeds(findings, throwing, glove);
  const most = Math.max(...speeds.map((s) => s.speed));
  return speeds.filter((s) => s.speed >= NEARLY * most).at(-1)?.seconds ?? Number.NEGATIVE_INFINITY;
}
