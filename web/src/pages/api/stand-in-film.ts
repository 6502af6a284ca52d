import type { APIRoute } from 'astro';
import { keptFile } from '../../server/front/kept.ts';
import { standInFilm } from '../../server/simulated-camera.ts';

/** What the simulated camera shows on a phone that has none of its own. */
export const GET: APIRoute = async (context) => keptFile(context, { ...standInFilm(), type: 'video/mp4', noun: 'The film' });
