import { dayInWords, type CareEntry, type ThrowKind } from '@stride-chalk/core';

export const KIND_NAMES: Readonly<Record<ThrowKind, string>> = {
  warmUp: 'warm-up',
  drill: 'drill',
  filming: 'filming',
  bullpen: 'bullpen',
  game: 'game',
};

/** An entry that waits on the device, in words. */
export function careInWords(e: CareEntry, at: { readonly timeZone: string }): string {
  const written = (day: string): string => dayInWords(day, at, 'dated');
  switch (e.kind) {
    case 'throws':
      return `${e.count} ${e.count === 1 ? 'throw' : 'throws'}, ${KIND_NAMES[e.throwKind]}, ${written(e.day)}`;
    case 'leaveOut':
      return 'a throw is not to be looked at';
    case 'takeBackThrows':
      return 'a count is taken back';
    case 'sore':
      return `sore ${e.place} since ${written(e.since)}: he does not throw`;
    case 'liftSore':
      return 'the sore arm is lifted';
    case 'allow':
      return `${e.throws} throws more allowed on ${written(e.day)}`;
    case 'takeBackAllowance':
      return 'an allowance is taken back';
  }
}
