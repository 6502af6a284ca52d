import type { Refusal } from '../refusal.ts';

/** Problem details (RFC 9457) with a stable code. */
export function problem(refusal: Refusal): Response {
  return new Response(
    JSON.stringify({ type: 'about:blank', title: refusal.message, status: refusal.status, code: refusal.code }),
    {
      status: refusal.status,
      headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store' },
    },
  );
}
