import { dayInZone, type TrayCamera, type TrayClip } from '@stride-chalk/core';
import { originInWords } from '../../../parts/origin-words.ts';
import { SURE } from './tray-order.ts';

/** The time of day at a place, to the second: '10:42:15'. */
export const timeOfDay = (at: number, timeZone: string): string =>
  new Date(at).toLocaleTimeString('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', second: '2-digit' });

const FIRST = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'] as const;
/** 'first', 'second' …, and '7th' from there on: nobody throws more in a row before a camera. */
export const ordinal = (n: number): string => FIRST[n - 1] ?? `${n}th`;

/** Why a clip is thought to show what it shows, in words. */
export function whyInWords(clip: TrayClip, camera: TrayCamera | undefined, timeZone: string): string {
  if (clip.origin) return originInWords(clip.origin, timeZone);
  if (clip.at === null) return 'nothing says when it was filmed';
  if (camera?.unknown === 'no-log') return 'nothing was tapped or planned on its day';
  const words = clip.why.map((why) => oneInWords(why, timeZone));
  if (camera?.unknown === 'several-fits') words.push('the clock of its camera fits in several ways');
  if (camera?.unknown === 'plan-only') words.push('nothing was tapped, and no slate was seen');
  return words.join(', ');
}

function oneInWords(why: TrayClip['why'][number], timeZone: string): string {
  switch (why.kind) {
    case 'slate':
      return `slate of ${why.bib} at ${timeOfDay(why.at, timeZone)}`;
    case 'tap':
      return `tapped ${secondsInWords(why.seconds)}`;
    case 'order':
      return `${ordinal(why.number)} of bib ${why.bib} by the order`;
    case 'camera':
      return 'another camera filmed it at the same moment';
    case 'plan':
      return 'only the plan says so';
    case 'nothing':
      return 'fits no throw';
  }
}

const secondsInWords = (seconds: number): string => {
  const whole = Math.round(Math.abs(seconds));
  if (whole < 1) return 'at that moment';
  return `${whole} s ${seconds > 0 ? 'later' : 'earlier'} than expected`;
};

/** A moment of a film: '1:02:07', '2:07'. */
export function minutesInWords(seconds: number): string {
  const whole = Math.floor(seconds);
  const two = (n: number): string => String(n).padStart(2, '0');
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60)];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

/** How sure that is. */
export function sureInWords(probability: number): string {
  const percent = Math.floor(100 * probability);
  if (probability >= SURE) return `sure, ${Math.min(99, percent)} %`;
  return probability >= 0.7 ? `likely, ${percent} %` : `a guess, ${percent} %`;
}

/** The day of a clip where it is another one than that of the clip before it; null where not. */
export const newDay = (clip: TrayClip, before: TrayClip | undefined, timeZone: string): string | null => {
  if (clip.at === null) return null;
  const day = dayInZone(clip.at, timeZone);
  return before?.at != null && dayInZone(before.at, timeZone) === day ? null : day;
};

/** Bytes as people say them. */
export const bytesInWords = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** How the clock of a camera goes against that of the server. */
export function clockInWords({ clock, unknown }: TrayCamera): string {
  if (unknown === 'no-log') return 'nothing was tapped or planned on its day';
  if (unknown === 'plan-only') return 'only the plan says whose its clips are: nothing was tapped, and no slate was seen';
  if (unknown === 'several-fits') return 'its clock fits the taps in several ways';
  if (!clock) return '';
  // Sorting begins with "anything": it has seen nothing that narrows it.
  if (clock.sd > 60) return 'nothing that it filmed says how its clock goes';
  const seconds = Math.round(Math.abs(clock.offset));
  const sd = Math.max(1, Math.round(clock.sd));
  if (seconds < 2) return 'its clock is right';
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)];
  const words = [hours > 0 && `${hours} h`, minutes > 0 && `${minutes} min`, `${seconds % 60} s`].filter(Boolean).join(' ');
  return `its clock is ${words} ${clock.offset > 0 ? 'slow' : 'fast'}, give or take ${sd} s`;
}
