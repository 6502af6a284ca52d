import type { CampId, ChildId, StaffId } from '@stride-chalk/core';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { db, type Executor } from './db/connect.ts';
import { messages } from './db/schema.ts';
import { notFound } from './refusal.ts';

/** Where a message stands. Nothing is called sent that nobody has taken. */
export type MessageState = 'written' | 'printed' | 'handed over' | 'mailed';

/** Writes a message. It waits in the outbox until it is printed, handed over, or taken by a mail service, if the camp has one. */
export async function writeMessage(
  message: {
    readonly campId: CampId;
    readonly childId?: ChildId;
    /** Who it is for. */
    readonly to: string;
    readonly address: string | null;
    readonly phone?: string | null;
    readonly toFamily?: boolean;
    readonly subject: string;
    readonly body: string;
    readonly sealedLink?: string | null;
  },
  via: Executor = db(),
): Promise<void> {
  await via.insert(messages).values({ id: v7(), ...message });
}

type MessageRow = typeof messages.$inferSelect;

/** The furthest that a message has come. */
export function stateOf(m: Pick<MessageRow, 'printedAt' | 'handedOverAt' | 'mailedAt'>): MessageState {
  if (m.handedOverAt) return 'handed over';
  if (m.mailedAt) return 'mailed';
  return m.printedAt ? 'printed' : 'written';
}

/** Messages of a camp, the newest first. */
export const outboxOf = (campId: CampId) =>
  db().select().from(messages).where(eq(messages.campId, campId)).orderBy(desc(messages.writtenAt)).limit(200);

/** Messages that nobody has, and that no mail can bring: somebody has to call. */
export const toBeTold = (campId: CampId) =>
  db()
    .select()
    .from(messages)
    .where(and(eq(messages.campId, campId), isNull(messages.address), isNull(messages.handedOverAt)))
    .orderBy(messages.writtenAt);

/** What became of the newest message to a family about a sore arm, in a sentence; null where none was written. */
export async function toldAboutSoreArm(childId: ChildId): Promise<string | null> {
  const [m] = await db()
    .select()
    .from(messages)
    .where(and(eq(messages.childId, childId), eq(messages.toFamily, true)))
    .orderBy(desc(messages.writtenAt))
    .limit(1);
  if (!m) return null;
  switch (stateOf(m)) {
    case 'handed over':
      return `${m.to} was told.`;
    case 'mailed':
      return `A mail to ${m.to} was sent.`;
    case 'printed':
      return `The message to ${m.to} is printed: somebody hands it over.`;
    case 'written':
      return m.address
        ? `A message to ${m.to} is written and waits in the outbox.`
        : `No mail address of ${m.to} is known: ${m.phone ? `call ${m.phone}` : 'tell the family in person'}.`;
  }
}

/** Says of a message of the camp that it was printed, or that somebody was told. */
export async function noteMessage(
  campId: CampId,
  id: string,
  what: 'printed' | 'handed over' | 'not handed over',
  by: StaffId,
): Promise<void> {
  const set =
    what === 'printed'
      ? { printedAt: sql`coalesce(${messages.printedAt}, now())` }
      : what === 'handed over'
        ? { handedOverAt: new Date(), handedOverBy: by }
        : { handedOverAt: null, handedOverBy: null };
  const found = await db()
    .update(messages)
    .set(set)
    .where(and(eq(messages.id, id), eq(messages.campId, campId)))
    .returning({ id: messages.id });
  if (found.length === 0) throw notFound('The message');
}
