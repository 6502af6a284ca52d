const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * The check character of a text of digits and capital letters; everything else is passed over.
 *
 * Source: ISO 7064, hybrid system MOD 37,36. It finds every single wrong character, and nearly every pair that has changed places.
 *
 * @example checkCharacter('A12425GABC1234002') // 'M'
 */
export function checkCharacter(text: string): string {
  const n = ALPHABET.length;
  let product = n;
  for (const character of text) {
    const value = ALPHABET.indexOf(character);
    if (value < 0) continue;
    const sum = (product + value) % n || n;
    product = (2 * sum) % (n + 1);
  }
  return ALPHABET[(n + 1 - product) % n]!;
}
