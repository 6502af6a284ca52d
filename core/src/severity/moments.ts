import type { Layout } from './contrasts.ts';
import type { Matrix } from './linear-algebra.ts';
import type { Scale } from './rating-scale.ts';

/**
 * What one judgement says of coach, checkpoint and steps at the location for which `scale` was reckoned: its gradient is added to `gradient`, its
 * information to `information`, its information with the location to `cross`, each times `weight`; what is null is not asked.
 *
 * The log-likelihood is linear in what a category counts: `k` for the location, `-k` for coach and checkpoint, `-1` for each step that was passed; the
 * gradient is what was seen less what was expected of these counts, the information their covariance.
 */
export function addMoments(
  scale: Scale,
  layout: Layout,
  coach: number,
  checkpoint: number,
  category: number,
  weight: number,
  gradient: Float64Array | null,
  information: Matrix | null,
  cross: Float64Array | null,
): void {
  const { probability, expected, variance, categories } = scale;
  const c = coach;
  const d = layout.coaches + checkpoint;
  const s0 = layout.coaches + layout.checkpoints;
  const off = weight * (expected - category);
  if (gradient) {
    gradient[c]! += off;
    gradient[d]! += off;
  }
  // From the last step on: how likely it was passed, and what the category is worth where it was.
  let [passed, worth] = [0, 0];
  for (let s = categories - 1; s >= 1; s--) {
    passed += probability[s]!;
    worth += s * probability[s]!;
    if (gradient) gradient[s0 + s - 1]! += weight * (passed - (category >= s ? 1 : 0));
    if (!information) continue;
    const withLocation = weight * (worth - expected * passed);
    for (const f of [c, d]) {
      information[f]![s0 + s - 1]! += withLocation;
      information[s0 + s - 1]![f]! += withLocation;
    }
    if (cross) cross[s0 + s - 1]! -= withLocation;
    // Of two steps both were passed when the later one was.
    let earlier = 0;
    for (let r = 1; r <= s; r++) {
      earlier += probability[r - 1]!;
      const shared = weight * (passed - passed * (1 - earlier));
      information[s0 + s - 1]![s0 + r - 1]! += shared;
      if (r !== s) information[s0 + r - 1]![s0 + s - 1]! += shared;
    }
  }
  if (!information) return;
  const v = weight * variance;
  information[c]![c]! += v;
  information[d]![d]! += v;
  information[c]![d]! += v;
  information[d]![c]! += v;
  if (cross) {
    cross[c]! -= v;
    cross[d]! -= v;
  }
}
