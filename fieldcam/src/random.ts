/** A seeded source of random numbers, so that every film can be made again from its seed. */
export interface RandomSource {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Normal with mean 0 and standard deviation 1. */
  normal(): number;
}

/** mulberry32 by Tommy Ettinger (public domain), with Box-Muller for normal draws. */
export function randomSource(seed: number): RandomSource {
  let state = seed >>> 0;
  const uniform = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}
