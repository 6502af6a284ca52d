import type { APIRoute } from 'astro';
import { figureJsonSchema } from '@stride-chalk/core';
import { download } from './_answer.ts';

/** What a program has to hold to that reads a file of figures. */
export const GET: APIRoute = () =>
  download(JSON.stringify(figureJsonSchema(), null, 1), 'application/json', 'figures.schema.json');
