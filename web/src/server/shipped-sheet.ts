import { defaultSheet, type SheetId } from '@stride-chalk/core';
import { db, type Executor } from './db/connect.ts';
import { sheets } from './db/schema.ts';
import { newId } from './new-id.ts';

/** The sheet that ships with the product, by its id in the database: put there where it is not yet. An earlier version stays beside it. */
export async function shippedSheet(via: Executor = db()): Promise<SheetId> {
  const [row] = await via
    .insert(sheets)
    .values({ id: newId<SheetId>(), key: defaultSheet.id, version: defaultSheet.version, document: defaultSheet })
    .onConflictDoUpdate({ target: [sheets.key, sheets.version, sheets.organisationId], set: { key: defaultSheet.id } })
    .returning({ id: sheets.id });
  return row!.id;
}
