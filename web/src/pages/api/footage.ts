import type { APIRoute } from 'astro';
import { keepHidden } from '../../server/retention.ts';
import { confirmClock } from '../../server/server-clock.ts';
import { answer } from './_answer.ts';
import { atWork } from '../../server/front/asked.ts';
import { bodyOf } from '../../server/front/parsed.ts';

/** Takes back that films are hidden since their retention is over, or says that the clock of the machine is right. */
export const PUT: APIRoute = async (context) => {
  const { is } = await bodyOf(context, 'PUT /api/footage');
  const { camp, id } = atWork(context);
  if (is === 'kept on') await keepHidden(camp.id, Date.now(), id);
  else await confirmClock();
  return answer('PUT /api/footage', { is });
};
