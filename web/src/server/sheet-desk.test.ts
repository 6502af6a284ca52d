import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { defaultSheet, type OrganisationId, type Sheet, type SheetId } from '@stride-chalk/core';
import { addCamp, changeCamp } from './camp-settings.ts';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { camps, organisations, scores, sheetChanges, sheets } from './db/schema.ts';
import { compileDraft } from './evaluations.ts';
import {
  draftEffect,
  dropSheetDraft,
  releaseSheet,
  saveSheetDraft,
  sheetDecisions,
  sheetDraft,
  sheetVersion,
  sheetVersions,
  startSheetDraft,
  useSheet,
} from './sheet-desk.ts';
import { shippedSheet } from './shipped-sheet.ts';
import { enterAs } from './testing/entering.ts';
import { newWorld, type World } from './testing/world.ts';
import { anId } from '../parts/testing/an-id.ts';

let world: World;
const camp = (): Promise<Camp> => campById(world.campId);
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
beforeEach(async () => dropSheetDraft(await camp()));

type Json = Record<string, unknown>;
const changed = (change: (sheet: Sheet) => void): Json => {
  const copy = structuredClone(defaultSheet) as Sheet;
  change(copy);
  return copy as unknown as Json;
};
const renamed = (name: string): Json =>
  changed((s) => {
    s.checkpoints.find((c) => c.id === 'A1')!.name = name;
  });
const begin = async (document: Json | null = null, instead: number | null = null) =>
  startSheetDraft(await camp(), { document, instead }, world.lead);

/** A new version of the sheet in which A1 has another name. */
async function version(name: string): Promise<SheetId> {
  const { revision } = await begin(renamed(name));
  return (await releaseSheet(await camp(), { revision, reason: `called ${name} now` }, world.lead)).id;
}

describe('a draft', () => {
  test('begins with the version in use, is kept whole or not, and says what is to mend', async () => {
    expect(await sheetDraft(await camp())).toBeNull();
    const { revision, problems } = await begin();
    expect(problems).toEqual([]);
    expect((await sheetDraft(await camp()))!.document).toEqual(defaultSheet);
    const broken = renamed('');
    const kept = await saveSheetDraft(await camp(), { document: broken, revision }, world.lead);
    expect(kept.problems).toMatchObject([{ path: ['checkpoints', 0, 'name'] }]);
    expect((await sheetDraft(await camp()))!).toMatchObject({ document: broken, by: 'Lead' });
    await expect(releaseSheet(await camp(), { revision: kept.revision, reason: 'too early' }, world.lead)).rejects.toMatchObject({
      code: 'draft-with-problems',
    });
  });

  test('is not undone unseen by a second page', async () => {
    const { revision } = await begin();
    await saveSheetDraft(await camp(), { document: renamed('One'), revision }, world.lead);
    const late = { document: renamed('Two'), revision };
    await expect(saveSheetDraft(await camp(), late, world.coach)).rejects.toMatchObject({ code: 'draft-changed', status: 409 });
    await expect(begin(renamed('Two'), revision)).rejects.toMatchObject({ code: 'draft-changed' });
    await expect(begin(renamed('Two'))).rejects.toMatchObject({ code: 'draft-changed' });
    await expect(releaseSheet(await camp(), { revision, reason: 'of an old page' }, world.lead)).rejects.toMatchObject({
      code: 'draft-changed',
    });
    expect(((await sheetDraft(await camp()))!.document as unknown as Sheet).checkpoints[0]!.name).toBe('One');
    await dropSheetDraft(await camp());
    await expect(saveSheetDraft(await camp(), late, world.lead)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('is taken from a file, of an older form too; what is no sheet replaces nothing', async () => {
    await begin(renamed('From a file'));
    const now = (await sheetDraft(await camp()))!;
    await expect(begin({ name: 'A list' }, now.revision)).rejects.toMatchObject({
      code: 'no-sheet',
      message: expect.stringContaining('Nothing was replaced'),
    });
    expect((await sheetDraft(await camp()))!.document).toEqual(now.document);
  });
});

describe('a release', () => {
  test('is the next version, with its reason; the camp keeps the one it uses; a version never changes', async () => {
    const before = await camp();
    const { revision } = await begin(renamed('Feet'));
    const released = await releaseSheet(before, { revision, reason: 'children say feet' }, world.lead);
    expect(released.version).toBe(defaultSheet.version + 1);
    expect((await camp()).sheetId).toBe(before.sheetId);
    expect(await sheetDraft(before)).toBeNull();
    const sheet = await sheetVersion(before, released.id);
    expect([sheet.version, sheet.checkpoints[0]!.name]).toEqual([released.version, 'Feet']);
    expect((await sheetVersions(before))[0]).toMatchObject({ id: released.id, reason: 'children say feet', by: 'Lead' });
    await expect(db().update(sheets).set({ document: defaultSheet }).where(eq(sheets.id, released.id))).rejects.toThrow();
    await expect(db().delete(sheets).where(eq(sheets.id, released.id))).rejects.toThrow();
    const { revision: next } = await begin(renamed('Feet again'));
    expect((await releaseSheet(before, { revision: next, reason: 'once more' }, world.lead)).version).toBe(released.version + 1);
  });

  test('of one organisation is not another’s to see or to use; what ships is everybody’s, once', async () => {
    const own = await version('Ours');
    const elsewhere: OrganisationId = anId();
    await db().insert(organisations).values({ id: elsewhere, name: 'Elsewhere' });
    const other = { ...(await camp()), organisationId: elsewhere };
    await expect(sheetVersion(other, own)).rejects.toMatchObject({ code: 'not-found' });
    await expect(useSheet(other, { sheetId: own, reason: 'ours' }, world.lead)).rejects.toMatchObject({ code: 'not-found' });
    expect((await sheetVersions(other)).map((v) => v.id)).toEqual([world.sheetId]);
    expect(await shippedSheet()).toBe(world.sheetId);
    // The same number of another organisation stands beside it.
    const { revision } = await startSheetDraft(other, { document: renamed('Theirs'), instead: null }, world.coach);
    expect((await releaseSheet(other, { revision, reason: 'theirs' }, world.coach)).version).toBe(defaultSheet.version + 1);
  });
});

describe('which version a camp uses', () => {
  test('it changes freely before the first level, after it by a decision with a reason; old scores keep theirs', async () => {
    const at = await camp();
    const next = { name: 'Next', place: 'P', firstDay: at.firstDay, lastDay: at.lastDay, timeZone: 'UTC', units: at.units };
    const fresh = await addCamp(at, next, { id: world.lead, makesCamps: true });
    const newer = await version('Newer');
    await useSheet(await campById(fresh), { sheetId: newer, reason: null }, world.lead);
    expect((await campById(fresh)).sheet.checkpoints[0]!.name).toBe('Newer');
    expect(await sheetDecisions(fresh)).toEqual([]);

    await enterAs(
      anId(),
      { kind: 'score', deliveryId: world.delivery, checkpoint: 'A1', level: '1', faults: ['A1.narrow'], note: null },
      world.coach,
    );
    await expect(useSheet(at, { sheetId: newer, reason: null }, world.lead)).rejects.toMatchObject({ code: 'sheet-in-use' });
    const settings = {
      ...{ name: at.name, place: at.place, firstDay: at.firstDay, lastDay: at.lastDay, timeZone: at.timeZone, units: at.units },
      ...{ distances: {}, groundMarks: null, retentionDays: 30, schools: {}, schoolReasons: {}, armCare: null },
    };
    await expect(changeCamp(world.campId, { ...settings, sheetId: newer }, world.lead)).rejects.toMatchObject({
      code: 'sheet-in-use',
    });
    await useSheet(at, { sheetId: newer, reason: 'the words were read in two ways' }, world.lead);
    await useSheet(await camp(), { sheetId: newer, reason: 'again' }, world.lead);
    expect((await camp()).sheetId).toBe(newer);
    expect(await sheetDecisions(world.campId)).toMatchObject([
      { from: world.sheetId, to: newer, reason: 'the words were read in two ways', by: 'Lead' },
    ]);
    const [score] = await db().select().from(scores).where(eq(scores.deliveryId, world.delivery));
    expect(score!.sheetId).toBe(world.sheetId);
    await db().update(camps).set({ sheetId: world.sheetId }).where(eq(camps.id, world.campId));
    await db().delete(sheetChanges);
  });

  test('a fault that the version in use does not have any more is not named in a write-up; the level stands', async () => {
    for (const deliveryId of [world.delivery, world.secondDelivery])
      await enterAs(
        anId(),
        { kind: 'score', deliveryId, checkpoint: 'A1', level: '0', faults: ['A1.wide'], note: null },
        world.coach,
      );
    const without = changed((s) => {
      const a1 = s.checkpoints.find((c) => c.id === 'A1')!;
      a1.faults = a1.faults.filter((f) => f.code !== 'A1.wide').map((f) => ({ ...f, opposes: [] }));
      s.bands = s.bands.filter((b) => b.checkpoint !== 'A1');
      s.causes = s.causes.filter((c) => c.cause !== 'A1.wide' && c.effect !== 'A1.wide');
      a1.levels = ['Feet touch', 'One foot fits between', 'Two feet fit between', 'Three feet fit between'];
    });
    const { revision, problems } = await begin(without);
    expect(problems).toEqual([]);
    const { id } = await releaseSheet(await camp(), { revision, reason: 'nobody is too wide' }, world.lead);
    await useSheet(await camp(), { sheetId: id, reason: 'nobody is too wide' }, world.lead);
    const draft = await compileDraft({ camperId: world.camper, by: world.coach, instead: null, from: 'levels' });
    expect(draft.document.facts!.habits.find((h) => h.checkpoint === 'A1')).toMatchObject({ levels: [0, 0], habits: [] });
    await db().update(camps).set({ sheetId: world.sheetId }).where(eq(camps.id, world.campId));
  });

  test('schools are chosen for all ages or for one, of what the sheet knows, each with a reason', async () => {
    const at = await camp();
    const settings = (schools: Record<string, string>, schoolReasons: Record<string, string> = {}) => ({
      ...{ name: at.name, place: at.place, firstDay: at.firstDay, lastDay: at.lastDay, timeZone: at.timeZone, units: at.units },
      ...{ distances: {}, groundMarks: null, retentionDays: 30, sheetId: at.sheetId, schools, schoolReasons, armCare: null },
    });
    const set = (schools: Record<string, string>, reasons?: Record<string, string>) =>
      changeCamp(world.campId, settings(schools, reasons), world.lead);
    const school = defaultSheet.schools.find((s) => s.id === 'B4')!;
    const other = school.options.find((o) => o.id !== school.defaults['9-10'])!.id;
    await expect(set({ 'B4 9-10': other })).rejects.toMatchObject({ code: 'school-without-reason' });
    await expect(set({ 'B4 5-6': other }, { B4: 'r' })).rejects.toMatchObject({ code: 'unknown-age' });
    await expect(set({ 'B4 9-10': 'nonsense' }, { B4: 'r' })).rejects.toMatchObject({ code: 'unknown-school' });
    await set({ 'B4 9-10': other }, { B4: 'they fall over otherwise' });
    expect((await camp()).schools).toEqual({ 'B4 9-10': other });
    await set({});
  });
});

test('what a draft would have changed is counted at this camp and the last one that the lead knows; nothing is changed by asking', async () => {
  await expect(draftEffect(await camp(), world.lead)).rejects.toMatchObject({ code: 'not-found' });
  const at = await camp();
  const before = { name: 'Before', place: 'P', firstDay: '2025-07-01', lastDay: '2025-07-05', timeZone: 'UTC', units: at.units };
  await addCamp(at, before, { id: world.lead, makesCamps: true });
  for (const deliveryId of [world.delivery, world.secondDelivery])
    await enterAs(
      anId(),
      { kind: 'score', deliveryId, checkpoint: 'A1', level: '0', faults: ['A1.narrow'], note: null },
      world.coach,
    );
  const none = changed((s) => {
    s.checkpoints.find((c) => c.id === 'A1')!.scoredFor = [];
  });
  await begin(none);
  const scored = await db().select().from(scores);
  const [here, last] = await draftEffect(await camp(), world.lead);
  expect(here).toMatchObject({ focus: { of: 1, changed: 1 }, bibs: [7], scores: { of: 2, changed: 0 } });
  expect(last).toMatchObject({ camp: 'Before 2025', focus: { of: 0, changed: 0 }, bibs: [] });
  expect(await db().select().from(scores)).toEqual(scored);
  // A coach of this camp only.
  expect(await draftEffect(await camp(), world.coach)).toHaveLength(1);
});
