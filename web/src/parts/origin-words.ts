import { dayInWords, type ClipOrigin } from '@stride-chalk/core';

export const OCCASION_NAMES: Readonly<Record<ClipOrigin['occasion'], string>> = {
  game: 'Game',
  practice: 'Practice of his team',
  home: 'At home',
};
export const PITCH_NAMES: Readonly<Record<NonNullable<ClipOrigin['pitch']>, string>> = {
  fastball: 'fastball',
  changeup: 'changeup',
  curveball: 'curveball',
  slider: 'slider',
  other: 'another pitch',
};
export const HEIGHT_NAMES: Readonly<Record<NonNullable<ClipOrigin['height']>, string>> = {
  high: 'high',
  middle: 'at mid height',
  low: 'low',
};
export const SIDE_NAMES: Readonly<Record<NonNullable<ClipOrigin['side']>, string>> = {
  armSide: 'arm side',
  middle: 'over the middle',
  gloveSide: 'glove side',
};

/** Where a clip comes from and what became of the pitch: 'Game, 4 Jul 2026 · curveball, strike, low, glove side · 52 mph measured · sent by A. Roe'. */
export function originInWords(origin: ClipOrigin, timeZone: string): string {
  const pitch = [
    origin.pitch && PITCH_NAMES[origin.pitch],
    origin.result,
    origin.height && HEIGHT_NAMES[origin.height],
    origin.side && SIDE_NAMES[origin.side],
  ].filter(Boolean);
  return [
    `${OCCASION_NAMES[origin.occasion]}, ${dayInWords(origin.filmedOn, { timeZone }, 'dated')}`,
    pitch.join(', '),
    origin.speed !== null && `${origin.speed} ${origin.speedUnit} measured`,
    origin.sentBy && `sent by ${origin.sentBy}`,
  ]
    .filter(Boolean)
    .join(' · ');
}
