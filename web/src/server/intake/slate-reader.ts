import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { readSlate, type Slate } from '@stride-chalk/core';

let ready: Promise<unknown> | null = null;
/** The reader's own code comes from the installed package: nothing is fetched. */
const prepared = (): Promise<unknown> => {
  ready ??= (async () => {
    const file = createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm');
    const bytes = await readFile(file);
    const wasmBinary = new Uint8Array(bytes).buffer;
    await prepareZXingModule({ overrides: { wasmBinary }, fireImmediately: true });
  })();
  return ready;
};

/** Glare is white, paper nearly so: what lies between is drawn apart. */
const DARKER = Uint8Array.from({ length: 256 }, (_, v) => Math.round(255 * (v / 255) ** 3));

/**
 * The slates in a grey picture, row by row, a byte a pixel. A code whose check character is wrong, or that is none of ours, is none: a slate is never guessed. What glare lies over can be looked at a second time,
 * darker.
 *
 * @param darker true to look a second time where nothing was found
 *
 * @throws RangeError when the bytes are not those of the size
 */
export async function slatesInPicture(grey: Uint8Array, width: number, height: number, darker = true): Promise<Slate[]> {
  if (grey.length !== width * height) throw new RangeError(`${grey.length} bytes are no picture of ${width} x ${height}`);
  await prepared();
  const data = new Uint8ClampedArray(4 * grey.length);
  for (const table of darker ? [null, DARKER] : [null]) {
    for (let i = 0; i < grey.length; i += 1) {
      const v = table ? table[grey[i]!]! : grey[i]!;
      data[4 * i] = v;
      data[4 * i + 1] = v;
      data[4 * i + 2] = v;
      data[4 * i + 3] = 255;
    }
    const codes = await readBarcodes({ data, width, height, colorSpace: 'srgb' } as ImageData, {
      formats: ['QRCode'],
      tryHarder: true,
      tryRotate: false,
      tryDownscale: false,
      tryInvert: false,
      maxNumberOfSymbols: 4,
    });
    const slates = codes.flatMap((code) => (code.isValid ? (readSlate(code.text).slate ?? []) : []));
    if (slates.length > 0) return slates;
  }
  return [];
}
