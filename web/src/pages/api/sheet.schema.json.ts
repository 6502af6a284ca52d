import type { APIRoute } from 'astro';
import { sheetJsonSchema } from '@stride-chalk/core';
import { download } from './_answer.ts';

/** What a program has to hold to that writes or reads a sheet. */
export const GET: APIRoute = () => download(JSON.stringify(sheetJsonSchema(), null, 1), 'application/json', 'sheet.schema.json');
