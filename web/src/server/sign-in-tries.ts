import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Pool } from 'pg';
import { pool } from './db/connect.ts';
import { Refusal } from './refusal.ts';

/** Attempts in a quarter of an hour that lead nowhere. A whole camp signs in from one address. */
const FAILURES = { account: 5, address: 60 } as const;
type Limits = Readonly<Record<keyof typeof FAILURES, RateLimiterPostgres>>;
let limiters: { readonly on: Pool; readonly limits: Limits } | null = null;

/** Made once for a database: each of them clears what has run out from time to time. */
function failureLimits(): Limits {
  const on = pool();
  const limit = (keyPrefix: keyof Limits) =>
    new RateLimiterPostgres({
      storeClient: on,
      storeType: 'pool',
      tableName: 'sign_in_limits',
      tableCreated: true,
      keyPrefix,
      points: FAILURES[keyPrefix],
      duration: 15 * 60,
    });
  if (limiters?.on !== on) limiters = { on, limits: { account: limit('account'), address: limit('address') } };
  return limiters.limits;
}

/** Counts a try to sign in, before anything is looked at; of many at once each counts. Answers what a success takes back. */
export async function countTry(account: string, from: string): Promise<() => Promise<void>> {
  const limits = failureLimits();
  const spend = async (limit: RateLimiterPostgres, key: string): Promise<void> => {
    await limit.consume(key).catch((spent: unknown) => {
      throw spent instanceof RateLimiterRes ? tooMany(spent.msBeforeNext) : spent;
    });
  };
  await spend(limits.address, from);
  await spend(limits.account, account);
  return async () => {
    await limits.account.delete(account);
    await limits.address.reward(from);
  };
}

const tooMany = (ms: number): Refusal =>
  new Refusal(
    'too-many-attempts',
    `Too many attempts. Try again in ${Math.max(1, Math.ceil(ms / 60_000))} minutes, or ask the lead for a new link.`,
    429,
  );
