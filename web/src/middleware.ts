import { defineMiddleware } from 'astro:middleware';
import { problem } from './pages/api/_answer.ts';
import { log } from './server/log.ts';
import { Refusal } from './server/refusal.ts';
import { staffMember } from './server/staff.ts';

const OPEN_PATHS = ['/staff', '/api/staff', '/api/health'];
const ID = /^[0-9a-f-]{36}$/;

/** Who is at work, whether the request may change anything, and one form for everything that goes wrong. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url, cookies } = context;
  const isApi = url.pathname.startsWith('/api/');
  try {
    if (!['GET', 'HEAD'].includes(request.method)) {
      const origin = request.headers.get('origin');
      if (origin !== null ? new URL(origin).host !== request.headers.get('host') : request.headers.get('sec-fetch-site') === 'cross-site')
        return problem(new Refusal('foreign-origin', 'Changes are only taken from this site itself.', 403));
    }
    const id = cookies.get('staff')?.value;
    context.locals.staff = id && ID.test(id) ? await staffMember(id) : null;
    if (!context.locals.staff && !OPEN_PATHS.includes(url.pathname) && !url.pathname.startsWith('/_'))
      return isApi ? problem(new Refusal('no-staff', 'Choose who is at work first.', 401)) : context.redirect(`/staff?then=${encodeURIComponent(url.pathname + url.search)}`);
    const response = await next();
    response.headers.set('referrer-policy', 'same-origin');
    response.headers.set('x-content-type-options', 'nosniff');
    response.headers.set('x-frame-options', 'DENY');
    return response;
  } catch (error) {
    if (error instanceof Refusal) return isApi ? problem(error) : new Response(null, { status: 302, headers: { location: `/missing?what=${encodeURIComponent(error.message)}` } });
    log.error({ err: error, path: url.pathname }, 'request failed');
    if (isApi) return problem(new Refusal('server', 'Something went wrong on our side. What you entered is kept and will be sent again.', 500));
    throw error;
  }
});
