import { describe, expect, test } from 'vitest';
import {
  findHeading,
  indexRoster,
  matchColumns,
  matchRoster,
  matchRows,
  readNewCamper,
  readRosterRow,
  withDoubles,
} from './index.ts';
import type { KnownCamper, RosterField } from './index.ts';
import type { CamperId } from '../record/ids.ts';

const camp = { firstDay: '2026-07-13' };
const ann: KnownCamper = {
  id: 'ann' as CamperId,
  bib: 7,
  name: 'Ann Lee',
  born: '2014-03-09',
  hand: 'R',
  throwsBoth: false,
  heightCentimetres: 150,
  guardian: 'Bo Lee',
  guardianEmail: null,
  guardianPhone: null,
  consentToFilm: true,
  consentToShare: false,
  consentUntil: null,
  togetherWith: null,
};
const cells = (raw: Partial<Record<RosterField, string>>) => readRosterRow(2, raw, camp);
const whys = (raw: Partial<Record<RosterField, string>>) => cells(raw).problems.map((p) => `${p.field}: ${p.why}`);

describe('the cells of a row', () => {
  test.each<[Partial<Record<RosterField, string>>, object]>([
    [{ bib: ' #12 ' }, { bib: 12 }],
    [{ bib: '1' }, { bib: 1 }],
    [{ bib: '9999' }, { bib: 9999 }],
    [{ name: "'=Ann" }, { name: '=Ann' }],
    [{ name: "' Ann" }, { name: "' Ann" }],
    [{ firstName: 'Ann', lastName: '' }, { name: 'Ann' }],
    [{ firstName: ' Ann', lastName: 'Lee ' }, { name: 'Ann Lee' }],
    [{ name: 'A'.repeat(120) }, { name: 'A'.repeat(120) }],
    [{ born: '2026-07-13' }, {}],
    [{ hand: 'both (films R)' }, { hand: 'R', throwsBoth: true }],
    [{ hand: 'Left' }, { hand: 'L', throwsBoth: false }],
    [{ guardian: 'B'.repeat(130) }, { guardian: 'B'.repeat(120) }],
    [
      { guardianPhone: '+1 555 0101', together: 't'.repeat(70) },
      { guardianPhone: '+1 555 0101', togetherWith: 't'.repeat(60) },
    ],
    [{ guardianPhone: '5'.repeat(70) }, { guardianPhone: '5'.repeat(60) }],
    [
      { consentToFilm: ' YES ', consentToShare: 'no' },
      { consentToFilm: true, consentToShare: false },
    ],
    [{ together: '' }, {}],
    // Four standard deviations about the medians at 12 are 119.4 and 180.6: both ends are taken.
    [
      { born: '2014-03-09', height: '119.4 cm' },
      { born: '2014-03-09', heightCentimetres: 119.4 },
    ],
    [
      { born: '2014-03-09', height: '180.6 cm' },
      { born: '2014-03-09', heightCentimetres: 180.6 },
    ],
    [{ height: '200 cm' }, { heightCentimetres: 200 }],
    [
      { born: '2014-03-09', height: '190 cm (checked)' },
      { born: '2014-03-09', heightCentimetres: 190 },
    ],
  ])('%j says %j', (raw, said) => expect(cells(raw).said).toEqual(said));

  test.each<[Partial<Record<RosterField, string>>, string[]]>([
    [{ bib: '0' }, ['bib: "0" is no bib number']],
    [{ bib: '12345' }, ['bib: "12345" is no bib number']],
    [{ bib: '12a' }, ['bib: "12a" is no bib number']],
    [{ bib: '1#2' }, ['bib: "1#2" is no bib number']],
    [{ name: 'A'.repeat(121) }, ['name: the name is longer than 120 letters']],
    [{ hand: 'foot' }, ['hand: "foot" is no throwing hand: R, L or both']],
    [{ born: '2026-07-14' }, ['born: born on 2026-07-14, after the camp begins']],
    [{ born: '2026-07-13' }, ['born: born on 2026-07-13: 0 years old, the camp takes 7 to 18']],
    [{ born: '2007-07-13' }, ['born: born on 2007-07-13: 19 years old, the camp takes 7 to 18']],
    [{ born: '9 Brumaire 2014' }, ['born: "Brumaire" is no month']],
    [{ born: '03/04/2014' }, ['born: "03/04/2014" may be two days: which one?']],
    // A 13 in front is no month: day first and year first. 10-04-12 can be read in all three orders.
    [{ born: '13-04-07' }, ['born: "13-04-07" may be two days: which one?']],
    [{ born: '10-04-12' }, ['born: "10-04-12" may be three days: which one?']],
    [{ guardianEmail: 'nowhere' }, ['guardianEmail: "nowhere" is no mail address']],
    [{ consentToShare: 'perhaps' }, ['consentToShare: "perhaps" is neither yes nor no']],
    [{ born: '2014-03-09', height: '119.3 cm' }, ['height: "119.3 cm" is 119.3 cm at 12 years: is that right?']],
    [{ born: '2014-03-09', height: '180.7 cm' }, ['height: "180.7 cm" is 180.7 cm at 12 years: is that right?']],
    [{ height: 'tall' }, ['height: "tall" is no height in a form we know']],
    // A formula is said once, whatever it would have been.
    [{ bib: '=A1' }, ['bib: "=A1" is a formula: write the value that it shows']],
    [{ name: '+SUM(A1)' }, ['name: "+SUM(A1)" is a formula: write the value that it shows']],
    [
      { guardianPhone: '=A1', together: '@x' },
      [
        'guardianPhone: "=A1" is a formula: write the value that it shows',
        'together: "@x" is a formula: write the value that it shows',
      ],
    ],
    [{ consentToFilm: '-(1)' }, ['consentToFilm: "-(1)" is a formula: write the value that it shows']],
  ])('%j: %j', (raw, expected) => expect(whys(raw)).toEqual(expected));

  test('an answer is offered with each question', () => {
    const offers = (raw: Partial<Record<RosterField, string>>) => cells(raw).problems[0]!.offers;
    expect(offers({ consentToFilm: 'perhaps' })).toEqual([
      { label: 'Yes', value: 'yes' },
      { label: 'No', value: 'no' },
    ]);
    expect(offers({ born: '03/04/2014' })).toEqual([
      { label: '2014-04-03', value: '2014-04-03' },
      { label: '2014-03-04', value: '2014-03-04' },
    ]);
    expect(offers({ hand: 'both' })!.map((o) => o.value)).toEqual(['both (films R)', 'both (films L)']);
    expect(offers({ bib: 'x' })).toBeUndefined();
  });

  test('a day that can only be read against the answer of the file says how', () => {
    const against = readRosterRow(2, { born: '03/25/2014' }, camp, { order: 'dayFirst', epoch: null });
    expect(against.problems).toEqual([
      expect.objectContaining({
        code: 'dateOrder',
        why: '"03/25/2014" is 2014-03-25 only when read month first: is that right?',
      }),
    ]);
    const epoch1904 = String((Date.parse('2014-03-09') - Date.UTC(1904, 0, 1)) / 86_400_000);
    expect(cells({ born: epoch1904 }).problems[0]).toMatchObject({ code: 'dayNumber' });
  });

  test('the last day of a consent may lie years ahead, and is remarked on when it lies before the camp', () => {
    const remarks = (raw: Partial<Record<RosterField, string>>) => cells(raw).remarks;
    expect(remarks({ consentToFilm: 'no', consentUntil: '2026-07-12' })).toEqual(['no consent: not filmed, nothing handed out']);
    expect(remarks({ consentToFilm: 'yes', consentUntil: '2026-07-12' })).toEqual([
      'the consent ends on 2026-07-12, before the camp',
    ]);
    expect(remarks({ consentToFilm: 'yes', consentUntil: '2026-07-13' })).toEqual([]);
    expect(remarks({ consentToFilm: 'yes' })).toEqual([]);
    expect(remarks({ consentUntil: '2026-07-12' })).toEqual([]);
    // 26-08-01 as a year in front is a usual last day; 14-08-01 is none, and 14 August 2001 is what is left.
    expect(cells({ consentUntil: '26-08-01' }).problems[0]?.why).toContain('may be two days');
  });
});

describe('rows against the roster', () => {
  const roster = () => indexRoster([ann, { ...ann, id: 'cy' as CamperId, bib: 8, name: 'Cy Ode', born: '2013-05-20' }]);
  const why = (said: Parameters<typeof matchRoster>[0]) => {
    const match = matchRoster(said, roster());
    return match.kind === 'unsure' ? match.why : match.kind;
  };

  test('why somebody has to say', () => {
    expect(why({ bib: 7, name: 'Eve Roy', born: '2012-01-01' })).toBe("bib 7 is Ann Lee's, born 2014-03-09");
    expect(why({ bib: 7, name: 'Eve Roy', born: '2014-03-09' })).toBe(
      "bib 7 is Ann Lee's, born on the same day: the same child, or a twin?",
    );
    expect(why({ bib: 7, name: 'Eve Roy' })).toBe("bib 7 is Ann Lee's, born 2014-03-09");
    expect(why({ bib: 7 })).toBe("bib 7 is Ann Lee's");
    expect(why({ bib: 50, name: 'Ann Lee' })).toBe('Ann Lee is in the roster with bib 7');
    expect(why({ bib: 50, name: 'Ann Lee', born: '2012-01-01' })).toBe(
      'Ann Lee is in the roster with another birth date, 2014-03-09',
    );
    expect(why({ bib: 8, name: 'Ann Lee', born: '2014-03-09' })).toBe("Ann Lee has bib 7; bib 8 is Cy Ode's");
    expect([why({ name: 'Ann Lee', born: '2012-01-01' }), why({})]).toEqual([
      'Ann Lee is in the roster with another birth date, 2014-03-09',
      'new',
    ]);
  });

  test('two of one name are told apart by the birth date, and by nothing else', () => {
    const two = indexRoster([ann, { ...ann, id: 'other' as CamperId, bib: 9, born: '2012-05-05' }]);
    expect(matchRoster({ name: 'Ann Lee' }, two)).toMatchObject({ kind: 'unsure', candidates: ['ann', 'other'] });
    expect(matchRoster({ name: 'Ann Lee', born: '2012-05-05' }, two)).toEqual({ kind: 'same', id: 'other' as CamperId });
    expect([...two.byId.keys()]).toEqual(['ann', 'other']);
  });

  test('changes are shown as a reader says them; a millimetre is none', () => {
    const changes = (said: object) => {
      const match = matchRoster({ bib: 7, name: 'Ann Lee', ...said }, roster());
      return match.kind === 'update' ? match.changes.map((c) => `${c.field} ${c.from} ${c.to}`) : match.kind;
    };
    expect(changes({ consentToFilm: false, consentToShare: true, guardianPhone: '555' })).toEqual([
      'consentToFilm yes no',
      'consentToShare no yes',
      'guardianPhone none 555',
    ]);
    expect([changes({ heightCentimetres: 150.05 }), changes({ heightCentimetres: undefined })]).toEqual(['same', 'same']);
    expect(changes({ heightCentimetres: 150.1 })).toEqual(['heightCentimetres 150 150.1']);
  });

  test('doubles name the line before, by the bib or by the child, and take no other row with them', () => {
    const rows = withDoubles([
      readRosterRow(2, { bib: '7', name: 'Ann Lee', born: '2014-03-09' }, camp),
      readRosterRow(3, { bib: '7', name: 'Eve Roy' }, camp),
      readRosterRow(4, { bib: '9', name: 'ANN  LEE', born: '2014-03-09' }, camp),
      readRosterRow(5, { bib: '9', name: 'Ann Lee' }, camp),
      readRosterRow(6, { name: 'Ann Lee' }, camp),
      readRosterRow(7, {}, camp),
      readRosterRow(8, { born: '2014-03-09' }, camp),
    ]);
    expect(rows.map((r) => r.problems.map((p) => p.why))).toEqual([
      [],
      ['Bib 7 stands in line 2 too: change it or leave this line out'],
      ['the same child stands in line 2 too: change it or leave this line out'],
      [],
      [],
      [],
      [],
    ]);
    const matched = matchRows(rows, roster());
    expect(matched.map((r) => r.match?.kind ?? null)).toEqual(['same', null, null, 'unsure', 'same', 'new', 'new']);
  });

  test('what was decided of a row holds: somebody new needs everything, one of the roster needs nothing', () => {
    const rows = [readRosterRow(2, { name: 'Ann Lee', born: '2014-03-09' }, camp)];
    const as = (decision: 'match' | 'new' | { readonly update: string }) => matchRows(rows, roster(), () => decision)[0]!;
    expect(as('match')).toMatchObject({ match: { kind: 'same' }, problems: [] });
    expect(as('new').match).toEqual({ kind: 'new' });
    expect(as('new').problems.map((p) => p.field)).toEqual(['bib', 'hand', 'height', 'guardian']);
    const stranger = [readRosterRow(2, { bib: '60', name: 'Eve Roy' }, camp)];
    expect(matchRows(stranger, roster(), () => ({ update: 'ann' }))[0]!.problems).toEqual([]);
    expect(matchRows(stranger, roster())[0]!.problems.map((p) => p.field)).toEqual(['born', 'hand', 'height', 'guardian']);
  });

  test('a new camper by hand with a mistake is no row, and its field is not missing as well', () => {
    const made = readNewCamper(
      { bib: '7', name: 'Ann Lee', born: '2014-03-09', hand: 'foot', height: '150 cm', guardian: 'Bo' },
      camp,
    );
    expect(made.row).toBeNull();
    expect(made.problems.map((p) => `${p.field} ${p.code}`)).toEqual(['hand unreadable']);
  });
});

describe('headings', () => {
  const of = (...headings: string[]) =>
    matchColumns(headings).map((c) => (c.field === null ? null : `${c.field}${c.opposite ? ' not' : ''}`));
  const one = (heading: string) => of(heading)[0];

  test.each([
    ['Player’s name', 'name'],
    ["Camper's  Name", 'name'],
    ['Größe', null],
    ['May be filmed', 'consentToFilm'],
    ['Permission to photograph or film', 'consentToFilm'],
    ['Permitted to be videotaped', 'consentToFilm'],
    ['Allowed on video', 'consentToFilm'],
    ['Allow photos', 'consentToFilm'],
    ['Release for recording', 'consentToFilm'],
    ['Not to be recorded', 'consentToFilm not'],
    ['No photos', 'consentToFilm not'],
    ['Film', 'consentToFilm'],
    ['Medical consent', null],
    ['Coach name', null],
    ['Team', null],
  ] as const)('%j is %s', (heading, field) => {
    const found = one(heading);
    if (field === null) expect([null, 'height']).toContain(found);
    else expect(found).toBe(field);
  });

  test.each([
    ['Height (metres)', 'm'],
    ['Height meter', 'm'],
    ['Height in centimeters', 'cm'],
    ['Height centimetre', 'cm'],
    ['Height inch', 'in'],
    ['Height feet', 'ft'],
    ['Height in feet', 'ft'],
    ['Height in m', 'm'],
    ['cm height', 'cm'],
    ['Height (ft in)', null],
  ])('the unit of %j is %s', (heading, unit) => expect(matchColumns([heading])[0]).toMatchObject({ field: 'height', unit }));

  test('only a height has a unit; of two columns alike the first is taken', () => {
    expect(matchColumns(['Name in feet'])[0]!.unit).toBeNull();
    expect(of('Name', 'Name')).toEqual(['name', null]);
    expect(matchColumns(['Bib', 'Bib'])[0]!.sure).toBe(true);
    expect(matchColumns(['Name', 'Name'])[0]!.sure).toBe(false);
  });

  test('a heading is looked for in the first ten lines, and needs two that are known', () => {
    const lines = (n: number): string[][] => [...Array.from({ length: n }, () => ['', '']), ['Bib', 'Name']];
    expect([
      findHeading(lines(9)),
      findHeading(lines(10)),
      findHeading([
        ['x', 'y'],
        ['Bib', 'y'],
      ]),
    ]).toEqual([9, 0, 0]);
    expect(
      findHeading([
        ['title', ''],
        ['Bib', 'Name'],
        ['Bib', 'Name'],
      ]),
    ).toBe(1);
    expect(findHeading([['title'], ['Bib', 'Bib']])).toBe(0);
  });
});
