import { customType, timestamp } from 'drizzle-orm/pg-core';
import type { z } from 'zod';

/** An instant, in UTC. */
export const at = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/**
 * A document in a row. Whatever is read of it is read by its schema, which brings older forms to the newest one: what cannot be read is an error that
 * names the column, never a wrong reading.
 */
export const document = <Of extends z.ZodType>(name: string, schema: Of) =>
  customType<{ data: z.output<Of>; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (value) => JSON.stringify(value),
    fromDriver(value) {
      const read = schema.safeParse(value);
      if (!read.success) throw new Error(`what is kept in ${name} cannot be read`, { cause: read.error });
      return read.data;
    },
  })(name);
