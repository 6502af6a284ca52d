import type { APIContext } from 'astro';
import { camperById } from '../campers.ts';
import { requireMayFilm } from '../deliveries.ts';
import { requireInCamp } from '../in-camp.ts';
import { uploadsOf } from '../uploads.ts';
import { atWork } from './asked.ts';

/** One request of a film that comes in parts, at the camp at work. */
export async function uploadOf(context: APIContext): Promise<Response> {
  const { camp } = atWork(context);
  const uploads = uploadsOf(camp.id, async (camperId) => {
    await requireInCamp('camper', camperId, camp.id);
    requireMayFilm((await camperById(camperId)).camper);
  });
  const answer = await uploads.handleWeb(context.request as never);
  // No other site has anything to do here.
  for (const name of [...answer.headers.keys()]) if (name.startsWith('access-control-')) answer.headers.delete(name);
  const isProblem = (answer.headers.get('content-type') ?? '').startsWith('application/json') || answer.status >= 400;
  if (isProblem) answer.headers.set('content-type', 'application/problem+json');
  answer.headers.set('cache-control', 'no-store');
  return answer;
}
