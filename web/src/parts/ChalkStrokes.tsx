import { CHALK, strokePath, type Stroke } from '@stride-chalk/core';

type Drawable = Pick<Stroke, 'shape' | 'points' | 'text'> & { readonly stroke?: string };

/**
 * Drawings as SVG in the pixels of their film: white with a dark edge, so that they are seen on sky and on dirt.
 *
 * @param height of the film: lines and words keep their share of the picture
 * @param chosen the drawing that is drawn in colour
 */
export function ChalkStrokes({
  strokes,
  height,
  chosen = null,
}: {
  strokes: readonly Drawable[];
  height: number;
  chosen?: string | null;
}) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round">
      {strokes.map((stroke, i) => {
        const { d, words, line, edge, letters, letterEdge } = strokePath(stroke, height);
        const chalk = stroke.stroke !== undefined && stroke.stroke === chosen ? '#f1cda6' : CHALK.line;
        return (
          <g key={stroke.stroke ?? i} data-stroke={stroke.stroke} data-shape={stroke.shape}>
            {d && <path d={d} stroke={CHALK.edge} strokeOpacity={CHALK.edgeOpacity} strokeWidth={edge} />}
            {d && <path d={d} stroke={chalk} strokeWidth={line} />}
            {words.map(({ at, words: text }) => (
              <g key={text} className="sign" fontSize={letters} fontWeight="600">
                <text x={at.x} y={at.y} stroke={CHALK.edge} strokeOpacity={CHALK.edgeOpacity} strokeWidth={letterEdge}>
                  {text}
                </text>
                <text x={at.x} y={at.y} fill={chalk}>
                  {text}
                </text>
              </g>
            ))}
          </g>
        );
      })}
    </g>
  );
}
