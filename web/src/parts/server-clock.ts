import { AHEAD_HEADER, betterExchange, CLOCK_HEADER, SENT_HEADER, type ClockExchange } from '@stride-chalk/core';

/** The exchange that tells most of the two clocks, since this page was opened. */
let best: ClockExchange | null = null;

/** Learns from an answer how far the server's clock is ahead. Only for answers that no worker of this device keeps: those name the clock of another time. */
export function noteClock(sent: number, answer: { readonly headers: { get(name: string): string | null } }): void {
  const server = Number(answer.headers.get(CLOCK_HEADER) ?? Number.NaN);
  best = betterExchange(best, { sent, came: Date.now(), server });
}

/** What a device says of its clock as it sends an entry. */
export const clockHeaders = (sent: number): Record<string, string> => ({
  [SENT_HEADER]: String(sent),
  ...(best === null ? {} : { [AHEAD_HEADER]: String(Math.round(best.ahead)) }),
});
