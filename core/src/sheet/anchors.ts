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
}
const SETS = new Map((drawn as readonly AnchorSet[]).map((a) => [a.set, a]));

const sameEnds = (a: readonly (number | null)[], b: readonly (number | null)[]): boolean => a.every((end, i) => end === b[i]);
const holds = ({ band }: AnchorSet, bands: readonly Band[]): boolean =>
  band === null ||
  bands.some((b) => b.figure === band.figure && sameEnds(b.wanted, band.wanted) && sameEnds(b.acceptable, band.acceptable));

/**
 * The drawings of a checkpoint's levels on a child's or a youth's body, 0 to 3, as addresses of the application; null where none are drawn, or where the
 * sheet has other bands than those that they were drawn for.
 *
 * @example anchorPictures(checkpoint, '9-10')?.[3] // '/anchors/B3-gather-child-3.svg'
 */
export function anchorPictures(
  checkpoint: Pick<ResolvedCheckpoint, 'id' | 'option' | 'bands'>,
  ageGroup: AgeGroup,
): readonly [string, string, string, string] | null {
  const body = isYoung(ageGroup) ? 'child' : 'youth';
  const found = [`${checkpoint.id}-${checkpoint.option}-${body}`, `${checkpoint.id}-${body}`]
    .flatMap((set) => SETS.get(set) ?? [])
    .find((set) => holds(set, checkpoint.bands));
  if (!found) return null;
  const at = (level: Level): string => `/anchors/${found.set}-${level}.svg`;
  return [at(0), at(1), at(2), at(3)];
}
