import type { ServerResponse } from 'node:http';
import { BUILD_HEADER, CLOCK_HEADER } from '@stride-chalk/core';

/** What stands in front of what a file of ours may do, where a page does not say more: workers are files, and ask the server themselves. */
const FILES_ONLY = "default-src 'self'; object-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

/**
 * Headers of every answer: pages, endpoints, files, errors. Pages put their own content security policy in its place, with the hashes of their scripts.
 *
 * Sources: OWASP HTTP Headers cheat sheet; Permissions Policy (W3C).
 */
export function standingHeaders(https: boolean): Readonly<Record<string, string>> {
  return {
    'content-security-policy': FILES_ONLY,
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'permissions-policy':
      'camera=(self), microphone=(), geolocation=(), payment=(), usb=(), serial=(), midi=(), display-capture=()',
    'referrer-policy': 'same-origin',
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    ...(process.env.STRIDE_BUILD ? { [BUILD_HEADER]: process.env.STRIDE_BUILD } : {}),
    [CLOCK_HEADER]: String(Date.now()),
    ...(https ? { 'strict-transport-security': 'max-age=31536000' } : {}),
  };
}

export function setStandingHeaders(response: ServerResponse, https: boolean): void {
  for (const [name, value] of Object.entries(standingHeaders(https))) response.setHeader(name, value);
}
