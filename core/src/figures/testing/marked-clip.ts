import type { Estimate } from '../../estimate/estimate.ts';
import { frameTimebase } from '../../film/frame-timebase.ts';
import type { FigureId } from '../figure-ids.ts';
import { measureDelivery, type ClipWork } from '../measure-delivery.ts';

/** A film of 120 frames a second with three key frames, the middle one an interval of two. */
export const MARKED: ClipWork = {
  id: 'side',
  view: 'openSide',
  towardsTarget: 1,
  film: frameTimebase(
    Array.from({ length: 240 }, (_, i) => i / 120),
    1,
  ),
  marks: [
    { event: 'liftTop', frame: 60, frameTo: null },
    { event: 'contact', frame: 140, frameTo: 141 },
    { event: 'release', frame: 158, frameTo: null },
  ],
  points: [],
};

export const readAt120 = (figure: FigureId): Estimate | undefined => measureDelivery([MARKED]).measured.get(figure);
