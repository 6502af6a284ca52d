import type { EventId } from '../events.ts';
import { ballRelease } from './ball-release.ts';
import { backFootOff } from './back-foot-off.ts';
import { bodyBack } from './body-back.ts';
import { driveStart } from './drive-start.ts';
import type { ClipEvidence, FoundEvent } from './evidence.ts';
import { throwFrame } from './throw-frame.ts';
import { firstMove } from './first-move.ts';
import { firstTouch } from './first-touch.ts';
import { footOpens } from './foot-opens.ts';
import { frontFootContact } from './front-foot-contact.ts';
import { handsApart } from './hands-apart.ts';
import { kneeDown } from './knee-down.ts';
import { layback } from './layback.ts';
import { liftTop } from './lift-top.ts';
import { shouldersTurn } from './shoulders-turn.ts';
import { slowDown } from './slow-down.ts';
import { finishStill } from './finish-still.ts';
import { setStill } from './set-still.ts';

/**
 * The key frames of one view, each by its own rule; an event that its rule cannot tell is left out, and those that need it too. From front and rear release, parting hands, drive, and what feet, shoulders and arm do late are left to
 * the side view: along the line of sight neither the hand nor the knee shows what it does. When the ball is caught no rule tells: no camera of the sheet sees the catcher; that is marked by hand. A proposal: nobody has seen it.
 *
 * @example findKeyFrames(evidence).release // { frame: 163.4, from: 162.7, to: 164.1, sure: 0.97 }
 */
export function findKeyFrames(evidence: ClipEvidence): Partial<Record<EventId, FoundEvent>> {
  const found: Partial<Record<EventId, FoundEvent>> = {};
  const keep = (id: EventId, event: FoundEvent | null): FoundEvent | null => {
    if (event) found[id] = event;
    return event;
  };
  const fastest = throwFrame(evidence);
  const fromSide = evidence.towardsTarget !== null;
  const release = fromSide ? keep('release', ballRelease(evidence, fastest)) : null;
  if (release) {
    keep('layback', layback(evidence, release));
    keep('slowDown', slowDown(evidence, release.frame));
  }
  if (fromSide) keep('backFootOff', backFootOff(evidence, fastest));
  keep('finish', finishStill(evidence, fastest));
  const top = keep('liftTop', liftTop(evidence, fastest));
  if (!top) return found;
  const set = keep('set', setStill(evidence, top.frame));
  if (set) keep('firstMove', firstMove(evidence, set, top.frame));
  if (fromSide) keep('handsApart', handsApart(evidence, top.frame, fastest));
  const contact = keep('contact', frontFootContact(evidence, fastest, release));
  if (!contact) return found;
  keep('kneeDown', kneeDown(evidence, top, contact.frame));
  keep('firstTouch', firstTouch(evidence, contact));
  if (!fromSide) return found;
  keep('driveStart', driveStart(evidence, top.frame, contact.frame));
  keep('footOpens', footOpens(evidence, contact));
  if (set) keep('bodyBack', bodyBack(evidence, set, contact.frame));
  if (release) keep('shouldersTurn', shouldersTurn(evidence, contact.frame, release.frame));
  return found;
}
