import type { Faults, Hand } from '@stride-chalk/fieldcam';

/** Everything about the demo camp is made up: place, people, week. */
export const CAMP = {
  name: 'Heron Bend Pitching Week',
  place: 'Heron Bend, the river field',
  firstDay: '2026-07-13',
  lastDay: '2026-07-17',
  timeZone: 'America/Chicago',
  units: 'metric',
} as const;

/** The made-up accounts; their password stands on the sign-in page of the demo. */
/** Who runs the made-up camps. */
export const ORGANISATION = 'Heron Bend Baseball';

export const STAFF = [
  { name: 'Marit Solvane', role: 'lead', email: 'marit@heronbend.example' },
  { name: 'Dario Penhallow', role: 'coach', email: 'dario@heronbend.example' },
  { name: 'Wren Castellane', role: 'coach', email: 'wren@heronbend.example' },
  { name: 'Ioan Biddlecroft', role: 'helper', email: 'ioan@heronbend.example' },
  { name: 'Petra Lindenquay', role: 'helper', email: 'petra@heronbend.example' },
] as const;
export const PASSWORD = 'river field at noon';

/** A second camp beside the first, with campers of its own and two who come to both. */
export const SECOND_CAMP = {
  name: 'Sandbar Evening Clinic',
  place: 'The sandbar diamond',
  timeZone: 'America/Chicago',
  units: 'imperial',
  staff: ['Marit Solvane', 'Wren Castellane', 'Petra Lindenquay'],
  sharedBibs: [33, 52],
} as const;

/** Last year's camp: the same children, a year younger. These bibs were there; for two of them the evaluation is kept. */
export const LAST_YEAR = {
  name: 'Heron Bend Pitching Week',
  daysBefore: 364,
  bibs: [4, 9, 19, 22, 27, 31, 38, 44],
  evaluated: [19, 27],
} as const;

export interface DemoCamper {
  readonly bib: number;
  readonly name: string;
  readonly born: string;
  readonly hand: Hand;
  readonly heightCentimetres: number;
  readonly guardian: string;
  readonly consent: boolean;
  readonly sore: boolean;
  /** Siblings stay together on the day. */
  readonly together?: string;
  /** What the camper does wrong, per delivery; absent for campers who are not filmed yet. */
  readonly film?: { readonly seed: number; readonly tempo: number; readonly faults: readonly Faults[] };
}

const thrice = (f: Faults): readonly Faults[] => [f, f, f];

/** Six filmed campers of mixed ages and hands, and the rest of the week's roster. */
export const FILMED_CAMPERS: readonly DemoCamper[] = [
  {
    bib: 4,
    name: 'Pell Arrowood',
    born: '2017-03-02',
    hand: 'R',
    heightCentimetres: 134,
    guardian: 'Ines Arrowood',
    consent: true,
    sore: false,
    film: { seed: 41, tempo: 1.04, faults: thrice({ 'E2.late': 0.92 }) },
  },
  {
    bib: 9,
    name: 'Sanna Whitlocke',
    born: '2016-05-21',
    hand: 'L',
    heightCentimetres: 139,
    guardian: 'Bo Whitlocke',
    consent: true,
    sore: false,
    film: { seed: 97, tempo: 1.08, faults: thrice({ 'A2.rocks-back': 0.85 }) },
  },
  {
    bib: 14,
    name: 'Odd Marchbanks',
    born: '2015-01-30',
    hand: 'R',
    heightCentimetres: 143,
    guardian: 'Leda Marchbanks',
    consent: true,
    sore: false,
  },
  {
    bib: 16,
    name: 'Tuva Ellery',
    born: '2014-09-12',
    hand: 'R',
    heightCentimetres: 144,
    guardian: 'Sten Ellery',
    consent: false,
    sore: false,
  },
  {
    bib: 19,
    name: 'Okello Brandvey',
    born: '2013-11-08',
    hand: 'R',
    heightCentimetres: 151,
    guardian: 'Amara Brandvey',
    consent: true,
    sore: false,
    film: {
      seed: 190,
      tempo: 0.98,
      faults: [{ 'B4.gives-way': 0.9, 'G2.upright': 0.9 }, { 'B4.gives-way': 0.9, 'G2.upright': 0.9 }, { 'B4.gives-way': 0.95 }],
    },
  },
  {
    bib: 22,
    name: 'Isolde Vantongeren',
    born: '2013-02-17',
    hand: 'L',
    heightCentimetres: 157,
    guardian: 'Joris Vantongeren',
    consent: true,
    sore: true,
  },
  {
    bib: 27,
    name: 'Maren Tollefsby',
    born: '2012-04-26',
    hand: 'L',
    heightCentimetres: 161,
    guardian: 'Kari Tollefsby',
    consent: true,
    sore: false,
    film: {
      seed: 273,
      tempo: 1,
      faults: [
        { 'F2.gives-way': 0.9, 'E5.glove-drops': 0.8 },
        { 'F2.gives-way': 0.85 },
        { 'F2.gives-way': 0.95, 'E5.glove-drops': 0.8 },
      ],
    },
  },
  {
    bib: 31,
    name: 'Cass Ibarrow',
    born: '2011-02-03',
    hand: 'R',
    heightCentimetres: 171,
    guardian: 'Nuno Ibarrow',
    consent: true,
    sore: false,
    film: {
      seed: 311,
      tempo: 0.97,
      faults: [{ 'D1.opens-early': 0.9 }, { 'D1.opens-early': 0.95, 'G4.pulls-off': 0.9 }, { 'D1.opens-early': 0.9 }],
    },
  },
  {
    bib: 33,
    name: 'Lorcan Dysart-Hale',
    born: '2011-08-19',
    hand: 'R',
    heightCentimetres: 168,
    guardian: 'Fia Dysart-Hale',
    consent: true,
    sore: false,
  },
  {
    bib: 38,
    name: 'Bettina Orloff',
    born: '2010-06-06',
    hand: 'R',
    heightCentimetres: 174,
    guardian: 'Milos Orloff',
    consent: true,
    sore: false,
  },
  {
    bib: 44,
    name: 'Rhys Quennell',
    born: '2009-01-15',
    hand: 'R',
    heightCentimetres: 181,
    guardian: 'Sian Quennell',
    consent: true,
    sore: false,
    film: { seed: 443, tempo: 1.02, faults: thrice({ 'B3.stalls': 0.9 }) },
  },
  {
    bib: 52,
    name: 'Anselm Juhlberg',
    born: '2008-10-29',
    hand: 'L',
    heightCentimetres: 178,
    guardian: 'Vera Juhlberg',
    consent: true,
    sore: false,
  },
];
