/**
 * Text as XML has it, between tags and in attributes (W3C, XML 1.0, 2.4); what XML has no place for is left out (2.2).
 *
 * @example svgText('a < b & "c"') // 'a &lt; b &amp; &quot;c&quot;'
 */
export const svgText = (text: string): string =>
  text
    // biome-ignore lint/suspicious/noControlCharactersInRegex: it is these that XML does not take.
    .replaceAll(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');

/** Letters that a reader has, whatever fonts it came with. */
export const LETTERS = 'Barlow Condensed, DejaVu Sans, sans-serif';
