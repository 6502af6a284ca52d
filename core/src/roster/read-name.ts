/** Parts that follow a name and belong to it. */
const SUFFIX = /^(jr|sr|ii|iii|iv|v)\.?$/i;

/**
 * A name as it is said: "Last, First" is turned, "Cal Lee, Jr." is not, and a suffix stays behind the name.
 *
 * @example readName('Lee, Cal, Jr.') // 'Cal Lee Jr.'
 */
export function readName(text: string): string {
  const parts = text
    .replace(/\s+/g, ' ')
    .split(',')
    .map((p) => p.trim())
    .filter(Boolean);
  const suffixes = parts.filter((p, i) => i > 0 && SUFFIX.test(p));
  const names = parts.filter((p, i) => i === 0 || !SUFFIX.test(p));
  const turned = names.length === 2 ? [names[1]!, names[0]!] : names.length > 2 ? [names.join(', ')] : names;
  return [...turned, ...suffixes].join(' ');
}
