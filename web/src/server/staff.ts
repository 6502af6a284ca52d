import { and, asc, eq, isNull } from 'drizzle-orm';
import { addDays, type CampId, type StaffId, type OrganisationId } from '@stride-chalk/core';
import type { Role } from './access.ts';
import { addressOf, endSessions, worksSomewhere } from './accounts.ts';
import { passwordLink } from './password-links.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { campMakers, camps, campStaff, credentials, organisations, staff } from './db/schema.ts';
import { accountMail, LINK_IN_MAIL, mailIsOn } from './mail.ts';
import { writeMessage } from './messages.ts';
import { notFound, Refusal } from './refusal.ts';
import { seal } from './secret.ts';
import { newId } from './new-id.ts';
import { shippedSheet } from './shipped-sheet.ts';

/** Somebody at work: who he is, and what he is at the camp. */
export interface StaffMember {
  readonly id: StaffId;
  readonly name: string;
  readonly role: Role;
  /** He may make camps of the organisation to which the camp belongs. */
  readonly makesCamps: boolean;
}

/** The staff of a camp by name; those who were deactivated too when asked. */
export async function listStaff(campId: CampId, which: 'active' | 'all' = 'active') {
  const rows = await db()
    .select({
      id: staff.id,
      name: staff.name,
      address: staff.address,
      role: campStaff.role,
      deactivatedAt: campStaff.deactivatedAt,
      credential: credentials.id,
      maker: campMakers.staffId,
    })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .innerJoin(camps, eq(camps.id, campStaff.campId))
    .leftJoin(credentials, eq(credentials.userId, staff.id))
    .leftJoin(campMakers, and(eq(campMakers.staffId, staff.id), eq(campMakers.organisationId, camps.organisationId)))
    .where(and(eq(campStaff.campId, campId), which === 'active' ? isNull(campStaff.deactivatedAt) : undefined))
    .orderBy(asc(staff.name));
  return rows.map(({ credential, deactivatedAt, maker, ...r }) => ({
    ...r,
    makesCamps: maker !== null,
    active: deactivatedAt === null,
    hasPassword: credential !== null,
  }));
}

/**
 * Takes somebody on under an account of its own, with a link for it. Whether the address has an account elsewhere plays no part and is not told: who
 * has one comes in with it by the same link.
 */
export async function inviteStaff(
  camp: Camp,
  input: { readonly name: string; readonly email: string; readonly role: Role; readonly by: StaffId },
): Promise<{ readonly id: StaffId; readonly link: string }> {
  const address = addressOf(input.email);
  const [member] = await db()
    .select({ name: staff.name })
    .from(campStaff)
    .innerJoin(staff, eq(staff.id, campStaff.staffId))
    .where(and(eq(campStaff.campId, camp.id), eq(staff.address, address)));
  if (member) throw new Refusal('already-staff', `${member.name} is on the staff of this camp already.`, 409);
  const id = newId<StaffId>();
  const person = { id, name: input.name.trim(), address, email: `${id}@account.invalid` };
  await db().transaction(async (tx) => {
    await tx.insert(staff).values({ ...person, madeBy: input.by });
    await tx.insert(campStaff).values({ campId: camp.id, staffId: id, role: input.role, enteredBy: input.by });
  });
  return {
    id,
    link: await linkFor(
      camp,
      person,
      `${camp.name}: your account`,
      `Hello ${person.name},\n\nyou are on the staff of ${camp.name} as ${input.role}. Choose a password within three days:`,
    ),
  };
}

/**
 * A new link; the old password holds until it is used. It is shown to the lead who made the account, as long as the account has been at this camp
 * only. Any other goes to the address of the account and to nobody else: `link` is null then.
 */
export async function resetPassword(camp: Camp, staffId: StaffId, by: StaffId): Promise<{ readonly link: string | null }> {
  const [person] = await db().select().from(staff).where(eq(staff.id, staffId));
  if (!person) throw notFound('The staff member');
  const subject = 'Stride Chalk: a new password';
  const words = `Hello ${person.name},\n\nchoose a new password within three days:`;
  if (await belongsTo(camp, person, by)) return { link: await linkFor(camp, person, `${camp.name}: a new password`, words) };
  const send = accountMail();
  if (!send)
    throw new Refusal(
      'own-address-only',
      `You did not make the account of ${person.name}, or it works at another camp too: its link goes to nobody but its own address, and this installation has no mail service for accounts. Whoever keeps the machine makes a link there: ./start link ${person.address}`,
      409,
    );
  await send({ to: person.address, subject, text: `${words}\n\n${await passwordLink(person)}` });
  return { link: null };
}

/** Whether a lead may hold the link of an account: he made it, and it has never had a place but at this camp. */
async function belongsTo(camp: Camp, person: typeof staff.$inferSelect, by: StaffId): Promise<boolean> {
  if (person.madeBy !== by) return false;
  const places = await db().select({ campId: campStaff.campId }).from(campStaff).where(eq(campStaff.staffId, person.id));
  const [maker] = await db()
    .select({ id: campMakers.staffId })
    .from(campMakers)
    .where(eq(campMakers.staffId, person.id))
    .limit(1);
  return places.every((p) => p.campId === camp.id) && maker === undefined;
}

/** A link for somebody of the camp. Where the camp has a mail service, it leaves by mail too; the outbox never shows it. */
async function linkFor(
  camp: Camp,
  person: { readonly id: StaffId; readonly name: string; readonly address: string; readonly email: string },
  subject: string,
  words: string,
): Promise<string> {
  const link = await passwordLink(person);
  const byMail = await mailIsOn(camp.id);
  await writeMessage({
    campId: camp.id,
    to: person.name,
    address: person.address,
    subject,
    body: `${words}\n\n${byMail ? LINK_IN_MAIL : '(The link was shown once, on the staff page.)'}`,
    sealedLink: byMail ? seal(link) : null,
  });
  return link;
}

/** Lets somebody make camps of the organisation, or no longer. Only who may do so himself. */
export async function allowCamps(camp: Camp, staffId: StaffId, may: boolean, by: StaffMember): Promise<void> {
  if (!by.makesCamps) throw new Refusal('not-allowed', 'Only somebody who may make camps gives that right.', 403);
  const organisationId = camp.organisationId;
  if (may) {
    await db().insert(campMakers).values({ organisationId, staffId, enteredBy: by.id }).onConflictDoNothing();
    return;
  }
  await db().transaction(async (tx) => {
    const all = await tx.select().from(campMakers).where(eq(campMakers.organisationId, organisationId)).for('update');
    if (all.every((m) => m.staffId === staffId))
      throw new Refusal('last-maker', 'Somebody has to be able to make camps: give the right to somebody else first.', 409);
    await tx.delete(campMakers).where(and(eq(campMakers.organisationId, organisationId), eq(campMakers.staffId, staffId)));
  });
}

/** Changes what somebody is at a camp, or whether he is active there. A camp keeps at least one active lead. */
export async function changeStaff(
  campId: CampId,
  staffId: StaffId,
  change: { readonly role?: Role; readonly active?: boolean; readonly by: StaffId },
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
      .set({ ...next, changedBy: change.by, changedAt: new Date() })
      .where(and(eq(campStaff.campId, campId), eq(campStaff.staffId, staffId)));
  });
  // Work at another camp goes on.
  if (change.active === false && !(await worksSomewhere(staffId))) await endSessions(staffId);
}

/** True while a person has no mail address of his own: the first lead, who chooses it with his password. */
export const hasStandInAddress = (address: string): boolean => address.endsWith('.invalid');

/**
 * A link for the first lead where nobody can sign in yet; null where somebody can. An empty installation, or one that only held the made-up camp, gets
 * a camp to begin with, whose settings the lead changes.
 */
export async function firstLeadLink(): Promise<string | null> {
  const [able] = await db().select({ id: credentials.id }).from(credentials).limit(1);
  if (able) return null;
  return passwordLink((await realLead()) ?? (await beginCamp()));
}

const realLead = async (): Promise<{ readonly id: StaffId; readonly email: string } | null> =>
  (
    await db()
      .select({ id: staff.id, email: staff.email })
      .from(campStaff)
      .innerJoin(staff, eq(staff.id, campStaff.staffId))
      .where(and(eq(campStaff.role, 'lead'), eq(staff.demo, false)))
      .orderBy(asc(staff.createdAt))
      .limit(1)
  )[0] ?? null;

/** A link for the accounts of an address, for whoever keeps the machine; the oldest account that works somewhere comes first. */
export async function linkForAddress(typed: string): Promise<string> {
  const people = await db()
    .select({ id: staff.id, email: staff.email })
    .from(staff)
    .where(eq(staff.address, addressOf(typed)))
    .orderBy(asc(staff.createdAt));
  for (const person of people) if (await worksSomewhere(person.id)) return passwordLink(person);
  throw notFound('An active account with this address');
}

async function beginCamp(): Promise<{ readonly id: StaffId; readonly email: string }> {
  const [campId, leadId, organisationId] = [newId<CampId>(), newId<StaffId>(), newId<OrganisationId>()];
  const today = new Date().toISOString().slice(0, 10);
  const email = `${leadId}@camp.invalid`;
  await db().transaction(async (tx) => {
    const sheetId = await shippedSheet(tx);
    await tx.insert(organisations).values({ id: organisationId, name: 'Organisation' });
    await tx.insert(camps).values({
      id: campId,
      organisationId,
      name: 'A new camp',
      place: 'Not named yet',
      firstDay: today,
      lastDay: addDays(today, 4),
      timeZone: 'UTC',
      units: 'metric',
      sheetId,
    });
    await tx.insert(staff).values({ id: leadId, name: 'Lead', email, address: email });
    await tx.insert(campStaff).values({ campId, staffId: leadId, role: 'lead' });
    await tx.insert(campMakers).values({ organisationId, staffId: leadId });
  });
  return { id: leadId, email };
}
