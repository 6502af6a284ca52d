import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 } from 'uuid';
import { addDays, defaultSheet } from '@stride-chalk/core';
import type { Role } from './access.ts';
import { endSessions, passwordLink } from './accounts.ts';
import { campById, type Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { camps, campStaff, credentials, sheets, staff } from './db/schema.ts';
import { writeMessage } from './messages.ts';
import { notFound, Refusal } from './refusal.ts';

/** Somebody at work: who he is, and what he is at the camp. */
export interface StaffMember {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** The staff of a camp by name; those who were deactivated too when asked. */
export async function listStaff(campId: string, which: 'active' | 'all' = 'active') {
  const rows = await db()
    .select({
      id: staff.id,
      name: staff.name,
      email: staff.email,
      role: campStaff.role,
      deactivatedAt: campStaff.deactivatedAt,
      credential: credentials.id,
    })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .leftJoin(credentials, eq(credentials.userId, staff.id))
    .where(and(eq(campStaff.campId, campId), which === 'active' ? isNull(campStaff.deactivatedAt) : undefined))
    .orderBy(asc(staff.name));
  return rows.map(({ credential, deactivatedAt, ...r }) => ({
    ...r,
    active: deactivatedAt === null,
    hasPassword: credential !== null,
  }));
}

/** Takes somebody on. A person who has an account already keeps it, and gets no link. */
export async function inviteStaff(
  camp: Camp,
  input: { readonly name: string; readonly email: string; readonly role: Role; readonly by: string },
): Promise<{ readonly id: string; readonly link: string | null }> {
  const email = input.email.trim().toLowerCase();
  const [known] = await db().select().from(staff).where(eq(staff.email, email));
  if (known) {
    const [member] = await db()
      .select()
      .from(campStaff)
      .where(and(eq(campStaff.campId, camp.id), eq(campStaff.staffId, known.id)));
    if (member) throw new Refusal('already-staff', `${known.name} works at this camp already.`, 409);
  }
  const person = known ?? { id: v7(), name: input.name.trim(), email };
  await db().transaction(async (tx) => {
    if (!known) await tx.insert(staff).values(person);
    await tx.insert(campStaff).values({ campId: camp.id, staffId: person.id, role: input.role, enteredBy: input.by });
  });
  return {
    id: person.id,
    link: known
      ? null
      : await sendLink(
          camp,
          person,
          `${camp.name}: your account`,
          `Hello ${person.name},\n\nyou are on the staff of ${camp.name} as ${input.role}. Choose a password here within three days:`,
        ),
  };
}

/** Sends a new link; the old password holds until it is used. */
export async function resetPassword(camp: Camp, staffId: string): Promise<{ readonly link: string }> {
  const [person] = await db().select().from(staff).where(eq(staff.id, staffId));
  if (!person) throw notFound('The staff member');
  return {
    link: await sendLink(
      camp,
      person,
      `${camp.name}: a new password`,
      `Hello ${person.name},\n\nchoose a new password here within three days:`,
    ),
  };
}

async function sendLink(
  camp: Camp,
  person: { readonly id: string; readonly name: string; readonly email: string },
  subject: string,
  words: string,
): Promise<string> {
  const link = await passwordLink(person);
  await writeMessage({ campId: camp.id, to: person.name, address: person.email, subject, body: `${words}\n\n${link}` });
  return link;
}

/** Changes what somebody is at a camp, or whether he is active there. A camp keeps at least one active lead. */
export async function changeStaff(
  campId: string,
  staffId: string,
  change: { readonly role?: Role; readonly active?: boolean },
): Promise<void> {
  await db().transaction(async (tx) => {
    const all = await tx.select().from(campStaff).where(eq(campStaff.campId, campId)).for('update');
    const own = all.find((m) => m.staffId === staffId);
    if (!own) throw notFound('The staff member');
    const next = {
      role: change.role ?? own.role,
      deactivatedAt: change.active === undefined ? own.deactivatedAt : change.active ? null : new Date(),
    };
    const leads = all
      .map((m) => (m === own ? { ...m, ...next } : m))
      .filter((m) => m.role === 'lead' && m.deactivatedAt === null);
    if (leads.length === 0)
      throw new Refusal('last-lead', 'A camp keeps at least one active lead. Make somebody else the lead first.', 409);
    await tx
      .update(campStaff)
      .set(next)
      .where(and(eq(campStaff.campId, campId), eq(campStaff.staffId, staffId)));
  });
  if (change.active === false) await endSessions(staffId);
}

/** True while a person has no mail address of his own: the first lead, who chooses it with his password. */
export const hasStandInAddress = (email: string): boolean => email.endsWith('.invalid');

/**
 * A link for the first lead where nobody can sign in yet; null where somebody can. An empty installation gets a camp to begin
 * with, whose settings the lead changes.
 */
export async function firstLeadLink(): Promise<string | null> {
  const [able] = await db().select({ id: credentials.id }).from(credentials).limit(1);
  if (able) return null;
  const [known] = await db().select({ id: camps.id }).from(camps).limit(1);
  if (!known) await beginCamp();
  const [lead] = await db()
    .select({ id: staff.id, name: staff.name, email: staff.email, campId: campStaff.campId })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .where(eq(campStaff.role, 'lead'))
    .limit(1);
  return lead
    ? sendLink(
        await campById(lead.campId),
        lead,
        'Stride Chalk: your account',
        `Hello ${lead.name},\n\nchoose a password here within three days:`,
      )
    : null;
}

async function beginCamp(): Promise<void> {
  const [campId, sheetId, leadId] = [v7(), v7(), v7()];
  const today = new Date().toISOString().slice(0, 10);
  await db().transaction(async (tx) => {
    await tx.insert(sheets).values({ id: sheetId, key: defaultSheet.id, version: defaultSheet.version, document: defaultSheet });
    await tx.insert(camps).values({
      id: campId,
      name: 'A new camp',
      place: 'Not named yet',
      firstDay: today,
      lastDay: addDays(today, 4),
      timeZone: 'UTC',
      units: 'metric',
      sheetId,
    });
    await tx.insert(staff).values({ id: leadId, name: 'Lead', email: `${leadId}@camp.invalid` });
    await tx.insert(campStaff).values({ campId, staffId: leadId, role: 'lead' });
  });
}
