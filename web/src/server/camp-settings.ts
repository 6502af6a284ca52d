import { and, eq, isNull, or } from 'drizzle-orm';
import { AGE_GROUPS, type CampSettings, type NewCamp, type CampId, type StaffId } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { camps, campStaff, organisations, sheets } from './db/schema.ts';
import { Refusal } from './refusal.ts';
import type { StaffMember } from './staff.ts';
import { newId } from './new-id.ts';
import { hasScores } from './sheet-desk.ts';

/** Changes the settings of a camp. The sheet stays as soon as something has been scored with it. */
export async function changeCamp(campId: CampId, settings: CampSettings, by: StaffId): Promise<void> {
  await db().transaction(async (tx) => {
    const [row] = await tx.select().from(camps).where(eq(camps.id, campId)).for('update');
    const [sheet] = await tx
      .select()
      .from(sheets)
      .where(
        and(eq(sheets.id, settings.sheetId), or(isNull(sheets.organisationId), eq(sheets.organisationId, row!.organisationId))),
      );
    if (!sheet) throw new Refusal('unknown-sheet', 'There is no such version of the sheet.');
    for (const [id, option] of Object.entries(settings.schools)) {
      // Of all ages (B1), or of one age group (B1 9-10).
      const [of, age] = id.split(' ') as [string, string | undefined];
      const school = sheet.document.schools.find((s) => s.id === of);
      if (age !== undefined && !(AGE_GROUPS as readonly string[]).includes(age))
        throw new Refusal('unknown-age', `There is no age group ${age}.`);
      if (!school?.options.some((o) => o.id === option))
        throw new Refusal('unknown-school', `The sheet knows no choice ${option} for ${id}.`);
    }
    const changed = Object.keys(settings.schools).filter((id) => settings.schools[id] !== row!.schools[id]);
    const silent = changed.find((id) => !settings.schoolReasons[id.split(' ')[0]!]);
    if (silent)
      throw new Refusal('school-without-reason', `Say in a few words why you chose this for ${silent}: the staff will ask.`);
    if (settings.sheetId !== row!.sheetId && (await hasScores(campId, tx)))
      throw new Refusal(
        'sheet-in-use',
        'Levels were scored with this version of the sheet: this camp keeps it, unless you decide otherwise under “Versions” of the sheet.',
        409,
      );
    await tx
      .update(camps)
      .set({ ...settings, enteredBy: by, enteredAt: new Date() })
      .where(eq(camps.id, campId));
  });
}

const requireMaker = (by: Pick<StaffMember, 'makesCamps'>): void => {
  if (!by.makesCamps)
    throw new Refusal(
      'not-allowed',
      'To make camps of this organisation is a right of its own: somebody who has it gives it.',
      403,
    );
};

export const organisationOf = async (camp: Camp): Promise<string> =>
  (await db().select({ name: organisations.name }).from(organisations).where(eq(organisations.id, camp.organisationId)))[0]!.name;

export async function nameOrganisation(camp: Camp, name: string, by: Pick<StaffMember, 'id' | 'makesCamps'>): Promise<void> {
  requireMaker(by);
  await db()
    .update(organisations)
    .set({ name, enteredBy: by.id, enteredAt: new Date() })
    .where(eq(organisations.id, camp.organisationId));
}

/** Another camp of the same organisation, with the sheet, schools and limits of the one at work to begin with. */
export async function addCamp(like: Camp, input: NewCamp, by: Pick<StaffMember, 'id' | 'makesCamps'>): Promise<CampId> {
  requireMaker(by);
  const id = newId<CampId>();
  await db().transaction(async (tx) => {
    await tx.insert(camps).values({
      id,
      organisationId: like.organisationId,
      ...input,
      sheetId: like.sheetId,
      schools: like.schools,
      schoolReasons: like.schoolReasons,
      distances: like.distances,
      groundMarks: like.groundMarks,
      retentionDays: like.retentionDays,
      armCare: like.ownLimits ? like.armCare : null,
      enteredBy: by.id,
    });
    await tx.insert(campStaff).values({ campId: id, staffId: by.id, role: 'lead', enteredBy: by.id });
  });
  return id;
}
