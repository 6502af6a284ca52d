import { brightness } from './brightness.ts';
import { frameShift } from './frame-shift.ts';
import { halved, type GreyPicture } from './grey-picture.ts';
import { HEALTH_LIMITS, type HealthLimits } from './limits.ts';
import { movingParts } from './moving-parts.ts';
import { sharpness } from './sharpness.ts';

/** What can be wrong with a clip, in the order in which it is told. */
const HEALTH_PROBLEMS = ['short', 'few-frames', 'dark', 'bright', 'blurred', 'shaky', 'nobody', 'cut-off'] as const;
export type HealthProblemCode = (typeof HEALTH_PROBLEMS)[number];

export interface HealthProblem {
  readonly code: HealthProblemCode;
  /** What is wrong, for somebody at the mound. */
  readonly says: string;
  /** What to change before it is filmed again. */
  readonly change: string;
}

/** What is measured of a clip; null where another finding makes it worth nothing. */
export interface HealthFigures {
  readonly seconds: number;
  readonly framesPerSecond: number;
  readonly ninth: number;
  readonly blown: number;
  readonly sharpness: number | null;
  readonly shake: number | null;
  readonly movingShare: number | null;
  readonly edges: ReturnType<typeof movingParts>['edges'] | null;
}

/** The clip as a whole, and small grey pictures of it: evenly spread, ten a second or more, at least 400 pixels wide. */
export interface SampledClip {
  readonly seconds: number;
  /** As measured from its frames, not as the device claims it. */
  readonly framesPerSecond: number;
  readonly pictures: readonly GreyPicture[];
}

const FEWEST = 6;
/** How far the camera may go astray and still be followed, in pixels of a quarter of the width. */
const REACH = 6;
const SIDES = { left: 'on the left', right: 'on the right', top: 'at the top', bottom: 'at the bottom' } as const;

const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[all.length >> 1]!;

/** Measures what clip health is judged by. */
export function healthFigures(
  { seconds, framesPerSecond, pictures }: SampledClip,
  limits: HealthLimits = HEALTH_LIMITS,
): HealthFigures {
  const light = pictures.map(brightness);
  const sharp = pictures.flatMap((p) => sharpness(p) ?? []);
  const small = pictures.map((p) => halved(p));
  const shake = pictures.length < FEWEST ? null : shakeOf(small);
  const parts = pictures.length < FEWEST || (shake ?? 0) > limits.shake ? null : movingParts(small);
  return {
    ...{ seconds, framesPerSecond },
    ninth: light.length === 0 ? 0 : median(light.map((l) => l.ninth)),
    blown: light.length === 0 ? 0 : median(light.map((l) => l.blown)),
    sharpness: sharp.length === 0 ? null : median(sharp),
    shake,
    movingShare: parts && Math.max(...parts.shares),
    edges: parts?.edges ?? null,
  };
}

/** The standard deviation of where the camera points, as a share of the width, the larger of both directions: each picture against the first, so that no error adds up. */
function shakeOf(pictures: readonly GreyPicture[]): number | null {
  const small = pictures.map(halved);
  const path = small.slice(1).flatMap((p) => frameShift(small[0]!, p, REACH) ?? []);
  // A background that nothing can be read off is taken for still: whatever moves then is in the picture.
  if (path.length === 0) return null;
  const spread = (of: readonly number[]): number => {
    const mean = of.reduce((a, b) => a + b, 0) / of.length;
    return Math.sqrt(of.reduce((sum, v) => sum + (v - mean) ** 2, 0) / of.length);
  };
  return Math.max(spread(path.map((p) => p.x)), spread(path.map((p) => p.y))) / small[0]!.width;
}

/**
 * Says on the spot whether a clip can be worked with: nothing for a good one, else what is wrong and what to change. A finding that makes others worthless stands alone: in the
 * dark nothing is measured of edges, and in a shaken clip everything moves.
 *
 * @param clip sampled as `SampledClip` says
 * @example clipHealth({ seconds: 0.8, framesPerSecond: 120, pictures })[0].code // 'short'
 */
export function clipHealth(clip: SampledClip, limits: HealthLimits = HEALTH_LIMITS): readonly HealthProblem[] {
  const f = healthFigures(clip, limits);
  const problems: HealthProblem[] = [];
  const blame = (code: HealthProblemCode, says: string, change: string): void => void problems.push({ code, says, change });
  if (f.seconds < limits.seconds)
    blame('short', 'The clip is too short for a whole delivery.', 'Start before the knee lifts, stop after the finish.');
  if (f.framesPerSecond < limits.framesPerSecond)
    blame(
      'few-frames',
      `Only ${Math.round(f.framesPerSecond)} frames a second: release and foot contact fall between two of them.`,
      'Close other programs, take more light, or film with the slow-motion camera and the slate.',
    );
  if (f.ninth < limits.darkNinth) {
    blame('dark', 'It is too dark.', 'Turn the camera away from the sun, or move the mound out of the shade.');
    return problems;
  }
  if (f.blown > limits.blownShare) {
    blame(
      'bright',
      'It is too bright: what is white cannot be read any more.',
      'Touch the camper on the screen so that he sets the exposure.',
    );
    return problems;
  }
  if (f.sharpness !== null && f.sharpness < limits.sharpness)
    blame('blurred', 'It is blurred.', 'Wipe the lens, and touch the camper on the screen so that he sets the focus.');
  if ((f.shake ?? 0) > limits.shake || (f.movingShare ?? 0) > limits.mostMoving) {
    blame('shaky', 'The camera has moved.', 'Put it on the tripod, and do not touch it while it films.');
    return problems;
  }
  if (f.movingShare !== null && f.movingShare < limits.movingShare) {
    blame('nobody', 'Nobody throws in this picture.', 'Look whether the camera points at the mound.');
    return problems;
  }
  if (f.edges) {
    const cut = (['left', 'right', 'top', 'bottom'] as const).filter((side) => f.edges![side] > limits.edgeShare);
    if (cut.length > 0)
      blame(
        'cut-off',
        `He is cut off ${cut.map((side) => SIDES[side]).join(' and ')}.`,
        'Move the tripod back, or turn it, until the whole body stays in the picture.',
      );
  }
  return problems;
}
