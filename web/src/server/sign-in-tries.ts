import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { pool } from './db/connect.ts';
import { Refusal } from './refusal.ts';

/** Attempts in a quarter of an hour that lead nowhere. A whole camp signs in from one address. */
const FAILURES = { account: 5, address: 60 } as const;
type Limits = Readonly<Record<keyof typeof FAILURES, RateLimiterPostgres>>;
let limiters: Limits | null = null;

/** Made once: each of them clears what has run out from time to time. */
function failureLimits(): Limits {
  const limit = (keyPrefix: keyof Limits) =>
    new RateLimiterPostgres({
      storeClient: pool(),
      storeType: 'pool',
      tableName: 'sign_in_limits',
      tableCreated: true,
      keyPrefix,
      points: FAILURES[keyPrefix],
      duration: 15 * 60,
    });
  limiters ??= { account: limit('account'), address: limit('address') };
  return limiters;
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
