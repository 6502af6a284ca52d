import type { PinholeCamera } from './camera/pinhole.ts';
import { tripod, type ViewId } from './camera/tripod.ts';
import { KIND, type FilmConditions } from './conditions/film-conditions.ts';
import { encodeFilm } from './encode-film.ts';
import { deliveryMotion } from './motion/delivery-motion.ts';
import type { PitcherOptions } from './motion/pitcher.ts';
import { filmer, type Filmer } from './render/film-frame.ts';
import { cardLook, paintCard, type Modules } from './render/slate-card.ts';

/** One clip to be filmed by the simulated camera. */
export interface ClipOrder {
  readonly pitcher: PitcherOptions;
  readonly view: ViewId;
  readonly bib: number;
  /** Which of the skin and hair tones. */
  readonly look: number;
  readonly framesPerSecond: number;
  /** The camera starts this long after the beginning of the motion; two cameras never start together. */
  readonly startSeconds: number;
  readonly codec: 'h264' | 'vp9';
  readonly width?: number;
  readonly height?: number;
  /** How hard the film is to read; kind where left out. */
  readonly conditions?: Partial<FilmConditions>;
  /** The coder's own number, smaller is better; 21 (H.264) or 34 (VP9) where left out. */
  readonly quality?: number;
  /** A slate that is held before the camera for the first seconds. */
  readonly slate?: { readonly modules: Modules; readonly seed: number; readonly seconds: number };
}

/** Motion seconds at which each frame of the clip is taken; the truth of every frame follows from them. */
export function frameMoments(order: ClipOrder): number[] {
  const { durationSeconds } = deliveryMotion(order.pitcher);
  const count = Math.floor((durationSeconds - order.startSeconds) * order.framesPerSecond);
  return Array.from({ length: count }, (_, i) => order.startSeconds + i / order.framesPerSecond);
}

/** Where the camera of an order stands before anybody shakes it. */
export function orderedCamera(order: ClipOrder): PinholeCamera {
  const { width = 960, height = 540, view, pitcher, conditions } = order;
  const { height: heightMetres } = deliveryMotion(pitcher).plan;
  return tripod(view, { hand: pitcher.hand, heightMetres, width, height, turnDegrees: conditions?.turnDegrees ?? 0 });
}

/** Films the clip into `path`, telling the share that is done. The file appears only when it is whole. Needs the ffmpeg program. */
export async function filmClip(order: ClipOrder, path: string, onFrame?: (share: number) => void): Promise<{ frames: number }> {
  const motion = deliveryMotion(order.pitcher);
  const { width = 960, height = 540 } = order;
  const conditions = { ...KIND, ...order.conditions };
  const film: Filmer = filmer({
    motion,
    camera: orderedCamera(order),
    view: order.view,
    bib: order.bib,
    look: order.look,
    conditions,
  });
  const moments = frameMoments(order);
  const { codec, framesPerSecond } = order;
  const quality = order.quality ?? (codec === 'h264' ? 21 : 34);
  await encodeFilm({ width, height, framesPerSecond, codec, frames: moments.length, quality }, path, (i) => {
    onFrame?.(i / moments.length);
    const picture = film.frameAt(moments[i]!);
    const { slate } = order;
    const seconds = i / framesPerSecond;
    if (slate && seconds < slate.seconds)
      paintCard(picture, { width, height }, slate.modules, cardLook(slate.seed), { seconds, frameSeconds: 1 / framesPerSecond });
    return picture;
  });
  return { frames: moments.length };
}
