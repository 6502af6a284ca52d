/**
 * Where the planes of a picture are put so that a part of it can be shown without a copy: a line of room after each plane, because a part that begins inside a
 * line is taken to reach as far beyond the end. Null for kinds of picture that are not cut.
 *
 * @example roomyLayout('I420', 4, 4) // { layout: [{ offset: 0, stride: 4 }, { offset: 20, stride: 2 }, { offset: 26, stride: 2 }], bytes: 32 }
 */
export function roomyLayout(
  format: VideoPixelFormat,
  width: number,
  height: number,
): { readonly layout: PlaneLayout[]; readonly bytes: number } | null {
  const half = (n: number): number => Math.ceil(n / 2);
  const planes =
    format === 'I420'
      ? [
          [width, height],
          [half(width), half(height)],
          [half(width), half(height)],
        ]
      : format === 'NV12'
        ? [
            [width, height],
            [2 * half(width), half(height)],
          ]
        : null;
  if (!planes) return null;
  let bytes = 0;
  const layout = planes.map(([stride, lines]) => {
    const plane = { offset: bytes, stride: stride! };
    bytes += stride! * (lines! + 1);
    return plane;
  });
  return { layout, bytes };
}
