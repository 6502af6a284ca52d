import type { CareEntry, KnownCamper, ThrowKind, StaffId } from '@stride-chalk/core';
import type { ConsentRecord } from './ConsentGate.tsx';

export interface CardProps {
  readonly camper: KnownCamper;
  readonly staffId: StaffId;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly withdrawn: boolean;
  readonly today: string;
  /** Where the camp is: dates are written as people there do. */
  readonly at: { readonly timeZone: string };
  readonly firstDay: string;
  readonly standing: {
    readonly says: string;
    readonly leftToday: number;
    readonly leftWithoutRest: number;
    readonly plannable: number;
    readonly dailyMaximum: number;
    readonly thrownToday: number;
    readonly allowance: { readonly throws: number; readonly left: number; readonly reasons: readonly string[] } | null;
  };
  readonly source: string;
  readonly ledger: ReadonlyArray<{
    readonly id: string;
    readonly day: string;
    readonly kind: ThrowKind;
    readonly count: number;
    readonly delivery: boolean;
    /** Another camp has counted it: it is taken back there. */
    readonly elsewhere: boolean;
    readonly by: string;
    /** The signed-in person has entered it. */
    readonly own: boolean;
    readonly takenBack: { readonly by: string; readonly why: string | null } | null;
  }>;
  readonly soreHistory: ReadonlyArray<{
    readonly place: string;
    readonly since: string;
    readonly lifted: string | null;
    readonly reason: string | null;
  }>;
  readonly allowances: ReadonlyArray<{
    readonly id: string;
    readonly day: string;
    readonly throws: number;
    readonly reason: string;
    readonly takenBack: boolean;
  }>;
  readonly consent: { readonly says: string; readonly open: boolean; readonly history: readonly ConsentRecord[] };
  /** What became of the message about the sore arm, in a sentence; null where there is none. */
  readonly told: string | null;
  readonly may: { readonly keep: boolean; readonly care: boolean; readonly erase: boolean };
}

/** Sends a change of this camper and shows what the server has then. */
export type SendChange = (path: string, method: 'POST' | 'PUT' | 'DELETE', body?: unknown, then?: string) => void;

/** An entry about an arm, without the camper: it is kept on the device until the server has it. */
export type EnterCare = (entry: DistributiveOmit<CareEntry, 'camperId'>) => void;
type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;
