import { desc, eq, isNull, or } from 'drizzle-orm';
import { v7 } from 'uuid';
import { db, type Executor } from './db/connect.ts';
import { messages } from './db/schema.ts';

/** Writes a message as the mail service would send it; it waits on the outbox page. */
export async function sendMessage(
  message: {
    readonly campId: string | null;
    readonly childId?: string;
    readonly to: string;
    readonly subject: string;
    readonly body: string;
  },
  via: Executor = db(),
): Promise<void> {
  await via.insert(messages).values({ id: v7(), ...message });
}

/** The newest messages of a camp first, with those of no camp (invitations of the first lead). */
export const outboxOf = (campId: string) =>
  db()
    .select()
    .from(messages)
    .where(or(eq(messages.campId, campId), isNull(messages.campId)))
    .orderBy(desc(messages.sentAt))
    .limit(200);
