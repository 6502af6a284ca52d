import type { HeightUnit } from './read-height.ts';

/** What a roster knows of a camper, in the order of its export. */
export const ROSTER_FIELDS = [
  'bib',
  'name',
  'firstName',
  'lastName',
  'born',
  'hand',
  'height',
  'guardian',
  'guardianFirstName',
  'guardianLastName',
  'guardianEmail',
  'guardianPhone',
  'consentToFilm',
  'consentToShare',
  'consentUntil',
  'together',
] as const;
export type RosterField = (typeof ROSTER_FIELDS)[number];

/** How each field is headed on screen and in the export. */
export const FIELD_NAMES: Readonly<Record<RosterField, string>> = {
  bib: 'Bib',
  name: 'Name',
  firstName: 'First name',
  lastName: 'Last name',
  born: 'Birth date',
  hand: 'Throwing hand',
  height: 'Height',
  guardian: 'Guardian',
  guardianFirstName: 'Guardian first name',
  guardianLastName: 'Guardian last name',
  guardianEmail: 'Guardian mail',
  guardianPhone: 'Guardian phone',
  consentToFilm: 'Consent to film',
  consentToShare: 'Consent to share',
  consentUntil: 'Consent until',
  together: 'Kept together',
};

/** Fields that are never taken from a guess before somebody has said that it is right. */
const ASKED: readonly RosterField[] = [
  'name',
  'firstName',
  'lastName',
  'born',
  'hand',
  'consentToFilm',
  'consentToShare',
  'consentUntil',
  'together',
];

/** Headings that say nothing else, in small letters without signs: common practice, no source. */
const SAYS: Readonly<Record<RosterField, readonly string[]>> = {
  bib: ['bib', 'bib number', 'bib no', 'number', 'no', 'nr', 'jersey', 'jersey number', 'jersey no', 'pinny', 'camper number'],
  name: [
    'name',
    'camper',
    'camper name',
    'player',
    'player name',
    'full name',
    'athlete',
    'athlete name',
    'child',
    'child name',
    'participant',
    'participant name',
    'name of player',
    'name of camper',
    'name of child',
  ],
  firstName: ['first name', 'first', 'given name', 'forename', 'camper first name', 'player first name', 'child first name'],
  lastName: ['last name', 'last', 'surname', 'family name', 'camper last name', 'player last name', 'child last name'],
  born: ['born', 'birth date', 'birthdate', 'date of birth', 'dob', 'birthday', 'birth day', 'd o b'],
  hand: ['throwing hand', 'throws', 'throwing arm', 'throws r l', 'throws l r', 'throwing hand r l', 'throwing arm r l'],
  height: ['height', 'ht', 'tall', 'height cm', 'height in', 'height inches', 'ht cm', 'ht in', 'ht inches', 'height ft in'],
  guardian: [
    'guardian',
    'guardian name',
    'parent',
    'parent name',
    'name of parent',
    'name of guardian',
    'parent guardian',
    'parent guardian name',
    'parents',
    'mother father',
    'emergency contact',
    'emergency contact name',
    'contact',
    'contact name',
  ],
  guardianFirstName: ['guardian first name', 'parent first name', 'parent guardian first name'],
  guardianLastName: ['guardian last name', 'parent last name', 'parent guardian last name'],
  guardianEmail: [
    'guardian mail',
    'guardian email',
    'parent email',
    'parent e mail',
    'email',
    'e mail',
    'mail',
    'email address',
    'mail address',
    'contact email',
    'parent guardian email',
  ],
  guardianPhone: [
    'guardian phone',
    'parent phone',
    'phone',
    'phone number',
    'cell',
    'cell phone',
    'mobile',
    'telephone',
    'contact phone',
    'emergency phone',
    'parent guardian phone',
  ],
  consentToFilm: ['consent to film', 'consent to filming', 'film consent', 'filming consent', 'may film'],
  consentToShare: ['consent to share', 'consent to sharing', 'share consent', 'may share'],
  consentUntil: ['consent until', 'consent ends', 'consent expires', 'consent valid until'],
  together: ['kept together', 'keep together'],
};

/** Headings that probably say it: read so, and asked about. Common practice, no source. */
const SUGGESTS: Readonly<Partial<Record<RosterField, readonly string[]>>> = {
  hand: ['hand', 'arm', 'throw', 't', 'r l', 'handedness', 'glove hand', 'glove', 'catches'],
  consentToFilm: [
    'video consent',
    'photo consent',
    'media consent',
    'video release',
    'photo release',
    'photo video release',
    'media release',
    'film release',
    'film ok',
    'video ok',
    'film',
    'filming',
    'video',
    'consent',
    'release',
  ],
  consentToShare: ['sharing', 'share', 'share ok', 'share with coaches'],
  consentUntil: ['valid until', 'until', 'expires'],
  together: ['together', 'siblings', 'sibling', 'sibling group', 'family', 'keep with', 'with', 'group'],
};

/** Words that turn a heading round: yes in such a column means no. */
const NEGATIVE =
  /(^| )(no|not|non|never|without|deny|denies|denied|declines?|declined|decline|refuses?|refused|refusal|opt out|opts out|optout|withheld|withhold|withdrawn|withdraw|dont|don t|doesn t|exclude|excluded|prohibit(ed)?|against)( |$)/;
/** The answers that a heading names: no part of what it says. */
const ANSWERS = / (yes no|yes or no|y n|y or n|ja nein)(?= |$)/g;
/** Consents to something else than film. */
const OTHER_CONSENT =
  /(^| )(medical|medicine|medication|treat(ed|ment)?|emergency|liability|waiver|injury|travel|transport(ation)?|swim(ming)?|sunscreen|allerg(y|ies)|first aid|hospital|pick ?up|data|privacy)( |$)/;
/** People who are not the camper. */
const GUARDIANS = /(^| )(parents?|guardians?|mothers?|fathers?|mom|mum|dad|emergency|contact|family contact)( |$)/;
const OTHERS = /(^| )(coach|doctor|physician|dr|insurance|school|team|club|teacher|agent|bats|batting|bat|hits|hitting)( |$)/;
/** The other hand than the one that throws. */
const OTHER_HAND = /(^| )(glove|catches|catching|non throwing|off)( |$)/;

/** Letters and figures only, single spaces, no accents, small. */
const plain = (heading: string): string =>
  heading
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/['\u2019]s(?!\p{L})/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

export interface ColumnMatch {
  readonly heading: string;
  /** null: nothing of the roster; the column is left out. */
  readonly field: RosterField | null;
  /** False where the heading only resembles a known one, or another column resembles it too: somebody has to say that it is right. */
  readonly sure: boolean;
  /** True where the heading turns the answer round: "do not film", "glove hand". */
  readonly opposite: boolean;
  /** The unit that the heading of a height names. */
  readonly unit: HeightUnit | null;
}

/** Whether a column has to be confirmed before anything of the file is taken. */
export const mustConfirm = (c: ColumnMatch): boolean => c.field !== null && !c.sure && (c.opposite || ASKED.includes(c.field));

/** The unit in a heading of a height. */
function unitOf(heading: string): HeightUnit | null {
  // In "height in inches" the first "in" is none.
  const words = heading.replace(/(^| )in (?=cm|centi|m(?: |$)|met|inch|f)/g, ' ');
  const found = [...words.matchAll(/(?:^| )(cm|centimet(?:er|re)s?|m|met(?:er|re)s?|in|inch|inches|ft|feet)(?= |$)/g)].map(
    (m) => m[1]!,
  );
  // "ft in" is how feet and inches are written, not a unit.
  if (found.length !== 1) return null;
  const unit = found[0]!;
  if (unit.startsWith('c')) return 'cm';
  if (unit.startsWith('m')) return 'm';
  return unit.startsWith('i') ? 'in' : 'ft';
}

interface Guess {
  readonly field: RosterField;
  /** More says it better: the whole heading, then the longest part of it. */
  readonly weight: number;
  readonly opposite: boolean;
}
const WHOLE = 1000;
const PART = 100;

/** What one heading may be, by its words alone. */
function guessOf(heading: string): Guess | null {
  const words = plain(heading).replace(ANSWERS, '').trim();
  const whole = ROSTER_FIELDS.find((f) => SAYS[f].includes(words));
  if (whole) return { field: whole, weight: WHOLE, opposite: false };
  const negative = NEGATIVE.test(words);
  const ofGuardian = GUARDIANS.test(words);
  const parts = ROSTER_FIELDS.flatMap((field) =>
    [...SAYS[field], ...(SUGGESTS[field] ?? [])]
      .filter((s) => words === s || (s.length > 2 && ` ${words} `.includes(` ${s} `)))
      .map((s) => ({ field, length: s.length })),
  )
    .filter(({ field }) => !field.startsWith('consent') || !OTHER_CONSENT.test(words))
    .filter(({ field }) => !ofGuardian || field.startsWith('guardian') || field.startsWith('consent'))
    .filter(({ field }) => !OTHERS.test(words) || field.startsWith('consentTo'))
    .sort((a, b) => b.length - a.length);
  const consent =
    /(^| )(consent|release|permission|permit(ted)?|allow(ed)?|may)( |$)/.test(words) &&
    /(^| )(film|filmed|filming|video|videos|videotaped|photo|photos|photographed|media|image|images|recorded|recording)( |$)/.test(
      words,
    );
  const plainFilm = negative && /(^| )(film|filmed|filming|video|photo|photos|media|recorded|recording)( |$)/.test(words);
  const found =
    (consent || plainFilm) && !OTHER_CONSENT.test(words) ? { field: 'consentToFilm' as const, length: words.length } : parts[0];
  if (!found) return null;
  const opposite = found.field.startsWith('consentTo') ? negative : found.field === 'hand' && OTHER_HAND.test(words);
  return { field: found.field, weight: PART + found.length, opposite };
}

/**
 * Finds the field of each column by its heading: headings that say it and nothing else first, then those that only resemble one. No
 * field is taken twice; where two columns speak of the same consent, hand or day, neither is sure. A heading that says no ("do not film") is
 * read the other way round, and asked about like every guess.
 *
 * @example matchColumns(['No.', 'Player', 'D.O.B.']).map((c) => c.field) // ['bib', 'name', 'born']
 * @example matchColumns(['Do not film'])[0] // { field: 'consentToFilm', sure: false, opposite: true, ... }
 */
export function matchColumns(headings: readonly string[]): ColumnMatch[] {
  const guesses = headings.map(guessOf);
  const best = new Map<RosterField, number>();
  for (const [i, g] of guesses.entries()) {
    if (!g) continue;
    const other = best.get(g.field);
    if (other === undefined || g.weight > guesses[other]!.weight) best.set(g.field, i);
  }
  return headings.map((heading, i): ColumnMatch => {
    const g = guesses[i];
    if (!g || best.get(g.field) !== i) return { heading, field: null, sure: false, opposite: false, unit: null };
    const rivals = guesses.filter((o, k) => k !== i && o?.field === g.field).length;
    const sure = g.weight === WHOLE && (rivals === 0 || !ASKED.includes(g.field));
    return { heading, field: g.field, sure, opposite: g.opposite, unit: g.field === 'height' ? unitOf(plain(heading)) : null };
  });
}

/** How many lines of a file are looked at for its heading. */
const TITLE_LINES = 10;

/**
 * The index of the row that heads the columns: of the first ten the one with the most headings that are known, the first of equals. A
 * title above it ("Camp list 2026") is passed over.
 *
 * @example findHeading([['Camp list 2026', ''], ['No.', 'Player'], ['7', 'Ann Lee']]) // 1
 */
export function findHeading(rows: readonly (readonly string[])[]): number {
  const known = rows
    .slice(0, TITLE_LINES)
    .map((cells) => new Set(matchColumns(cells).flatMap((c) => (c.field ? [c.field] : []))).size);
  const most = Math.max(0, ...known);
  return most < 2 ? 0 : known.indexOf(most);
}
