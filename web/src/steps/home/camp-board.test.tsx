import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { CampBoard, type BoardCamper } from './CampBoard.tsx';

const camper = (bib: number, more: Partial<BoardCamper> = {}): BoardCamper => ({
  ...{ bib, name: `Camper ${bib}`, age: 12, hand: 'R', waiting: 'film', waits: 'to be filmed', href: `/campers/${bib}` },
  ...{ films: 0, filmsReady: 0, keyFrames: { done: 0, of: 0 }, levels: { done: 0, of: 0 }, mine: null },
  ...more,
});
const shown = (campers: readonly BoardCamper[], mayScore = true, unsorted = 0): string =>
  renderToStaticMarkup(
    <CampBoard
      camp={{ name: 'Camp', place: 'Field' }}
      campers={campers}
      day={null}
      thing={null}
      differences={0}
      unsorted={unsorted}
      mayScore={mayScore}
    />,
  );
const task = (state: 'open' | 'begun' | 'done' | 'waits', kind: 'first' | 'second' = 'first') => ({
  kind,
  state,
  levels: { done: state === 'begun' ? 3 : 0, of: 39 },
});
const marked = { films: 2, filmsReady: 2, keyFrames: { done: 14, of: 14 } };

test('of a thousand campers sixty are shown, and whoever is stopped is among them', () => {
  const html = shown([
    ...Array.from({ length: 999 }, (_, i) => camper(i + 1)),
    camper(1000, { waiting: 'rest', waits: 'sore: rests' }),
  ]);
  expect(html.match(/\/campers\/\d+"/g)).toHaveLength(60);
  expect(html).toContain('And 940 more');
  expect(html).toContain('Camper 1000');
  expect(shown(Array.from({ length: 60 }, (_, i) => camper(i + 1)))).not.toContain('more: by bib');
});

test('films that stand under nobody lead to Sort', () => {
  expect(shown([], true, 0)).not.toContain('/sort');
  expect(shown([], true, 1)).toContain('Sort the film that came');
  expect(shown([], true, 12)).toContain('Sort the 12 films that came');
});

test('what is one’s own comes first, what is begun before the rest, and leads to the bench', () => {
  const html = shown([
    camper(1, { ...marked, waiting: 'scores', mine: null }),
    camper(2, { ...marked, waiting: 'scores', mine: task('open') }),
    camper(3, { ...marked, waiting: 'released', href: '/handouts/3', mine: task('begun', 'second') }),
    camper(4, { ...marked, waiting: 'released', href: '/handouts/4', mine: task('done') }),
  ]);
  expect(html).toContain('Yours to score <span class="text-soft">2</span>');
  // Whom he scores second has no name for him yet.
  expect(html).toContain('Second, by yourself');
  expect(html.match(/href="\/bench\/3"[\s\S]*?<\/a>/)![0]).not.toContain('Camper 3');
  expect(html).toContain('3 of your 39 levels');
  expect(html.indexOf('href="/bench/3"')).toBeLessThan(html.indexOf('href="/bench/2"'));
  expect(html).toContain('Go on scoring');
  expect(html).toContain('href="/handouts/4"');
});

test('whoever does not score is led to nothing at the table', () => {
  expect(shown([camper(1, { ...marked, waiting: 'scores' })], false)).toContain('Nothing waits at the table');
});
