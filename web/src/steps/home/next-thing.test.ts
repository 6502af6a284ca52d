import { expect, test } from 'vitest';
import { nextThing, type CampNow, type FieldDay } from './next-thing.ts';

const field: FieldDay = {
  ...{ expected: 40, atTheGate: 40, here: 38, planned: 36, done: 3, resting: 2 },
  ...{ next: { bib: 12, mound: 'Mound 2', from: 560 }, broken: [] },
};
const camp: CampNow = { role: 'lead', campers: 40, staff: 5, over: false, planned: true, field };
const next = (more: Partial<CampNow>) => nextThing({ ...camp, ...more });

test('an empty camp is made ready in order: roster, staff, plan; only by the lead', () => {
  const empty = { campers: 0, staff: 1, planned: false, field: null };
  expect(next(empty)).toMatchObject({ title: 'Bring in the roster', href: '/roster/import' });
  expect(next({ ...empty, campers: 40 })).toMatchObject({ title: 'Invite the staff', href: '/staff' });
  expect(next({ ...empty, campers: 40, staff: 2 })).toMatchObject({ title: 'Plan the day', href: '/day-plan' });
  expect(next({ ...empty, campers: 40, staff: 2, planned: true })).toBeNull();
  for (const role of ['coach', 'helper'] as const) expect(next({ ...empty, role })).toBeNull();
  expect(next({ ...empty, over: true })).toBeNull();
});

test('what no longer holds of the plan comes before everything else of the day, and says how much more there is', () => {
  const sore = { bibs: [22], says: 'Bib 22 has a sore arm and is still on the plan.' };
  expect(next({ field: { ...field, broken: [sore] } })).toMatchObject({ big: '22', title: sore.says, href: '/day-plan' });
  expect(next({ field: { ...field, broken: [sore, sore] } })!.more).toBe('And 1 more that does not hold any more.');
  expect(next({ field: { ...field, broken: [sore, sore, sore] } })!.more).toBe('And 2 more that do not hold any more.');
  expect(next({ role: 'helper', field: { ...field, broken: [sore] } })!.href).not.toBe('/day-plan');
});

test('in the morning who is not at the gate; later what is to be filmed; a coach goes on scoring', () => {
  const morning = { ...field, atTheGate: 31, here: 30 };
  for (const role of ['lead', 'helper'] as const)
    expect(next({ role, field: morning })).toMatchObject({ big: '9', title: 'not at the gate yet', href: '/check-in' });
  expect(next({ role: 'coach', field: morning })).toBeNull();
  // Nobody is waited for when all have thrown who were planned.
  expect(next({ field: { ...morning, next: null } })).toBeNull();
  expect(next({ field: { ...morning, next: null, planned: 0 } })).toMatchObject({ href: '/check-in' });
  expect(next({ role: 'helper' })).toMatchObject({ big: '12', title: 'next on Mound 2, at 9:20', href: '/campers/12' });
  expect(next({})).toBeNull();
  expect(next({ role: 'helper', field: { ...field, next: null } })).toBeNull();
});
