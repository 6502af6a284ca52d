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
  guardianEmail: 'Guardian mail',
  guardianPhone: 'Guardian phone',
  consentToFilm: 'Consent to film',
  consentToShare: 'Consent to share',
  consentUntil: 'Consent until',
  together: 'Kept together',
};

/** Headings in use, in small letters without signs: common practice, no source. */
const SYNONYMS: Readonly<Record<RosterField, readonly string[]>> = {
  bib: ['bib', 'bib number', 'bib no', 'number', 'no', 'nr', 'jersey', 'jersey number', 'pinny', 'camper number'],
  name: ['name', 'camper', 'camper name', 'player', 'player name', 'full name', 'athlete', 'child', 'child name', 'participant'],
  firstName: ['first name', 'first', 'given name', 'forename', 'camper first name', 'player first name'],
  lastName: ['last name', 'last', 'surname', 'family name', 'camper last name', 'player last name'],
  born: ['born', 'birth date', 'birthdate', 'date of birth', 'dob', 'birthday', 'birth day', 'd o b'],
  hand: ['throwing hand', 'hand', 'throws', 'arm', 'throwing arm', 'throw', 't', 'r l', 'throws r l', 'handedness'],
  height: ['height', 'ht', 'tall', 'height cm', 'height in', 'height inches', 'height ft in'],
  guardian: [
    'guardian',
    'guardian name',
    'parent',
    'parent name',
    'parent guardian',
    'parents',
    'mother father',
    'emergency contact',
    'contact',
    'contact name',
  ],
  guardianEmail: [
    'guardian mail',
    'guardian email',
    'parent email',
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
    'mobile',
    'telephone',
    'contact phone',
    'emergency phone',
  ],
  consentToFilm: [
    'consent to film',
    'consent',
    'film consent',
    'filming consent',
    'video consent',
    'video release',
    'photo video release',
    'film ok',
    'video ok',
    'media release',
    'may film',
    'film',
  ],
  consentToShare: ['consent to share', 'share consent', 'sharing', 'may share', 'share', 'share ok', 'share with coaches'],
  consentUntil: ['consent until', 'consent ends', 'valid until', 'until', 'consent expires', 'expires'],
  together: ['kept together', 'together', 'group', 'siblings', 'family', 'sibling group', 'keep with', 'with'],
};

/** Letters and figures only, single spaces, no accents, small. */
const plain = (heading: string): string =>
  heading
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

export interface ColumnMatch {
  readonly heading: string;
  /** null: nothing of the roster; the column is left out. */
  readonly field: RosterField | null;
  /** False where the heading only resembles a known one: the reader is asked to look. */
  readonly sure: boolean;
}

/**
 * Finds the field of each column by its heading: the same words first, then a heading that contains them. No field is taken
 * twice.
 *
 * @example matchColumns(['No.', 'Player', 'D.O.B.']).map((c) => c.field) // ['bib', 'name', 'born']
 */
export function matchColumns(headings: readonly string[]): ColumnMatch[] {
  const taken = new Set<RosterField>();
  const found: Array<ColumnMatch | null> = headings.map((heading) => {
    const words = plain(heading);
    const field = ROSTER_FIELDS.find((f) => !taken.has(f) && SYNONYMS[f].includes(words));
    if (!field) return null;
    taken.add(field);
    return { heading, field, sure: true };
  });
  return found.map((match, i) => {
    if (match) return match;
    const heading = headings[i]!;
    const words = ` ${plain(heading)} `;
    const field =
      ROSTER_FIELDS.flatMap((f) =>
        SYNONYMS[f].filter((s) => s.length > 2 && words.includes(` ${s} `)).map((s) => ({ f, length: s.length })),
      )
        .filter(({ f }) => !taken.has(f))
        .sort((a, b) => b.length - a.length)[0]?.f ?? null;
    if (field) taken.add(field);
    return { heading, field, sure: false };
  });
}
