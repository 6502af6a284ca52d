import qrcode from 'qrcode';

/** A QR code as one path: modules of one unit in a square of `size` units, with the quiet zone around it. */
export interface QrPath {
  readonly size: number;
  readonly path: string;
}

/** ISO/IEC 18004: four modules of white around the code. */
const QUIET = 4;

/** Draws a QR code that is still read with fingers over a quarter of it (level H). */
export function qrPath(text: string): QrPath {
  const { modules } = qrcode.create(text, { errorCorrectionLevel: 'H' });
  let path = '';
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
  return { size: modules.size + 2 * QUIET, path };
}
