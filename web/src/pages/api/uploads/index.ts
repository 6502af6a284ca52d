import type { APIRoute } from 'astro';
import { uploadOf } from '../../../server/front/upload.ts';

/** Begins to bring a film in parts (tus 1.0). */
export const POST: APIRoute = uploadOf;
