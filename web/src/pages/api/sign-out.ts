import type { APIRoute } from 'astro';
import { signOut } from '../../server/accounts.ts';
import { seeOther } from './_answer.ts';

export const POST: APIRoute = async (context) => seeOther('/sign-in', await signOut(context.request.headers));
