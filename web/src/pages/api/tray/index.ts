import type { APIRoute } from 'astro';
import { atWork } from '../../../server/front/asked.ts';
import { trayOf } from '../../../server/tray/tray.ts';
import { answer } from '../_answer.ts';

/** What came in folders and is to be sorted. */
export const GET: APIRoute = async (context) => answer('GET /api/tray', await trayOf(atWork(context).camp));
