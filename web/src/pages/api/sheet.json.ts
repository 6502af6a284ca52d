import type { APIRoute } from 'astro';
import { download } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { queryOf } from '../../server/front/parsed.ts';
import { sheetVersion } from '../../server/sheet-desk.ts';

/** The sheet of the camp at work as it is kept, or another version that it could use. */
export const GET: APIRoute = async (context) => {
  const { camp } = atWork(context);
  const asked = queryOf(context, 'GET /api/sheet.json').sheet;
  const sheet = asked === undefined ? camp.sheet : await sheetVersion(camp, asked);
  return download(JSON.stringify(sheet, null, 1), 'application/json', `sheet-version-${sheet.version}.json`);
};
