/** A roster as a camp office sends it: Windows letters, semicolons, its own headings, and much that is wrong. */
const HEADINGS = [
  'No.',
  'Last name',
  'First name',
  'D.O.B.',
  'Throws',
  'Ht',
  'Parent/Guardian',
  'E-mail',
  'Cell',
  'Video release',
  'Family',
  'T-shirt',
];
const FIRST = [
  'Åke',
  'Béla',
  'Cyd',
  'Dörte',
  'Enzo',
  'Fay',
  'Gil',
  'Hana',
  'Ivo',
  'Jytte',
  'Kip',
  'Lux',
  'Mads',
  'Nel',
  'Øyvind',
  'Pax',
  'Quin',
  'Ròs',
  'Sol',
  'Tam',
];
const LAST = ['Brynford', 'Caldermoor'];
const HEIGHTS = [`4'8"`, '142 cm', '1,51 m', '58 in', '5 ft 1 in', '160', `5'3`, '1.49 m'];

interface Line {
  no: string;
  last: string;
  first: string;
  born: string;
  hand: string;
  height: string;
  parent: string;
  mail: string;
  cell: string;
  film: string;
  family: string;
  shirt: string;
}

/** Thirty-eight children and two lines too many. Dates that show their order are month first. */
export function messyRoster(firstDay: string): { readonly buffer: Buffer; readonly wrong: Readonly<Record<number, string>> } {
  const year = Number(firstDay.slice(0, 4));
  const lines = Array.from(
    { length: 38 },
    (_, i): Line => ({
      no: String(101 + i),
      last: LAST[Math.floor(i / 20)]!,
      first: FIRST[i % 20]!,
      born: `${(i % 12) + 1}/${13 + (i % 15)}/${year - 9 - (i % 8)}`,
      hand: i % 5 === 0 ? 'L' : i % 3 === 0 ? 'right' : 'R',
      height: HEIGHTS[i % HEIGHTS.length]!,
      parent: `Parent ${i}`,
      mail: `p${i}@families.example`,
      cell: `+1 555 01${String(i).padStart(2, '0')}`,
      film: i % 9 === 4 ? '' : 'yes',
      family: i === 2 || i === 3 ? 'Brynford' : '',
      shirt: 'M',
    }),
  );
  lines[5]!.born = `3/4/${year - 11}`;
  lines[11]!.born = `5/6/${year - 12}`;
  lines[7]!.born = '31/31/2014';
  lines[9]!.height = '5.4';
  lines[13]!.hand = 'both';
  lines[16]!.parent = '';
  // The same child again under another number, and a bib twice.
  const double = { ...lines[20]!, no: '190' };
  const taken = { ...lines[21]!, no: '122', first: 'Una', last: 'Extra', born: `7/20/${year - 10}` };
  const all = [...lines, double, taken];
  const text = [HEADINGS, ...all.map((l) => Object.values(l))]
    .map((cells) => cells.map((c) => (/[";]/.test(c) ? `"${c.replaceAll('"', '""')}"` : c)).join(';'))
    .join('\r\n');
  // Latin letters have the same number in Windows-1252.
  return { buffer: Buffer.from(text, 'latin1'), wrong: { 9: 'Birth date', 11: 'Height', 15: 'Throwing hand', 18: 'Guardian' } };
}
