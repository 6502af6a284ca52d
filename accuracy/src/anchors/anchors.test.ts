import { readdirSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { defaultSheet, figureLimits, suggestLevel, type FigureId } from '@stride-chalk/core';
import { anchorDrawings, type AnchorDrawing } from './anchor-drawing.ts';
import { ANCHORS, type Anchor } from './anchor-list.ts';

const folder = fileURLToPath(new URL('../../../web/public/anchors/', import.meta.url));

const LIST = JSON.parse(
  readFileSync(new URL('../../../core/src/sheet/data/anchors.json', import.meta.url), 'utf8'),
) as ReadonlyArray<Pick<AnchorDrawing, 'set' | 'outline'>>;

/** Each is drawn once for all tests. */
const drawn = new Map<Anchor, readonly AnchorDrawing[]>();
const drawingsOf = (anchor: Anchor): readonly AnchorDrawing[] => {
  const known = drawn.get(anchor) ?? anchorDrawings(anchor);
  drawn.set(anchor, known);
  return known;
};

describe('the drawings of the levels', () => {
  test.each(ANCHORS.map((a) => [a.checkpoint, a] as const))(
    '%s: each level shows the figure of that level, and is the one checked in',
    (id, anchor) => {
      const drawings = drawingsOf(anchor);
      expect(drawings.length % 8, 'four levels of two bodies').toBe(0);
      for (const { set, level, svg, value, band } of drawings) {
        expect(set.startsWith(`${id}-`)).toBe(true);
        if (band)
          expect(suggestLevel({ value, sd: 0 }, band, figureLimits(anchor.figure as FigureId))!.level, `${set} ${value}`).toBe(
            level,
          );
        expect(readFileSync(`${folder}${set}-${level}.svg`, 'utf8'), `${set}-${level}: run npm run anchors -w accuracy`).toBe(
          svg,
        );
        expect(svg).not.toMatch(/<script|href=|url\(|<image/);
      }
      // What is laid over a film is the body that is drawn.
      for (const { set, level, outline } of drawings)
        if (level === 3) expect(LIST.find((s) => s.set === set)!.outline, set).toEqual(outline);
      const moves = defaultSheet.checkpoints.find((c) => c.id === id)!.span !== undefined;
      for (const { svg } of drawings) expect(svg.includes('<animate')).toBe(moves);
    },
  );

  test('both readings of a school are drawn where it has bands of its own', () => {
    for (const id of ['B3', 'B4', 'F2', 'G1'] as const) {
      const options = defaultSheet.checkpoints.find((c) => c.id === id)!.readings!.map((r) => r.option);
      const sets = new Set(drawingsOf(ANCHORS.find((a) => a.checkpoint === id)!).map((d) => d.set));
      expect(sets).toEqual(new Set(options.flatMap((o) => [`${id}-${o}-child`, `${id}-${o}-youth`])));
    }
  });

  test('all together take less than 6 MB, and no file is left over', () => {
    const files = readdirSync(folder);
    expect(files.reduce((sum, f) => sum + statSync(folder + f).size, 0)).toBeLessThan(6 * 1024 * 1024);
    const known = new Set(ANCHORS.map((a) => a.checkpoint));
    for (const f of files) expect(known.has(f.split('-')[0]!), f).toBe(true);
  });
});
