import type { APIRoute } from 'astro';
import { gatePage } from '../../server/gate-page.ts';
import { answer } from './_answer.ts';
import { atWork, dayAsked } from '../../server/front/asked.ts';

/** The list at the gate as it stands, for a phone that stays open. */
export const GET: APIRoute = async (context) => answer('GET /api/gate', await gatePage(atWork(context).camp, dayAsked(context)));
