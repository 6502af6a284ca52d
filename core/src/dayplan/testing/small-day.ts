import type { AgeGroup } from '../../roster/age-group.ts';
import type { DayCamper, DayInput, DaySettings, Session } from '../day.ts';
import { coach, coaches, kid } from './ids.ts';

const byAge = (n: number): DaySettings['minutes'] => ({ '7-8': n, '9-10': n, '11-12': n, '13-14': n, '15-16': n, '17-18': n });
const open = { from: 540, to: 720 };

/** A day that can be reckoned by hand: two mounds, two cameras, two who film, ten minutes a camper, a warm-up of ten. */
export const SMALL: DaySettings = {
  mounds: ['M1', 'M2'].map((name) => ({ name, ...open })),
  cameras: ['K1', 'K2'].map((name) => ({ name, ...open })),
  staff: coaches('pq').map((id) => ({ id, films: true, scores: true, ...open })),
  breaks: [],
  minutes: byAge(10),
  deliveries: byAge(3),
  warmUpMinutes: 10,
  warmUpThrows: 15,
  blindShare: 0.2,
};

export const camperOf = (id: string, more: Partial<DayCamper> = {}): DayCamper => ({
  id: kid(id),
  ageGroup: '11-12' as AgeGroup,
  together: null,
  readyFrom: 0,
  noShow: false,
  throwsLeft: 85,
  ...more,
});

export const dayOf = (campers: readonly DayCamper[], settings: Partial<DaySettings> = {}): DayInput => ({
  settings: { ...SMALL, ...settings },
  campers,
});

export const sessionOf = (camper: string, from: number, more: Partial<Session> = {}): Session => ({
  camper: kid(camper),
  mound: 'M1',
  camera: 'K1',
  filmer: coach('p'),
  warmUpFrom: from - 10,
  from,
  to: from + 10,
  deliveries: 3,
  ...more,
});
