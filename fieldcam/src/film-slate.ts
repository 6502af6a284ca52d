import { tripod } from './camera/tripod.ts';
import { encodeFilm } from './encode-film.ts';
import { randomSource } from './random.ts';
import { scenePicture } from './render/film-frame.ts';
import { cardLook, paintCard, type Modules } from './render/slate-card.ts';

/** A slate to be filmed: an empty field, and the card before it. */
export interface SlateOrder {
  readonly modules: Modules;
  readonly seed: number;
  readonly frames: number;
  readonly framesPerSecond: number;
  /** Even numbers. */
  readonly width: number;
  readonly height: number;
}

/** Frames of a phone at sixty a second, of which only some are kept. */
const SHUTTER_OF = 1 / 60;

const fields = new Map<string, Uint8Array>();
/** The empty field in a size; it is painted once. */
function emptyField(width: number, height: number): Uint8Array {
  const name = `${width}x${height}`;
  const known = fields.get(name) ?? doubled(width / 2, height / 2);
  fields.set(name, known);
  return known;
}

/** A field painted at half the size: what lies behind a card need not be finer. */
function doubled(width: number, height: number): Uint8Array {
  const small = scenePicture(tripod('openSide', { hand: 'R', heightMetres: 1.6, width, height }), 'openSide');
  const large = new Uint8Array(12 * width * height);
  for (let y = 0; y < 2 * height; y += 1)
    for (let x = 0; x < 2 * width; x += 1)
      for (let c = 0; c < 3; c += 1) large[3 * (y * 2 * width + x) + c] = small[3 * ((y >> 1) * width + (x >> 1)) + c]!;
  return large;
}

/** Films a slate in a hand into `path`, as H.264 of a phone's quality. Needs the ffmpeg program. */
export async function filmSlate(order: SlateOrder, path: string): Promise<void> {
  const { width, height, framesPerSecond } = order;
  const look = cardLook(order.seed);
  const empty = emptyField(width, height);
  const random = randomSource(order.seed);
  const noise = Int8Array.from({ length: 1 << 20 }, () => Math.round(8 * (random.uniform() - 0.5)));
  await encodeFilm({ width, height, framesPerSecond, codec: 'h264', frames: order.frames, quality: 26 }, path, (i) => {
    const picture = empty.slice();
    paintCard(picture, order, order.modules, look, { seconds: i / framesPerSecond, frameSeconds: SHUTTER_OF });
    const from = Math.floor(random.uniform() * noise.length);
    for (let o = 0; o < picture.length; o += 1)
      picture[o] = Math.max(0, Math.min(255, picture[o]! + noise[(from + o) % noise.length]!));
    return picture;
  });
}
