import type { APIRoute } from 'astro';
import { z } from 'zod';
import { gatePage } from '../../server/gate-page.ts';
import { atWork, json, parsed } from './_answer.ts';

/** The list at the gate as it stands. */
export const GET: APIRoute = async (context) =>
  json(await gatePage(atWork(context).camp, parsed(z.iso.date(), context.url.searchParams.get('day'))));
