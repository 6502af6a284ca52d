import { defineMiddleware } from 'astro:middleware';
import { problem } from './server/front/problem.ts';
import { mayUse } from './server/access.ts';
import { atWorkNow } from './server/at-work.ts';
import { isDatabaseAway } from './server/db/connect.ts';
import { log } from './server/log.ts';
import { CAMP_HEADER, STAFF_HEADER } from '@stride-chalk/core';
import { Refusal } from './server/refusal.ts';

/** Entries that the page keeps until they are confirmed. */
const isKept = (path: string): boolean => /^\/api\/(entries|check-ins|care|films|uploads)\//.test(path);

/** Whether the request may change anything, who is at work, whether his role may use the route, and one form for everything that goes wrong. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { request, url, cookies, locals } = context;
  const isApi = url.pathname.startsWith('/api/');
  const away = (refusal: Refusal): Response => {
    if (isApi) return problem(refusal);
    // An address that cannot be read is no fault of an entry: whoever typed it needs no word of its form.
    const what = refusal.code === 'not-as-expected' ? 'There is no such page' : refusal.message;
    return new Response(null, { status: 302, headers: { location: `/missing?what=${encodeURIComponent(what)}` } });
  };
  try {
    requireText(url);
    if (!['GET', 'HEAD'].includes(request.method)) {
      const origin = request.headers.get('origin');
      if (
        origin !== null
          ? !URL.canParse(origin) || new URL(origin).host !== request.headers.get('host')
          : request.headers.get('sec-fetch-site') === 'cross-site'
      )
        return problem(new Refusal('foreign-origin', 'Changes are only taken from this site itself.', 403));
    }
    locals.staff = null;
    locals.camp = null;
    locals.camps = [];
    locals.mayOpen = (path) => mayUse('GET', path, locals.staff?.role ?? null) === 'yes';
    const person = await atWorkNow(request.headers);
    const enteredBy = request.headers.get(STAFF_HEADER);
    if (person && enteredBy !== null && enteredBy !== person.id)
      return problem(new Refusal('not-signed-in', 'Somebody else is signed in on this device. Sign in again to send it.', 401));
    const memberships = person?.camps ?? [];
    // What is entered names its camp: another tab may have gone to another one meanwhile.
    const named = request.headers.get(CAMP_HEADER);
    const here =
      named === null
        ? (memberships.find((m) => m.camp.id === cookies.get('camp')?.value) ?? memberships[0])
        : memberships.find((m) => m.camp.id === named);
    if (person && memberships.length > 0 && !here)
      return away(new Refusal('not-at-camp', 'You do not work at the camp where this was entered.', 403));
    if (person && here) {
      locals.staff = { id: person.id, name: person.name, role: here.role, makesCamps: here.makesCamps };
      locals.camp = here.camp;
      locals.camps = memberships.map(({ camp: { id, name, firstDay } }) => ({ id, name, firstDay }));
    }
    const answer = mayUse(request.method, context.routePattern, locals.staff?.role ?? null);
    if (answer === 'sign in')
      return isApi
        ? problem(new Refusal('not-signed-in', 'Sign in first.', 401))
        : context.redirect(`/sign-in?go=${encodeURIComponent(url.pathname + url.search)}`);
    if (answer === 'no') return away(new Refusal('not-allowed', `This is not for a ${locals.staff!.role}. Ask the lead.`, 403));
    const response = await next();
    // Back and reload show what the server has: nothing is shown from what the browser kept.
    if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store');
    return url.protocol === 'https:' ? withSecureCookies(response) : response;
  } catch (error) {
    if (error instanceof Refusal) return away(error);
    const away503 = isDatabaseAway(error);
    // The pattern of the route: an address may have a link in it that opens an account.
    log.error({ err: error, route: context.routePattern }, 'request failed');
    const loadsAgain = away503 && !isApi && request.method === 'GET';
    const kept = isKept(url.pathname)
      ? 'What you entered is kept and will be sent again.'
      : `Nothing was changed.${loadsAgain ? '' : ' Try it once more.'}`;
    const failed = away503
      ? new Refusal('database-away', `The database does not answer just now. ${kept}`, 503)
      : new Refusal('server', `Something went wrong on our side. ${kept}`, 500);
    return isApi ? problem(failed) : failurePage(failed, loadsAgain);
  }
});

/** A cookie that came over HTTPS never goes out over plain HTTP: beside the product, the network has a page that is not encrypted. */
function withSecureCookies(response: Response): Response {
  const cookies = response.headers.getSetCookie();
  response.headers.delete('set-cookie');
  for (const cookie of cookies) response.headers.append('set-cookie', /;\s*secure/i.test(cookie) ? cookie : `${cookie}; Secure`);
  return response;
}

/** A page that needs nothing that could have failed too: a style sheet that does not come leaves its words. Where it may succeed in a moment it loads itself again: nobody stands before it for ever. */
const failurePage = ({ status, message }: Refusal, loadsAgain: boolean): Response =>
  new Response(
    `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">${loadsAgain ? '<meta http-equiv="refresh" content="5">' : ''}<title>Stride Chalk</title><link rel="stylesheet" href="/plain.css"><main><h1>${message}</h1>${loadsAgain ? '<p>It is tried again every five seconds.</p>' : ''}<a class="do" href="">Load the page again</a></main></html>`,
    { status, headers: { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store', 'retry-after': '5' } },
  );

/** An address that is no text, or has a NUL in it, is refused by name: PostgreSQL would fail on it. */
function requireText(url: URL): void {
  try {
    if (!decodeURIComponent(url.pathname + url.search).includes('\0')) return;
  } catch {
    // It is no UTF-8.
  }
  throw new Refusal('not-as-expected', 'The address of the request is no text.', 400);
}
