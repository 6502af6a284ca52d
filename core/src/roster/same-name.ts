/**
 * A name without accents, capitals, signs and spaces: two names that are written for the same person give the same text.
 *
 * @example plainName('José  ÁLVAREZ') // 'jose alvarez'
 */
export const plainName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Whether two names are written for the same person: accents, capitals, signs and spaces left out.
 *
 * @example sameName('José  ÁLVAREZ', 'Jose Alvarez') // true
 */
export const sameName = (a: string, b: string): boolean => plainName(a) === plainName(b);
