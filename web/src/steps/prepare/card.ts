import type { KnownCamper, ThrowKind } from '@stride-chalk/core';

export interface CardProps {
  readonly camper: KnownCamper;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly withdrawn: boolean;
  readonly today: string;
  readonly firstDay: string;
  readonly standing: {
    readonly says: string;
    readonly leftToday: number;
    readonly leftWithoutRest: number;
    readonly plannable: number;
    readonly dailyMaximum: number;
    readonly thrownToday: number;
    readonly allowed: string | null;
  };
  readonly source: string;
  readonly ledger: ReadonlyArray<{
    readonly id: string;
    readonly day: string;
    readonly kind: ThrowKind;
    readonly count: number;
    readonly delivery: boolean;
    readonly by: string;
  }>;
  readonly soreHistory: ReadonlyArray<{
    readonly place: string;
    readonly since: string;
    readonly lifted: string | null;
    readonly reason: string | null;
  }>;
  readonly allowances: ReadonlyArray<{ readonly day: string; readonly reason: string }>;
  readonly may: { readonly keep: boolean; readonly care: boolean; readonly erase: boolean };
}

/** Sends a change of this camper and shows what the server has then. */
export type SendChange = (path: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown, then?: string) => void;
