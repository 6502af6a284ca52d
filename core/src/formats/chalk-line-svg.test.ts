import { expect, test } from 'vitest';
import { chalkLineSvg } from './chalk-line-svg.ts';

const film = { width: 960, height: 540, times: Array.from({ length: 101 }, (_, i) => i / 128) };
const names = (svg: string) =>
  [...svg.matchAll(/<text x="([\d.]+)" y="([\d.]+)"[^>]*>([^<]+)</g)].map(([, x, y, name]) => ({
    x: Number(x),
    y: Number(y),
    name,
  }));

test('a key frame lies on the line where its frame does', () => {
  const { svg, from, to, height } = chalkLineSvg([{ event: 'contact', frame: 50 }], film);
  expect([from, to, height]).toEqual([24, 936, 126]);
  expect(svg).toContain(`<path d="M${(24 + 936) / 2} 97v18"`);
  expect(names(svg)).toMatchObject([{ name: 'foot bears weight' }]);
  expect(names(svg)[0]!.x).toBeLessThan(480);
  // By the time at which it is shown, not by its number: a phone leaves frames out.
  const uneven = { ...film, times: [0, 0.75, 1] };
  expect(chalkLineSvg([{ event: 'contact', frame: 1 }], uneven).svg).toContain(`<path d="M${24 + 0.75 * 912} 97v18"`);
  expect(() => chalkLineSvg([{ event: 'contact', frame: 101 }], film)).toThrow('frame 101 is not in the film, which has 101');
});

test('names near each other stand in three rows, a fourth one has its tick alone; none leaves the picture', () => {
  const close = [
    { event: 'contact', frame: 50 },
    { event: 'layback', frame: 51 },
    { event: 'release', frame: 52 },
    { event: 'gloved', frame: 53 },
    { event: 'set', frame: 0 },
    { event: 'finish', frame: 100 },
  ] as const;
  const { svg } = chalkLineSvg(close, film);
  const found = names(svg);
  expect(found).toHaveLength(5);
  expect(svg.match(/v18"/g)).toHaveLength(6);
  expect(new Set(found.map((n) => n.y)).size).toBe(3);
  for (const n of found) expect(n.x).toBeGreaterThanOrEqual(4);
  const last = found.at(-1)!;
  expect(last.x + last.name!.length * 19 * 0.62).toBeLessThanOrEqual(956.001);
});

test('at any size the band has an even number of rows, and a film of one frame has a line', () => {
  expect(chalkLineSvg([], { width: 427, height: 241, times: [0, 1] }).height % 2).toBe(0);
  expect(chalkLineSvg([{ event: 'set', frame: 0 }], { ...film, times: [3] }).svg).toContain('<path d="M24 97v18"');
});
