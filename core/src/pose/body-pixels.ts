import { BODY_POINTS } from './body-points.ts';
import type { Finding } from './finding.ts';

const at = (name: (typeof BODY_POINTS)[number]): number => BODY_POINTS.indexOf(name);
const [EARS, ANKLES] = [[at('leftEar'), at('rightEar')] as const, [at('leftAnkle'), at('rightAnkle')] as const];
/** Head centre to ankles as a share of body height: Drillis and Contini in Winter's tables, values from memory (0.039 of the ankle; 0.071 from the head's centre to its top). */
const SHARE = 0.89;

/** Body height in pixels: the tallest that he stands, head to ankles (the 90th percentile over the frames), over the share of height that this is. null where nothing was found. */
export function bodyPixelsOf(findings: readonly Finding[]): number | null {
  const spans = findings
    .map(({ body }) => {
      const head = (body[EARS[0]]!.y + body[EARS[1]]!.y) / 2;
      return Math.max(body[ANKLES[0]]!.y, body[ANKLES[1]]!.y) - head;
    })
    .filter((span) => span > 0)
    .sort((a, b) => a - b);
  return spans.length === 0 ? null : spans[Math.floor(0.9 * (spans.length - 1))]! / SHARE;
}
