import type { APIRoute } from 'astro';
import { download } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';

/** The sheet of the camp at work, as it is kept. */
export const GET: APIRoute = (context) => {
  const { sheet } = atWork(context).camp;
  return download(JSON.stringify(sheet, null, 1), 'application/json', `sheet-version-${sheet.version}.json`);
};
