import { randomSource } from '../random.ts';
import { unit, vec, type Vec3 } from '../vector.ts';
import type { FilmConditions } from '../conditions/film-conditions.ts';

/** Where the sun of a film without other wishes stands. */
export const sunDirection: Vec3 = unit(vec(-0.42, 0.78, 0.46));

/** The light of one moment, after the camera has set its exposure. */
export interface Light {
  /** Share of the sun that comes through, 0 to 1. */
  readonly sun: number;
  /** What each channel is multiplied by. */
  readonly gain: readonly [number, number, number];
}

/** The light over a film: where the sun stands, and how much of it comes through at each moment. */
export interface Lighting {
  readonly direction: Vec3;
  at(seconds: number): Light;
}

export function lighting(conditions: FilmConditions): Lighting {
  const { light, seed } = conditions;
  const r = randomSource(47_000 + seed);
  const azimuth = Math.atan2(0.46, -0.42) + (seed === 0 ? 0 : (r.uniform() - 0.5) * 2.4);
  const height = seed === 0 ? Math.asin(0.78) : 0.45 + 0.65 * r.uniform();
  const direction =
    seed === 0 ? sunDirection : vec(Math.cos(height) * Math.cos(azimuth), Math.sin(height), Math.cos(height) * Math.sin(azimuth));
  const clouds = Array.from({ length: 3 }, () => ({ hertz: 0.15 + 0.5 * r.uniform(), phase: 6.28 * r.uniform() }));
  const of = (sun: number, tint: readonly [number, number, number], exposure: number): Light => ({
    sun,
    gain: [tint[0] * exposure, tint[1] * exposure, tint[2] * exposure],
  });
  return {
    direction,
    at(seconds) {
      if (light === 'sun') return of(1, [1, 1, 1], 1);
      if (light === 'cloud') return of(0.15, [0.96, 1, 1.06], 0.86);
      if (light === 'dusk') return of(0.06, [1.02, 0.92, 1.02], 0.42);
      let cover = 0.5;
      for (const c of clouds) cover += 0.3 * Math.sin(2 * Math.PI * c.hertz * seconds + c.phase);
      const sun = Math.max(0.1, Math.min(1, cover));
      return of(sun, [1, 1, 1.05 - 0.05 * sun], 0.78 + 0.22 * sun);
    },
  };
}
