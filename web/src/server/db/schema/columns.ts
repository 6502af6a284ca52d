import { timestamp } from 'drizzle-orm/pg-core';

/** An instant, in UTC. */
export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
