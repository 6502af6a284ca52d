import { CHALK, strokePath } from '../chalk/stroke-path.ts';
import type { Stroke } from '../chalk/stroke.ts';
import { LETTERS, svgText } from './svg-text.ts';

const strokeSvg = (stroke: Stroke, height: number): string => {
  const { d, words, line, edge, letters, letterEdge } = strokePath(stroke, height);
  const dark = `stroke="${CHALK.edge}" stroke-opacity="${CHALK.edgeOpacity}"`;
  const lines = d
    ? `<path d="${d}" ${dark} stroke-width="${edge}"/><path d="${d}" stroke="${CHALK.line}" stroke-width="${line}"/>`
    : '';
  const said = words
    .map(({ at, words: text }) => {
      const place = `x="${at.x}" y="${at.y}" font-family="${LETTERS}" font-size="${letters}" font-weight="600"`;
      // Twice, not by paint-order: not every program that reads the file knows that.
      return `<text ${place} ${dark} stroke-width="${letterEdge}">${svgText(text)}</text><text ${place} fill="${CHALK.line}">${svgText(text)}</text>`;
    })
    .join('');
  return `<g data-stroke="${svgText(stroke.stroke)}" data-shape="${stroke.shape}">${lines}${said}</g>`;
};

/**
 * A freeze frame with what is drawn on it, as SVG 2 (W3C): one unit is one upright pixel of the film, and the root says which film and frame it is.
 *
 * @param of the film and its size in pixels
 * @param picture the frame as a data URL; null for the drawing alone
 * @example chalkSvg({ clipId, frame: 12, width: 960, height: 540 }, [], null) // '<svg xmlns=… viewBox="0 0 960 540" data-clip=… data-frame="12"…'
 */
export function chalkSvg(
  of: { readonly clipId: string; readonly frame: number; readonly width: number; readonly height: number },
  strokes: readonly Stroke[],
  picture: string | null,
): string {
  const { width, height } = of;
  const image =
    picture === null ? '' : `<image href="${svgText(picture)}" width="${width}" height="${height}" preserveAspectRatio="none"/>`;
  const drawn = strokes.map((s) => strokeSvg(s, height)).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" data-clip="${svgText(of.clipId)}" data-frame="${of.frame}"><title>Frame ${of.frame}</title>${image}<g fill="none" stroke-linecap="round" stroke-linejoin="round">${drawn}</g></svg>`;
}
