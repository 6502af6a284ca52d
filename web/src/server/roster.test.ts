import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { matchColumns, readRosterRow, type RosterPatch, type RosterRow } from '@stride-chalk/core';
import { countThrows } from './arm-care.ts';
import { campById, type Camp } from './camps.ts';
import { camperByBib, listCampers, listRoster } from './campers.ts';
import { gateList } from './check-ins.ts';
import { consentHistory, recordConsents } from './consents.ts';
import { dayPlanOf } from './day-plans.ts';
import { campAtAGlance } from './home.ts';
import { db } from './db/connect.ts';
import { campers, consents } from './db/schema.ts';
import { addCamper, changeCamper, importRoster, rosterCsv, rosterRows, withdrawCamper, type RowDecision } from './roster.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

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
const take = (rows: RosterPatch[], decision: RowDecision = 'match', consent: 'keep' | 'take' | null = null) =>
  importRoster(
    camp,
    rows.map((said) => ({ said, decision, consent })),
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
        { said: row(102, { name: 'Child 101' }), decision: { update: id(101) }, consent: null },
        { said: row(101, { name: 'Child 102', born: '2013-01-01' }), decision: { update: id(102) }, consent: null },
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
          { said: row(202, { name: 'A B' }), decision: 'new', consent: null },
          { said: row(202, { name: 'C D' }), decision: 'new', consent: null },
        ],
        world.lead,
      ),
    ).rejects.toMatchObject({ code: 'bib-taken', message: expect.stringContaining('A B') });
    await expect(
      importRoster(camp, [{ said: row(203), decision: { update: world.sheetId }, consent: null }], world.lead),
    ).rejects.toMatchObject({
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

describe('a later file', () => {
  test('changes only what it holds: a missing column takes nothing away', async () => {
    await take([
      row(601, {
        name: 'Kept Whole',
        born: '2012-04-04',
        guardianEmail: 'g@whole.example',
        guardianPhone: '+1 555 0601',
        consentUntil: '2027-01-01',
        consentToShare: true,
        togetherWith: 'Whole',
      }),
    ]);
    expect(await take([{ bib: 601, name: 'Kept Whole', heightCentimetres: 153 }])).toEqual({
      added: 0,
      updated: 1,
      unchanged: 0,
    });
    expect((await rosterRows(world.campId)).find((r) => r.bib === 601)).toMatchObject({
      heightCentimetres: 153,
      guardianEmail: 'g@whole.example',
      guardianPhone: '+1 555 0601',
      consentToFilm: true,
      consentToShare: true,
      consentUntil: '2027-01-01',
      togetherWith: 'Whole',
    });
    // Somebody new has to be whole.
    await expect(take([{ bib: 602, name: 'Half A Camper' }])).rejects.toMatchObject({ code: 'not-whole' });
  });

  test('never loosens or lengthens a consent without an answer for that camper, and the history keeps every answer', async () => {
    const file = row(603, { name: 'Asked Anew', born: '2012-05-05' });
    await take([file]);
    const { id } = await camperByBib(camp, 603);
    await recordConsents(
      [{ camperId: id, film: false, share: false, until: null, givenBy: 'Aunt May', how: 'by phone' }],
      world.lead,
    );
    expect((await camperByBib(camp, 603)).consent).toMatchObject({ film: false, why: 'withdrawn' });
    await expect(take([file])).rejects.toMatchObject({
      code: 'consent-unanswered',
      message: expect.stringContaining('Asked Anew'),
    });
    expect(await take([{ ...file, heightCentimetres: 155 }], 'match', 'keep')).toMatchObject({ updated: 1 });
    expect(await camperByBib(camp, 603)).toMatchObject({ heightCentimetres: 155, consent: { film: false } });
    await take([file], 'match', 'take');
    expect((await camperByBib(camp, 603)).consent).toMatchObject({ film: true, why: 'given' });
    // Stricter is taken as it comes.
    await take([{ bib: 603, name: 'Asked Anew', consentUntil: '2020-01-01' }]);
    expect((await camperByBib(camp, 603)).consent).toMatchObject({ film: false, why: 'ranOut' });
    expect((await consentHistory(id)).map((h) => [h.film, h.until, h.givenBy, h.how, h.by])).toEqual([
      [true, '2020-01-01', 'G', 'roster file', 'Lead'],
      [true, null, 'G', 'roster file', 'Lead'],
      [false, null, 'Aunt May', 'by phone', 'Lead'],
      [true, null, 'G', 'roster file', 'Lead'],
    ]);
  });

  test('an answer about consent is never changed and never deleted, not by SQL either', async () => {
    await expect(db().update(consents).set({ film: true })).rejects.toThrow();
    await expect(db().delete(consents)).rejects.toThrow();
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
    const columns = matchColumns(cells[0]!);
    expect(columns.filter((c) => !c.sure)).toEqual([]);
    const back = cells
      .slice(1)
      .map((row, i) =>
        readRosterRow(i + 2, Object.fromEntries(columns.map((c, k) => [c.field!, row[k]!])), { firstDay: camp.firstDay }),
      );
    expect(back.filter((r) => r.problems.length > 0)).toEqual([]);
    expect(await take(back.map((r) => r.said))).toEqual({ added: 0, updated: 0, unchanged: back.length });
  });
});

describe('one by hand', () => {
  test('added, changed, withdrawn and back', async () => {
    const id = await addCamper(camp, row(501, { name: 'By Hand', born: '2013-09-09' }), world.lead);
    await expect(addCamper(camp, row(501, { name: 'Other', born: '2013-09-10' }), world.lead)).rejects.toMatchObject({
      code: 'bib-taken',
    });
    const {
      consentToFilm: _f,
      consentToShare: _s,
      consentUntil: _u,
      ...facts
    } = row(502, { name: 'By Hand', born: '2013-09-09' });
    await changeCamper(camp, id, { ...facts, guardianPhone: '+1 555 0502' }, world.lead);
    expect(await camperByBib(camp, 502)).toMatchObject({ id, guardianPhone: '+1 555 0502', consent: { film: true } });
    await changeCamper(camp, id, { ...facts, guardianPhone: null }, world.lead);
    expect(await camperByBib(camp, 502)).toMatchObject({ guardianPhone: null });
    await expect(changeCamper(camp, id, { ...facts, bib: 7 }, world.lead)).rejects.toMatchObject({ code: 'bib-taken' });
    await expect(changeCamper(camp, anId(world.sheetId), facts, world.lead)).rejects.toMatchObject({ code: 'not-found' });
    await withdrawCamper(id, '2026-07-14', world.lead);
    expect((await listCampers(camp)).map((c) => c.bib)).not.toContain(502);
    await withdrawCamper(id, null, world.lead);
    expect((await listCampers(camp)).map((c) => c.bib)).toContain(502);
  });
});

describe('a child outside the ages of the camp', () => {
  test('is shown and marked in every list, and planned in none; the others are', async () => {
    for (const [bib, born] of [
      [701, '2021-01-01'],
      [702, '2001-01-01'],
      [703, '2027-01-01'],
    ] as const)
      await world.addCamper(bib, { born, name: `Age ${bib}` }, 1);
    const young = await camperByBib(camp, 701);
    // A throw before his seventh birthday is a fact of the ledger.
    await countThrows(camp, young, { id: anId(), day: '2026-07-13', kind: 'game', count: 30, by: world.helper });
    expect((await listRoster(camp)).filter((c) => c.outsideAges).map((c) => [c.bib, c.age])).toEqual([
      [701, 5],
      [702, 25],
      [703, 0],
    ]);
    const gate = await gateList(camp, '2026-07-14');
    expect(gate.filter((g) => g.camper.outsideAges).map((g) => [g.camper.bib, g.standing.why])).toEqual([
      [701, 'noLimits'],
      [702, 'noLimits'],
      [703, 'noLimits'],
    ]);
    expect(gate.find((g) => g.camper.bib === 7)!.standing.why).toBe('free');
    const plan = await dayPlanOf(camp, '2026-07-14');
    const why = new Map(plan.resting.map((r) => [r.camper, r.why]));
    for (const g of gate.filter((x) => x.camper.outsideAges)) expect(why.get(g.camper.id)).toContain('the camp plans 7 to 18');
    expect(plan.unplanned).toContain(world.camper);
    expect((await campAtAGlance(camp)).map((c) => c.bib)).toEqual(expect.arrayContaining([7, 701, 702, 703]));
  });
});
