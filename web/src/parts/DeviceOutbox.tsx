import { useEffect, useState } from 'react';
import type { StaffId } from '@stride-chalk/core';
import { CARE, CHECK_INS, NOTHING_KNOWN, Outbox, type OutboxNews } from './outbox.ts';
import { safetyInWords } from './safety.ts';
import { useFilms } from './use-films.ts';

/**
 * Sends what the field has left on this device, whatever page is open: counts and check-ins first, then films. Nothing is seen of it while nothing waits; what the server did not take is named on the mound and
 * at the check-in.
 */
export function DeviceOutbox({ staffId }: { staffId: StaffId }) {
  const [care, setCare] = useState<OutboxNews<unknown>>(NOTHING_KNOWN);
  const [gate, setGate] = useState<OutboxNews<unknown>>(NOTHING_KNOWN);
  useEffect(() => {
    const boxes = [new Outbox(CARE, staffId, setCare), new Outbox(CHECK_INS, staffId, setGate)];
    return () => {
      for (const box of boxes) box.stop();
    };
  }, [staffId]);
  const { news: films } = useFilms(staffId, !care.open || care.waiting > 0 || !gate.open || gate.waiting > 0);
  const small = care.waiting + gate.waiting;
  const refused = care.refused.length + gate.refused.length + films.refused.length;
  if (!films.open || small + films.waiting.length + refused === 0) return null;
  return (
    <p role="status" data-testid="left-here" className="m-0 border-b border-rule bg-wash px-5 py-2 text-note">
      {safetyInWords({
        ...{ small, called: ['entry of the field', 'entries of the field'], films: films.waiting.length },
        ...{ unkeptFilms: films.unkept, unkept: care.unkept, refused },
        ...{ offline: care.offline || films.offline, signedOut: care.signedOut || films.signedOut, share: films.share },
      })}{' '}
      {refused > 0 && (
        <a href={gate.refused.length === refused ? '/check-in' : '/mound'} className="font-semibold">
          {refused} not taken: look there
        </a>
      )}
    </p>
  );
}
