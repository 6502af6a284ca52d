import { cohenKappa, type Kappa } from './cohen-kappa.ts';
import { meanWithLimits, type MeanWithLimits } from './mean-with-limits.ts';
import { krippendorffAlpha, type Alpha } from './krippendorff-alpha.ts';
import { percentAgreement, type PercentAgreement } from './percent-agreement.ts';
import type { Undefined } from './ratings.ts';

/** One level of one coach; null: not visible. */
export interface StaffLevel {
  readonly delivery: string;
  readonly camper: string;
  readonly checkpoint: string;
  readonly coach: string;
  readonly level: number | null;
}

/** How alike the staff score one checkpoint. */
export interface CheckpointAgreement {
  readonly checkpoint: string;
  readonly agreement: PercentAgreement | Undefined;
  readonly alpha: Alpha | Undefined;
  /** The deliveries on which two differ most, the widest first: at most two. */
  readonly widest: ReadonlyArray<{ readonly delivery: string; readonly camper: string; readonly apart: number }>;
}

export interface PairAgreement {
  readonly coaches: readonly [string, string];
  /** Judgements that both have made and both could see. */
  readonly shared: number;
  readonly agreement: PercentAgreement | Undefined;
  readonly kappa: Kappa | Undefined;
  /** How many levels more the first gives than the second, with 95 % limits; null where fewer than two are shared. */
  readonly bias: MeanWithLimits | null;
}

export interface SamePage {
  readonly checkpoints: readonly CheckpointAgreement[];
  readonly pairs: readonly PairAgreement[];
  readonly all: PercentAgreement | Undefined;
  /** Checkpoints with enough shared judgements, the least alike first: whose words to repair first. */
  readonly repairFirst: readonly string[];
}

/** Fewer shared judgements than this say nothing of a checkpoint or a pair: the number stands there instead of a figure. Our own, no source. */
export const LEAST_JUDGEMENTS = 10;
const LEVELS = [0, 1, 2, 3];

/**
 * How alike the staff of a camp score: by checkpoint, and by pair of coaches.
 *
 * @param levels every level that was given, in any order
 * @throws RangeError when a coach has two levels for one checkpoint of one delivery
 * @example samePage(levels).repairFirst[0] // 'D5': the checkpoint on which they differ most
 */
export function samePage(levels: readonly StaffLevel[]): SamePage {
  const coaches = [...new Set(levels.map((l) => l.coach))].sort();
  const place = new Map(coaches.map((c, i) => [c, i]));
  const units = new Map<string, { delivery: string; camper: string; checkpoint: string; given: (number | null | undefined)[] }>();
  for (const l of levels) {
    const key = `${l.delivery} ${l.checkpoint}`;
    const unit = units.get(key) ?? {
      delivery: l.delivery,
      camper: l.camper,
      checkpoint: l.checkpoint,
      given: coaches.map(() => undefined),
    };
    units.set(key, unit);
    const at = place.get(l.coach)!;
    if (unit.given[at] !== undefined) throw new RangeError(`${l.coach} has two levels for ${l.checkpoint} of ${l.delivery}`);
    unit.given[at] = l.level;
  }
  const all = [...units.values()].map((u) => ({ ...u, ratings: u.given.map((g) => g ?? null) }));
  const byCheckpoint = new Map<string, typeof all>();
  for (const u of all) byCheckpoint.set(u.checkpoint, [...(byCheckpoint.get(u.checkpoint) ?? []), u]);
  const checkpoints = [...byCheckpoint].map(([checkpoint, own]): CheckpointAgreement => {
    const ratings = own.map((u) => u.ratings);
    const widest = own
      .map((u) => {
        const seen = u.ratings.filter((r): r is number => r !== null);
        return { delivery: u.delivery, camper: u.camper, apart: seen.length < 2 ? 0 : Math.max(...seen) - Math.min(...seen) };
      })
      .filter((u) => u.apart > 0)
      .sort((a, b) => b.apart - a.apart)
      .slice(0, 2);
    return { checkpoint, agreement: percentAgreement(ratings), alpha: krippendorffAlpha(ratings, { level: 'ordinal' }), widest };
  });
  const pairs = coaches.flatMap((a, i) =>
    coaches.slice(i + 1).map((b, k): PairAgreement => {
      const [of, at] = [i, i + 1 + k];
      const [x, y] = [all.map((u) => u.ratings[of]!), all.map((u) => u.ratings[at]!)];
      const apart = x.flatMap((level, n) => (level === null || y[n] === null ? [] : [level - y[n]!]));
      return {
        coaches: [a, b],
        shared: apart.length,
        agreement: percentAgreement(all.map((u) => [u.ratings[of]!, u.ratings[at]!])),
        kappa: cohenKappa(x, y, { weights: 'quadratic', categories: LEVELS }),
        bias: meanWithLimits(apart),
      };
    }),
  );
  const enough = checkpoints.filter((c) => c.agreement.value !== null && c.agreement.pairs >= LEAST_JUDGEMENTS);
  const near = (c: CheckpointAgreement): number => (c.agreement.value === null ? 1 : c.agreement.withinOne);
  const same = (c: CheckpointAgreement): number => c.agreement.value ?? 1;
  return {
    checkpoints,
    pairs,
    all: percentAgreement(all.map((u) => u.ratings)),
    repairFirst: [...enough].sort((a, b) => near(a) - near(b) || same(a) - same(b)).map((c) => c.checkpoint),
  };
}
