import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test } from 'vitest';
import { defaultSheet, resolveSheet } from '@stride-chalk/core';
import { bandInWords } from './band-in-words.ts';
import { BookletPhase } from './BookletPhase.tsx';
import { SchoolSides } from './SchoolSides.tsx';
import { SheetPhase } from './SheetPhase.tsx';

const phase = (id: string, age: '9-10' | '13-14', schools: Record<string, string> = {}): string =>
  renderToStaticMarkup(
    <SheetPhase
      sheet={defaultSheet}
      checkpoints={resolveSheet(defaultSheet, age, 'stretch', schools).filter((c) => c.phase === id)}
      ageGroup={age}
    />,
  );

describe('the sheet as the staff read it', () => {
  test('says where to look, from where, what each level looks like, and what is said of each fault', () => {
    const html = phase('turn', '13-14');
    expect(html).toContain('in motion, from foot bears weight to release');
    expect(html).toContain('open side, front');
    expect(html).toContain('The front knee straightens by 5 to 30 degrees');
    expect(html).toContain('wanted 5 to 30°, acceptable -5 to 40°');
    expect(html).toContain('/anchors/F2-firm-youth-0.svg');
    expect(html).toContain('Land, then push the ground away.');
    expect(html).toContain('Step behind and land firm, Step to the mark');
    expect(html).toContain('Front leg takes the weight: A knee that is past the foot has nothing to push against.');
  });

  test('reads as the camp teaches it at an age; the other school stands below; what is not scored says so', () => {
    expect(phase('release', '13-14', { G1: 'bend' })).toContain('The staff teach: <b>front leg bends a little</b>');
    expect(phase('release', '13-14')).toContain('The other school: front leg bends a little');
    expect(phase('turn', '9-10')).toContain('later: not scored at this age');
    expect(phase('start', '13-14')).toContain('once for the whole set');
  });

  test('the booklet has of each checkpoint the four levels, and of each fault its name and cue', () => {
    const checkpoints = resolveSheet(defaultSheet, '13-14').filter((c) => c.phase === 'stride');
    const html = renderToStaticMarkup(<BookletPhase checkpoints={checkpoints} ageGroup="13-14" />);
    expect(html).not.toContain('<details');
    for (const c of checkpoints) {
      for (const words of c.descriptions) expect(html).toContain(words);
      for (const f of c.faults) expect(html).toContain(f.cue.older);
    }
    expect(html).toContain('/anchors/D3-youth-3.svg');
  });

  test('schools: both sides, who teaches which at what age, and the lead’s reason in the place of the sheet’s', () => {
    const html = renderToStaticMarkup(
      <SchoolSides sheet={defaultSheet} choices={{ G1: 'firm' }} reasons={{ G1: 'Our mounds are low.' }} />,
    );
    expect(html.match(/<section/g)).toHaveLength(15);
    expect(html).toContain('Chosen by the lead: Our mounds are low.');
    const g1 = html.slice(html.indexOf('school-G1'), html.indexOf('school-G4'));
    expect(g1).toMatch(/firm front leg.*taught at 7 to 18.*front leg bends a little.*not taught here/s);
    expect(g1).toContain('/anchors/G1-bend-youth-3.svg');
    const b3 = html.slice(html.indexOf('school-B3'), html.indexOf('school-B4'));
    expect(b3).toMatch(/taught at 7 to 12.*taught at 13 to 18/s);
  });

  test('a band in words: closed, open below, open above, open', () => {
    const band = (wanted: [number | null, number | null]) => ({ ...defaultSheet.bands[0]!, wanted });
    expect(bandInWords(band([90, 150]), 'wanted')).toBe('90 to 150 %');
    expect(bandInWords(band([null, 150]), 'wanted')).toBe('up to 150 %');
    expect(bandInWords(band([90, null]), 'wanted')).toBe('from 90 %');
    expect(bandInWords(band([null, null]), 'wanted')).toBe('any');
  });
});
