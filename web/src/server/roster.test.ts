import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { matchColumns, readRoster, type RosterRow } from '@stride-chalk/core';
import { addCamp } from './camp-settings.ts';
import { campById, type Camp } from './camps.ts';
import { camperByBib, listCampers } from './campers.ts';
import { db } from './db/connect.ts';
import { campers, evaluations } from './db/schema.ts';
import {
  addCamper,
  changeCamper,
  historyOf,
  importRoster,
  returningChildren,
  rosterCsv,
  rosterRows,
  withdrawCamper,
  type RowDecision,
} from './roster.ts';
import { newWorld, type World } from './testing/world.ts';

let world: World;
let camp: Camp;
const row = (bib: number, more: Partial<RosterRow> = {}): RosterRow => ({
  bib,
  name: `Child ${bib}`,
  born: '2014-03-09',
  hand: 'R',
  throwsBoth: false,
  heightCentimetres: 150,
  guardian: 'G',
  guardianEmail: null,
  guardianPhone: null,
  consentToFilm: true,
  consentToShare: false,
  consentUntil: null,
  togetherWith: null,
  ...more,
});
const take = (rows: RosterRow[], decision: RowDecision = 'match') =>
  importRoster(
    camp,
    rows.map((r) => ({ row: r, decision })),
    world.lead,
  );
beforeAll(async () => {
  world = await newWorld();
  camp = await campById(world.campId);
});
afterAll(() => world.end());

describe('a file taken into the roster', () => {
  test('adds, then updates and never doubles; the writer is kept', async () => {
    expect(await take([row(101), row(102, { born: '2013-01-01' })])).toEqual({ added: 2, updated: 0, unchanged: 0 });
    expect(
      await take([row(101, { heightCentimetres: 152 }), row(102, { born: '2013-01-01' }), row(103, { born: '2012-01-01' })]),
    ).toEqual({ added: 1, updated: 1, unchanged: 1 });
    expect((await rosterRows(world.campId)).filter((r) => r.bib > 100).map((r) => [r.bib, r.heightCentimetres])).toEqual([
      [101, 152],
      [102, 150],
      [103, 150],
    ]);
    const [kept] = await db().select().from(campers).where(eq(campers.bib, 101));
    expect(kept).toMatchObject({ enteredBy: world.lead });
  });

  test('campers may change bibs with each other', async () => {
    expect(
      await take(
        [row(102, { name: 'Child 101' }), row(101, { name: 'Child 102', born: '2013-01-01' })].map((r) => ({
          ...r,
          heightCentimetres: 151,
        })),
        'match',
      ).catch((e: Error) => e.message),
    ).toContain('Say which camper');
    const all = await rosterRows(world.campId);
    const id = (bib: number): string => all.find((r) => r.bib === bib)!.id;
    await importRoster(
      camp,
      [
        { row: row(102, { name: 'Child 101' }), decision: { update: id(101) } },
        { row: row(101, { name: 'Child 102', born: '2013-01-01' }), decision: { update: id(102) } },
      ],
      world.lead,
    );
    expect((await rosterRows(world.campId)).filter((r) => [101, 102].includes(r.bib)).map((r) => [r.bib, r.id])).toEqual([
      [101, id(102)],
      [102, id(101)],
    ]);
  });

  test('all or none: one row that cannot stand leaves everything as it was', async () => {
    const before = await rosterRows(world.campId);
    await expect(
      take([row(201, { name: 'New One', born: '2011-01-01' }), row(7, { name: 'Somebody Else', born: '2011-05-05' })]),
    ).rejects.toMatchObject({ code: 'unsure' });
    await expect(
      importRoster(
        camp,
        [
          { row: row(202, { name: 'A B' }), decision: 'new' },
          { row: row(202, { name: 'C D' }), decision: 'new' },
        ],
        world.lead,
      ),
    ).rejects.toMatchObject({ code: 'bib-taken', message: expect.stringContaining('A B') });
    await expect(importRoster(camp, [{ row: row(203), decision: { update: world.sheetId } }], world.lead)).rejects.toMatchObject({
      code: 'not-found',
    });
    expect(await rosterRows(world.campId)).toEqual(before);
  });

  test('the same file by two at once makes everybody once', async () => {
    const rows = [row(301, { name: 'Twin Send', born: '2012-02-02' })];
    const results = await Promise.all([take(rows), take(rows)]);
    expect(results.map((r) => r.added).sort()).toEqual([0, 1]);
  });
});

describe('the export', () => {
  test('comes back through the import unchanged, and no cell is a formula', async () => {
    await addCamper(
      camp,
      row(401, {
        name: '=HYPERLINK("x")',
        born: '2013-03-03',
        guardianPhone: '+1 555 0100',
        guardian: '@home',
        throwsBoth: true,
        hand: 'L',
        heightCentimetres: 162.6,
        consentUntil: '2026-12-31',
        togetherWith: '-family',
      }),
      world.lead,
    );
    const csv = await rosterCsv(camp);
    const cells = Papa.parse<string[]>(csv.replace('\uFEFF', ''), { skipEmptyLines: true }).data;
    for (const cell of cells.flat()) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
    const back = readRoster(
      cells.slice(1),
      matchColumns(cells[0]!).map((c) => c.field),
      { firstDay: camp.firstDay },
      null,
    );
    expect(back.filter((r) => r.problems.length > 0)).toEqual([]);
    expect(await take(back.map((r) => r.row!))).toEqual({ added: 0, updated: 0, unchanged: back.length });
  });
});

describe('one by hand', () => {
  test('added, changed, withdrawn and back', async () => {
    const id = await addCamper(camp, row(501, { name: 'By Hand', born: '2013-09-09' }), world.lead);
    await expect(addCamper(camp, row(501, { name: 'Other', born: '2013-09-10' }), world.lead)).rejects.toMatchObject({
      code: 'bib-taken',
    });
    await changeCamper(camp, id, row(502, { name: 'By Hand', born: '2013-09-09', consentUntil: '2026-01-01' }), world.lead);
    expect(await camperByBib(camp, 502)).toMatchObject({ id, consentGiven: true, consentToFilm: false });
    await withdrawCamper(id, '2026-07-14', world.lead);
    expect((await listCampers(camp)).map((c) => c.bib)).not.toContain(502);
    await withdrawCamper(id, null, world.lead);
    expect((await listCampers(camp)).map((c) => c.bib)).toContain(502);
  });
});

test('a returning camper is the same child, with what was handed out to him before', async () => {
  const next = await campById(
    await addCamp(
      camp,
      {
        name: 'Next year',
        place: 'Field',
        firstDay: '2027-07-12',
        lastDay: '2027-07-16',
        timeZone: 'America/Chicago',
        units: 'metric',
      },
      world.lead,
    ),
  );
  const old = await camperByBib(camp, 7);
  const id = await addCamper(next, row(70, { name: 'CAMPER  7', born: old.born }), world.lead);
  const [now] = await db().select().from(campers).where(eq(campers.id, id));
  expect(now!.childId).toBe(old.childId);
  expect((await returningChildren(next.id)).get(old.childId)).toBe(1);
  expect(await historyOf(old.childId, next.id)).toMatchObject([{ camp: 'Test camp', bib: 7, evaluation: null }]);
  // A child of the same name with another birthday is another child.
  const other = await addCamper(next, row(71, { name: 'Camper 8', born: '2012-12-12' }), world.lead);
  const [stranger] = await db().select().from(campers).where(eq(campers.id, other));
  expect(stranger!.childId).not.toBe((await camperByBib(camp, 8)).childId);
  expect(await db().select().from(evaluations)).toEqual([]);
});
