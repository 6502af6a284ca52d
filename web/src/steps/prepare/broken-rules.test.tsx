import { renderToStaticMarkup } from 'react-dom/server';
import { expect, test } from 'vitest';
import { BrokenRules } from './BrokenRules.tsx';
import type { DayPlanData } from './day-plan-data.ts';
import { anId } from '../../parts/testing/an-id.ts';

type Problem = DayPlanData['problems'][number];
const problem = (code: Problem['code'], bib: number): Problem => ({
  code,
  kind: 'one',
  campers: [anId(String(bib))],
  says: `says ${code} of ${bib}`,
});
const shown = (problems: readonly Problem[]): string =>
  renderToStaticMarkup(<BrokenRules problems={problems} bibOf={(id) => id} />);

test('many who have missed their turn are one line; two of them are named like the rest', () => {
  const many = shown([problem('missed', 31), problem('missed', 4), problem('missed', 100), problem('inBreak', 7)]);
  expect(many).toContain('3 have missed their turn:</b> bibs 4, 31, 100.');
  expect(many).not.toContain('says missed');
  expect(many).toContain('says inBreak of 7');
  const two = shown([problem('missed', 31), problem('missed', 4)]);
  expect(two).toContain('says missed of 31');
  expect(two).not.toContain('have missed');
});

test('six are named at once, the others are one tap away and none is left out', () => {
  const html = shown(Array.from({ length: 8 }, (_, i) => problem('inBreak', i + 1)));
  expect(html.split('<details>')[0]!.match(/says inBreak/g)).toHaveLength(6);
  expect(html.split('<details>')[1]!.match(/says inBreak/g)).toHaveLength(2);
  expect(html).toContain('2 more');
  expect(shown([])).toBe('');
});
