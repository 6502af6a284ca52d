import { expect, test } from 'vitest';
import { ageGroupOf, defaultSheet, fitFacets, samePage, teachingClips, unseenIn } from '@stride-chalk/core';
import { CAMP, LAST_YEAR_CLIPS, LAST_YEAR_SEVERITY, READ_IN_TWO_WAYS } from '@stride-chalk/demo';
import { levelsOfLastYear } from './load-demo-last-year.ts';

const { levels, shown } = levelsOfLastYear((c) => ageGroupOf(c.born, CAMP.firstDay));
const records = levels.map((l) => ({ camper: String(l.bib), coach: l.coach, checkpoint: l.checkpoint, level: l.level }));

test('levels drawn around what the films truly show still tell how strict each coach is, and which words are read in two ways', () => {
  const { coaches } = fitFacets(
    records.filter((r) => r.checkpoint !== READ_IN_TWO_WAYS),
    { estimator: 'marginal' },
  );
  for (const [coach, severity] of Object.entries(LAST_YEAR_SEVERITY)) {
    const { measure, standardError } = coaches[coach]!;
    expect(Math.abs(measure! - severity), `${coach}: ${measure}`).toBeLessThan(3 * standardError!);
  }
  expect(samePage(records.map((r) => ({ ...r, delivery: r.camper }))).repairFirst[0]).toBe(READ_IN_TWO_WAYS);
  // Where the film shows a fault, fewer are content with it.
  const mean = (of: '0' | '3'): number => {
    const own = levels.filter((l) => shown.get(`${l.bib} ${l.checkpoint}`)?.level === of);
    expect(own.length).toBeGreaterThan(5);
    return own.reduce((sum, l) => sum + l.level, 0) / own.length;
  };
  expect(mean('3') - mean('0')).toBeGreaterThan(1);
});

test('what is still filmed of last year is enough for a round of five clips, each from a side that shows its checkpoint', () => {
  const views = new Map(LAST_YEAR_CLIPS.map((c) => [String(c.bib), [c.view]]));
  const chosen = teachingClips(
    records.map((r) => ({ ...r, delivery: r.camper })),
    (delivery, checkpoint) =>
      views.has(delivery) && !unseenIn(defaultSheet.checkpoints.find((c) => c.id === checkpoint)!, views.get(delivery)!),
    5,
  );
  expect(chosen).toHaveLength(5);
  expect(new Set(chosen.map((c) => c.delivery)).size).toBe(5);
});
