import type { Picture } from '../../workers/film.worker.ts';

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * The planes of a part of a picture, as a VideoFrame is made of them: only what is drawn has to be turned into colours. Its border lies on even pixels, because
 * colour is kept for pairs of them, so it may be a pixel larger than asked. Of a kind of picture that is not known here the whole is given.
 *
 * @param part in pixels of the picture; what lies outside is left out
 * @returns what a VideoFrame takes, and the part that it really holds
 * @example cutPicture({ data, init: { format: 'I420', codedWidth: 4, codedHeight: 4, layout, timestamp: 0 } }, { x: 1, y: 0, width: 2, height: 2 }).rect // { x: 0, y: 0, width: 4, height: 2 }
 */
export function cutPicture(
  { init }: Pick<Picture, 'init'>,
  part: Rect,
): { readonly init: VideoFrameBufferInit; readonly rect: Rect } {
  const { format, codedWidth: width, codedHeight: height, layout } = init;
  const whole = { init, rect: { x: 0, y: 0, width, height } };
  if ((format !== 'I420' && format !== 'NV12') || !layout) return whole;
  const down = (n: number): number => Math.max(0, 2 * Math.floor(n / 2));
  const [x, y] = [Math.min(down(part.x), down(width - 2)), Math.min(down(part.y), down(height - 2))];
  const right = Math.min(width, Math.max(x + 2, 2 * Math.ceil((part.x + part.width) / 2)));
  const bottom = Math.min(height, Math.max(y + 2, 2 * Math.ceil((part.y + part.height) / 2)));
  const [luma, ...colour] = layout;
  // A pair of colours lies side by side in NV12, in a plane each in I420.
  const across = format === 'NV12' ? x : x / 2;
  return {
    init: {
      format,
      codedWidth: right - x,
      codedHeight: bottom - y,
      timestamp: init.timestamp,
      ...(init.colorSpace ? { colorSpace: init.colorSpace } : {}),
      layout: [
        { offset: luma!.offset + y * luma!.stride + x, stride: luma!.stride },
        ...colour.map((plane) => ({ offset: plane.offset + (y / 2) * plane.stride + across, stride: plane.stride })),
      ],
    },
    rect: { x, y, width: right - x, height: bottom - y },
  };
}
