import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test } from 'vitest';
import { defaultSheet, findEvaluation, resolveSheet, sayEvaluation, type ClipId, type Score } from '@stride-chalk/core';
import { anId } from '../../parts/testing/an-id.ts';
import { ChalkLine } from '../../parts/ChalkLine.tsx';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { HandOut, type HandOutProps } from './HandOut.tsx';

const checkpoints = resolveSheet(defaultSheet, '13-14').filter((c) => c.scored);
const document = (faulty: boolean, deliveries: readonly string[] = ['a', 'b', 'c']) =>
  sayEvaluation(
    findEvaluation({
      sheet: defaultSheet,
      ageGroup: '13-14',
      deliveries: [...deliveries],
      figures: [],
      reFilmOn: '2026-08-14',
      scores: deliveries.flatMap((delivery) =>
        checkpoints.map(
          (c): Score =>
            faulty && c.id === 'F2'
              ? { delivery, checkpoint: 'F2', level: 1, faults: ['F2.gives-way'] }
              : { delivery, checkpoint: c.id, level: 3, faults: [] },
        ),
      ),
    }),
    defaultSheet,
  );
const LABEL = { stroke: 'stroke-1', clipId: anId() as ClipId, frame: 3, shape: 'label' as const };
const page = (more: Partial<HandOutProps> = {}): string =>
  renderToStaticMarkup(
    <HandOut
      document={document(true)}
      camper={{ bib: 27, name: 'Test Camper', age: 14, hand: 'L', heightCentimetres: 161 }}
      camp={{ name: 'Test camp', units: 'metric' }}
      sheet={{ name: 'Camp checkpoint sheet', version: 1 }}
      coaches={['One', 'Two']}
      thrownOn="2026-07-13"
      freezes={[
        {
          src: '/frame.jpg',
          strokes: [{ ...LABEL, points: [{ x: 500, y: 200 }], text: 'knee stays firm' }],
          width: 960,
          height: 540,
          line: [
            { x: 500, y: 300 },
            { x: 480, y: 380 },
            { x: 470, y: 470 },
          ],
          centre: 490,
        },
      ]}
      version={1}
      released
      {...more}
    />,
  );

describe('a hand-out', () => {
  test('of one delivery says so, and calls nothing a habit or its absence', () => {
    const one = page({ document: document(true, ['a']) });
    expect(one).toContain('1 delivery filmed');
    expect(one).toContain('Of 1 delivery.');
    expect(one).toContain('One delivery was seen: too little to call anything a habit.');
    expect(one).not.toContain('most deliveries');
    const three = page({ document: document(false) });
    expect(three).toContain('3 deliveries filmed');
    expect(three).toContain('Middle of 3 deliveries.');
    expect(three).toContain('Nothing that has to change now showed in most deliveries.');
  });
  test('shows what was drawn on its frame, over the picture', () => {
    const html = page();
    expect(html).toContain('knee stays firm');
    expect(html.indexOf('<image')).toBeLessThan(html.indexOf('knee stays firm'));
    expect(page({ freezes: [] })).not.toContain('knee stays firm');
  });
  test('says who, what comes first and why, what to do, and when to look again', () => {
    const html = page();
    for (const words of [
      'Test Camper',
      '161 cm',
      'throws left',
      'Monday, July 13',
      'A front leg that holds',
      'Why first',
      'Look again',
      'Friday, August 14',
      'One and Two',
    ])
      expect(html, words).toContain(words);
  });

  test('carries the cautions, whatever it says', () => {
    for (const html of [page(), page({ document: document(false), freezes: [] })]) {
      expect(html).toContain('This is instruction, not medical advice.');
      expect(html).toContain('see a licensed medical professional');
    }
  });

  test('without a habit invents nothing and gives no drill plan', () => {
    const html = page({ document: document(false), freezes: [] });
    expect(html).toContain('Keep doing what stands above');
    expect(html).not.toContain('Not to be seen');
    expect(html).not.toContain('The plan, three days a week');
  });

  test('what no film showed is named, and nobody is told to keep doing it', () => {
    const html = page({ document: { ...document(false), strengths: [], notSeen: ['Repeats it'] }, freezes: [] });
    expect(html).toContain('as far as the films show it');
    expect(html).toContain('nothing is said:</b> Repeats it');
    expect(html).not.toContain('Keep doing');
  });

  test('a draft says that it is not for the family', () => {
    expect(page({ released: false })).toContain('not for the family');
    expect(page()).not.toContain('not for the family');
  });

  test('feet and inches where the camp chose them', () => {
    expect(page({ camp: { name: 'Test camp', units: 'imperial' } })).toContain('5&#x27;3&quot;');
  });

  test('the freeze frame keeps the body in its cut and draws the figure on it', () => {
    const box = /viewBox="([\d.]+) ([\d.]+) ([\d.]+) ([\d.]+)"[^>]*aria-label="Freeze frame/.exec(page())!.slice(1).map(Number);
    expect(box[0]!).toBeLessThan(490);
    expect(box[0]! + box[2]!).toBeGreaterThan(490);
    expect(page()).toContain('M500 300L480 380L470 470');
    expect(page({ freezes: [null] })).toContain('No film shows this moment.');
  });
});

describe('chalk', () => {
  test('levels are strokes, a dot for 0, a ring for not visible, and have a name for who cannot see them', () => {
    const strokes = (level: 0 | 1 | 2 | 3 | 'NV' | null): string => renderToStaticMarkup(<LevelStrokes level={level} />);
    for (const level of [1, 2, 3] as const) expect(strokes(level).match(/<path/g)).toHaveLength(level);
    expect(strokes(0)).toMatch(/<circle[^>]*fill="var\(--ink\)"/);
    expect(strokes('NV')).toMatch(/<circle[^>]*fill="none"/);
    expect([strokes(3), strokes('NV'), strokes(null)].map((s) => /aria-label="([^"]+)"/.exec(s)![1])).toEqual([
      'level 3, there',
      'not visible',
      'not scored yet',
    ]);
  });

  test('the line has its rubber before its plate, and labels of near ticks on different rows', () => {
    const html = renderToStaticMarkup(
      <ChalkLine
        playhead={0.5}
        phases={[]}
        ticks={[
          { id: 'layback', name: 'arm laid back', at: 0.7, state: 'marked', current: false },
          { id: 'release', name: 'release', at: 0.72, state: 'guessed', current: true },
        ]}
      />,
    );
    const rows = [...html.matchAll(/<text x="[\d.]+" y="(\d+)"[^>]*>(arm laid back|release)/g)].map((m) => m[1]);
    expect(new Set(rows).size).toBe(2);
    // A guess carries a question mark.
    expect(html).toContain('release?');
    expect(html.indexOf('<rect x="6"')).toBeGreaterThan(0);
  });
});
