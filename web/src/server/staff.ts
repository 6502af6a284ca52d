import { asc, eq } from 'drizzle-orm';
import { db } from './db/connect.ts';
import { staff } from './db/schema.ts';

export type StaffMember = typeof staff.$inferSelect;

export const listStaff = (): Promise<StaffMember[]> => db().select().from(staff).orderBy(asc(staff.name));

export async function staffMember(id: string): Promise<StaffMember | null> {
  const [row] = await db().select().from(staff).where(eq(staff.id, id));
  return row ?? null;
}
