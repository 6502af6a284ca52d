import type { APIRoute } from 'astro';
import { json } from './_answer.ts';

export const GET: APIRoute = () => json({ ok: true });
