import type { FollowedJoint } from './body-points.ts';
import type { Finding } from './finding.ts';
import { lastThrown } from './hand-speed.ts';

/** The throwing joint's x less the glove one's has this sign; 0: nobody knows. */
type Sign = -1 | 0 | 1;

/** Shoulders this share of body height apart in x no longer stand in profile. */
const OPEN = 0.1;
/** The chest is read from so long after the throw until so long after it, and it opened at most so long after what is taken for the throw, in seconds. */
const [READ_FROM, READ_UNTIL, OPENED_BY] = [0.05, 0.25, 0.1];
/** From so long before the chest opens until so long before it the arms are apart, one behind the back and one before the chest; from so long after it until so long after it the chest looks along the line. Seconds: on 43 films of the simulated camera it opened 0.11 s before the release. */
const [APART_FROM, APART_UNTIL, TURNED_FROM, TURNED_UNTIL] = [0.42, 0.05, 0.03, 0.4];

/**
 * Which arm is on which side in a film from front or rear, where nothing is nearer the target. Once he has thrown, the chest looks along the line, and the model knows left from right. Before that he stands in profile, the glove arm before the chest and the throwing arm behind the back: in the picture the other way round than the shoulders are
 * after the throw. In 43 films of the simulated camera elbows and wrists truly lie so in every one of them, from half a second until 0.15 s before the release.
 *
 * @param indexOf the model's point of a joint
 * @returns for a moment, the sign of elbows and wrists, and that of the shoulders
 */
export function armsInLine(
  findings: readonly Finding[],
  indexOf: (joint: FollowedJoint) => number,
  bodyPixels: number,
): (seconds: number) => { readonly arms: Sign; readonly shoulders: Sign } {
  const thrown = lastThrown(findings, indexOf('throwingWrist'), indexOf('gloveWrist'));
  const [throwing, glove] = [indexOf('throwingShoulder'), indexOf('gloveShoulder')];
  const chest = findings.map(({ seconds, body }) => ({ seconds, apart: (body[throwing]!.x - body[glove]!.x) / bodyPixels }));
  const after = chest.filter(({ seconds }) => seconds > thrown + READ_FROM && seconds < thrown + READ_UNTIL);
  const turned = after.map((c) => c.apart).sort((a, b) => a - b)[after.length >> 1] ?? 0;
  const [shoulders, behind]: readonly [Sign, Sign] = Math.abs(turned) < OPEN ? [0, 0] : turned > 0 ? [1, -1] : [-1, 1];
  const opens =
    chest.filter(({ seconds, apart }) => seconds < thrown + OPENED_BY && shoulders * apart < OPEN).at(-1)?.seconds ??
    Number.NEGATIVE_INFINITY;
  const within = (seconds: number, from: number, until: number): boolean => seconds > opens + from && seconds < opens + until;
  return (seconds) => ({
    arms: within(seconds, -APART_FROM, -APART_UNTIL) ? behind : 0,
    shoulders: within(seconds, TURNED_FROM, TURNED_UNTIL) ? shoulders : 0,
  });
}
