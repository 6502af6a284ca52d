import type { APIRoute } from 'astro';
import { openApi } from '../../server/open-api.ts';
import { answer } from './_answer.ts';

/** What programs may ask of this product, and what it answers. */
export const GET: APIRoute = () => answer('GET /api/openapi.json', { ...openApi(), openapi: '3.1.0' });
