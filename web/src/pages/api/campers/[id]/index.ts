import type { APIRoute } from 'astro';
import { rosterRowSchema } from '@stride-chalk/core';
import { changeCamper } from '../../../../server/roster.ts';
import { json } from '../../_answer.ts';
import { atWork, ofCamp } from '../../../../server/front/asked.ts';
import { bodyAs } from '../../../../server/front/parsed.ts';

/** Consent has a gate of its own: this form neither gives nor takes it. */
const facts = rosterRowSchema.omit({ consentToFilm: true, consentToShare: true, consentUntil: true });

export const PUT: APIRoute = async (context) => {
  const camper = await ofCamp(context, 'camper', context.params.id);
  const row = await bodyAs(context, facts);
  const { camp, id } = atWork(context);
  await changeCamper(camp, camper, row, id);
  return json({ id: camper });
};
