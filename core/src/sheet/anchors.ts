import type { PlacedJoints } from '../follow-up/outline.ts';
import type { Level } from '../levels/level.ts';
import { isYoung, type AgeGroup } from '../roster/age-group.ts';
import drawn from './data/anchors.json' with { type: 'json' };
import type { ResolvedCheckpoint } from './resolve-sheet.ts';
import type { Band } from './shape.ts';

interface AnchorSet {
  readonly set: string;
  readonly band: {
    readonly figure: string;
    readonly wanted: readonly (number | null)[];
    readonly acceptable: readonly (number | null)[];
  } | null;
  readonly outline: Readonly<Record<string, readonly number[]>> | null;
}
const SETS = new Map((drawn as unknown as readonly AnchorSet[]).map((a) => [a.set, a]));

const sameEnds = (a: readonly (number | null)[], b: readonly (number | null)[]): boolean => a.every((end, i) => end === b[i]);
const holds = ({ band }: AnchorSet, bands: readonly Band[]): boolean =>
  band === null ||
  bands.some((b) => b.figure === band.figure && sameEnds(b.wanted, band.wanted) && sameEnds(b.acceptable, band.acceptable));

type Drawn = Pick<ResolvedCheckpoint, 'id' | 'option' | 'bands'>;

/** The drawings of a checkpoint for the body of an age, by the reading that holds. */
function setOf(checkpoint: Drawn, ageGroup: AgeGroup): AnchorSet | null {
  const body = isYoung(ageGroup) ? 'child' : 'youth';
  const found = [`${checkpoint.id}-${checkpoint.option}-${body}`, `${checkpoint.id}-${body}`]
    .flatMap((set) => SETS.get(set) ?? [])
    .find((set) => holds(set, checkpoint.bands));
  return found ?? null;
}

/**
 * The joints of the drawing of level 3 at the checkpoint's key frame, in body heights as `outlineOf` lays those of a film: to lay a camper over what is wanted. null where nothing is drawn from the side, or for other bands.
 *
 * @example anchorOutline(checkpoint, '9-10')?.frontKnee // { x: 0.31, y: 0.52 }
 */
export function anchorOutline(checkpoint: Drawn, ageGroup: AgeGroup): PlacedJoints | null {
  const outline = setOf(checkpoint, ageGroup)?.outline;
  return outline ? Object.fromEntries(Object.entries(outline).map(([id, [x, y]]) => [id, { x: x!, y: y! }])) : null;
}

/**
 * The drawings of a checkpoint's levels on a child's or a youth's body, 0 to 3, as addresses of the application; null where none are drawn, or where the
 * sheet has other bands than those that they were drawn for.
 *
 * @example anchorPictures(checkpoint, '9-10')?.[3] // '/anchors/B3-gather-child-3.svg'
 */
export function anchorPictures(checkpoint: Drawn, ageGroup: AgeGroup): readonly [string, string, string, string] | null {
  const found = setOf(checkpoint, ageGroup);
  if (!found) return null;
  const at = (level: Level): string => `/anchors/${found.set}-${level}.svg`;
  return [at(0), at(1), at(2), at(3)];
}
