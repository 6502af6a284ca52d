import { expect, test } from 'vitest';
import type { ClipId } from '../record/ids.ts';
import { chalkSvg } from './chalk-svg.ts';
import { svgText } from './svg-text.ts';

const of = { clipId: 'clip-1' as ClipId, frame: 12, width: 960, height: 540 };
const stroke = { stroke: 'stroke-1', clipId: of.clipId, frame: 12 };

test('a drawing is in pixels of its film, and says which film and frame it is', () => {
  const svg = chalkSvg(
    of,
    [
      {
        ...{ ...stroke, shape: 'line', text: null },
        points: [
          { x: 1, y: 2 },
          { x: 3, y: 4 },
        ],
      },
    ],
    'data:image/jpeg;base64,AAAA',
  );
  expect(svg).toContain('width="960" height="540" viewBox="0 0 960 540" data-clip="clip-1" data-frame="12"');
  expect(svg).toContain('<image href="data:image/jpeg;base64,AAAA" width="960" height="540"');
  expect(svg.match(/<path d="M1 2L3 4"/g)).toHaveLength(2);
  expect(svg).toContain('<g data-stroke="stroke-1" data-shape="line">');
  expect(chalkSvg(of, [], null)).not.toContain('<image');
});

test('what a label says is text, whatever it says', () => {
  const svg = chalkSvg(of, [{ ...stroke, shape: 'label', points: [{ x: 1, y: 2 }], text: '</text><script>"a" & b' }], null);
  expect(svg).not.toContain('<script>');
  expect(svg).toContain('&lt;/text&gt;&lt;script&gt;&quot;a&quot; &amp; b');
  // XML 1.0, 2.2: no control characters but tab and the ends of lines.
  expect(svgText('a\u0000b\u001fc\td')).toBe('abc\td');
});
