import { AGE_GROUPS } from '../../roster/age-group.ts';
import type { DayInput } from '../day.ts';
import { coach, kid } from './ids.ts';

/** Numbers from 0 to 1 that a seed repeats (mulberry32, public domain). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

export interface CampSize {
  readonly campers: number;
  readonly mounds: number;
  readonly staff: number;
}

const id = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

/** An invented camp day: mixed ages, late comers, tired arms, siblings, one break, staff with their hours. */
export function randomCamp(seed: number, size?: CampSize): DayInput {
  const random = seeded(seed);
  const between = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
  const mounds = size?.mounds ?? between(2, 6);
  const staff = size?.staff ?? between(Math.max(3, mounds), 10);
  const count = size?.campers ?? between(20, 120);
  const opens = 9 * 60;
  const closes = 21 * 60;
  const young = between(5, 8);
  const old = young + between(0, 4);
  const minutes = Object.fromEntries(AGE_GROUPS.map((g, i) => [g, i < 3 ? young : old])) as DayInput['settings']['minutes'];
  const deliveries = Object.fromEntries(AGE_GROUPS.map((g, i) => [g, 3 + i])) as DayInput['settings']['deliveries'];
  return {
    settings: {
      mounds: Array.from({ length: mounds }, (_, i) => ({ name: `Mound ${i + 1}`, from: opens, to: closes })),
      cameras: Array.from({ length: mounds }, (_, i) => ({ name: `Camera ${i + 1}`, from: opens, to: closes })),
      staff: Array.from({ length: staff }, (_, i) => ({
        id: coach(id(900 + i)),
        films: true,
        scores: i < Math.max(2, Math.ceil(staff * 0.6)),
        from: i < mounds ? opens : opens + between(0, 3) * 30,
        to: i < mounds ? closes : closes - between(0, 3) * 60,
      })),
      breaks: [{ from: 12 * 60, to: 12 * 60 + 45 }],
      minutes,
      deliveries,
      warmUpMinutes: 10,
      warmUpThrows: 12,
      blindShare: 0.2,
    },
    campers: Array.from({ length: count }, (_, i) => ({
      id: kid(id(i)),
      ageGroup: AGE_GROUPS[between(0, 5)]!,
      together: random() < 0.1 ? `group ${between(1, Math.ceil(count / 20))}` : null,
      readyFrom: random() < 0.08 ? opens + between(10, 60) : opens - 30,
      noShow: false,
      throwsLeft: random() < 0.06 ? between(0, 16) : 50,
    })),
  };
}
