/** Encodings in which spreadsheets write text, as `TextDecoder` names them. */
export const TEXT_ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252', 'windows-1250', 'macintosh'] as const;
export type TextEncoding = (typeof TEXT_ENCODINGS)[number];

/** Decodes bytes; `TextDecoder` of the platform, handed in so that core needs none. */
type Decode = (bytes: Uint8Array, encoding: TextEncoding, strict: boolean) => string;

/**
 * The text of a file and the encoding it was read in: by its byte-order mark, else by zero bytes (UTF-16 without a mark), else as
 * UTF-8 when every byte fits it, else as Windows-1252, which fits any bytes. A reader who sees strange letters says which one it is.
 *
 * @param decode throws on bytes that do not fit when `strict`
 * @example decodeText(bytes, (b, encoding, fatal) => new TextDecoder(encoding, { fatal }).decode(b)).text
 */
export function decodeText(
  bytes: Uint8Array,
  decode: Decode,
  chosen: TextEncoding | null = null,
): { readonly text: string; readonly encoding: TextEncoding } {
  const encoding = chosen ?? guess(bytes, decode);
  return { text: decode(bytes, encoding, false).replace(/^\uFEFF/, ''), encoding };
}

function guess(bytes: Uint8Array, decode: Decode): TextEncoding {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const head = bytes.subarray(0, 400);
  const zeros = [0, 1].map((odd) => head.filter((byte, i) => i % 2 === odd && byte === 0).length);
  if (zeros[1]! > head.length / 4) return 'utf-16le';
  if (zeros[0]! > head.length / 4) return 'utf-16be';
  try {
    decode(bytes, 'utf-8', true);
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}
