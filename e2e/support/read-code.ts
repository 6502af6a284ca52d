import type { Locator } from '@playwright/test';
import jsQR from 'jsqr';

/** What a reader that is not ours reads off a drawn code, at the size of a small picture. */
export async function readCode(drawing: Locator): Promise<string> {
  const size = 240;
  // Dark or light, a letter a pixel: a busy page has less to tell.
  const pixels = await drawing.evaluate(async (svg, side) => {
    const picture = new Image();
    picture.src = `data:image/svg+xml,${encodeURIComponent(svg.outerHTML.replace('<svg', `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}"`))}`;
    await picture.decode();
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = side;
    const pen = canvas.getContext('2d')!;
    pen.drawImage(picture, 0, 0, side, side);
    const { data } = pen.getImageData(0, 0, side, side);
    return Array.from({ length: side * side }, (_, i) => (data[4 * i]! < 128 ? '#' : '.')).join('');
  }, size);
  const bytes = [...pixels].flatMap((p) => (p === '#' ? [0, 0, 0, 255] : [255, 255, 255, 255]));
  return jsQR(Uint8ClampedArray.from(bytes), size, size)!.data;
}
