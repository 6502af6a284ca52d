export type HeightReading = { readonly centimetres: number } | { readonly why: string };

export type HeightUnit = 'cm' | 'm' | 'in' | 'ft';
const INCH = 2.54;
const CENTIMETRES: Readonly<Record<HeightUnit, number>> = { cm: 1, m: 100, in: INCH, ft: 12 * INCH };
/** Heights that a camp sees; the same limits as in the database. */
const RANGE = { from: 80, to: 230 };

/**
 * Reads a height as people write it: 5'4", 5 ft 4 in, 64 in, 163 cm, 1.63 m, or a bare number that can only be one of them.
 * Answers centimetres to a tenth (1 inch = 2.54 cm exactly: international yard and pound agreement, 1959).
 *
 * @param unit the unit that the heading names: a bare number is read in it, and in no other
 * @example readHeight(`5'4"`) // { centimetres: 162.6 }
 * @example readHeight('60', 'cm') // { why: '"60" would be 60 cm: between 80 and 230 cm was expected' }
 */
export function readHeight(text: string, unit: HeightUnit | null = null): HeightReading {
  const t = text
    .trim()
    .toLowerCase()
    .replace(/[\u2018\u2019\u2032\u00b4`]/g, "'")
    .replace(/[\u201c\u201d\u2033]/g, '"')
    .replace(/''/g, '"')
    .replace(/\s+/g, ' ');
  if (t === '') return { why: 'no height' };
  const number = (s: string): number => Number(s.replace(',', '.'));
  const feet = /^(\d)\s*(?:'|ft\.?|feet|foot)\s*(?:(\d{1,2}(?:[.,]\d+)?|\d{1,2}\s*1\/2)\s*(?:"|in\.?|inch|inches)?)?$/.exec(t);
  if (feet) {
    const inches = feet[2] ? (feet[2].includes('1/2') ? Number(feet[2].split(/\s*1\/2/)[0]) + 0.5 : number(feet[2])) : 0;
    return inches >= 12
      ? { why: `"${text.trim()}" has ${inches} inches in a foot` }
      : inRange((Number(feet[1]) * 12 + inches) * INCH, text);
  }
  const withUnit = /^(\d+(?:[.,]\d+)?)\s*(cm|centimet(?:er|re)s?|m|met(?:er|re)s?|"|in\.?|inch|inches)$/.exec(t);
  if (withUnit) {
    const value = number(withUnit[1]!);
    const unit = withUnit[2]!;
    return inRange(unit.startsWith('c') ? value : unit.startsWith('m') ? value * 100 : value * INCH, text);
  }
  if (!/^\d+(?:[.,]\d+)?$/.test(t)) return { why: `"${text.trim()}" is no height in a form we know` };
  const value = number(t);
  if (unit) return inRange(value * CENTIMETRES[unit], text);
  if (Number.isInteger(value) && value < 3) return { why: `"${text.trim()}" is no height: write 5'4" or 163 cm` };
  if (value > 2.3 && value < 10) return { why: `"${text.trim()}" may be feet or metres: write 5'4" or 1.63 m` };
  const readings = [value, value * 100, value * INCH].filter((cm) => cm >= RANGE.from && cm <= RANGE.to);
  if (readings.length > 1) return { why: `"${text.trim()}" may be inches or centimetres: write the unit` };
  return inRange(readings[0] ?? value, text);
}

function inRange(cm: number, text: string): HeightReading {
  const centimetres = Math.round(cm * 10) / 10;
  return centimetres >= RANGE.from && centimetres <= RANGE.to
    ? { centimetres }
    : { why: `"${text.trim()}" would be ${centimetres} cm: between ${RANGE.from} and ${RANGE.to} cm was expected` };
}
