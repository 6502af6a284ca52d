import { Action } from '../../parts/Action.tsx';
import { clockOf, sameThrows, type GateLine } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { WIDE } from './CheckInMore.tsx';
import type { CheckInEntry } from './gate.ts';

export interface Done {
  readonly camper: GateLine;
  readonly entry: CheckInEntry;
  readonly standing: { readonly left: number; readonly says: string };
}

/** What follows from a check-in: whether he throws, when and where; then the next camper. */
export function CheckedIn({
  done,
  now,
  onNext,
  onChange,
}: {
  done: Done;
  /** His line as the server has it since; null while this phone is alone with what it noted. */
  now: GateLine | null;
  onNext: () => void;
  onChange: () => void;
}) {
  const standing = now ?? done.standing;
  const reported = now?.throwsReported ?? null;
  const more = done.entry.throwsReported !== null && reported !== null && !sameThrows(reported, done.entry.throwsReported);
  return (
    <div className="grid content-between gap-4 pt-4">
      <div className="grid gap-4" role="status">
        <p className="m-0 text-large font-semibold leading-tight">
          <span className="sign tabular text-sign">{done.camper.bib}</span> {done.camper.name}
        </p>
        {done.entry.sore ? (
          <p className="care-band m-0 px-4 py-4 text-lead">
            <b>No throwing.</b> A message to the family and the lead is written. We do not diagnose: pain means stop, and see a
            licensed medical professional.
          </p>
        ) : !done.entry.present ? (
          <p className="m-0 text-lead">Not here today. The plan can be made again without him.</p>
        ) : (
          <>
            <p className={`m-0 px-4 py-4 text-lead ${standing.left === 0 ? 'care-band' : 'border-l-[6px] border-grass bg-wash'}`}>
              {done.camper.sore ? 'A sore arm: no throwing until the lead lifts it.' : standing.says}
            </p>
            {more && (
              <Alert>
                Another phone has noted {reported.reduce((sum, t) => sum + t.count, 0)} throws of the last days. Of each day the
                larger number stands, until somebody changes it here.
              </Alert>
            )}
            {done.camper.session && !done.camper.sore && standing.left > 0 && (
              <p className="m-0 text-lead">
                Warm-up at <b className="tabular">{clockOf(done.camper.session.warmUpFrom)}</b>, {done.camper.session.mound} at{' '}
                <b className="tabular">{clockOf(done.camper.session.from)}</b>
              </p>
            )}
          </>
        )}
      </div>
      <div className="grid gap-4">
        <Action main className={`!min-h-[80px] ${WIDE}`} onClick={onNext}>
          Next camper
        </Action>
        <Action className={WIDE} onClick={onChange}>
          That was wrong: change it
        </Action>
      </div>
    </div>
  );
}
