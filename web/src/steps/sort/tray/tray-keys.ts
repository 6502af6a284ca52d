import { REFILM_REASONS, USELESS_REASONS, type ClipOrigin } from '@stride-chalk/core';

/** What the next keys answer. */
export type Mode =
  | { readonly is: 'list' }
  /** Another bib for the clip in hand, or the one with which its bib changes places. */
  | { readonly is: 'bib' | 'swap'; readonly text: string }
  /** Why it is set aside, or filmed once more. */
  | { readonly is: 'why' | 'again' }
  /** Where it comes from, where it is not of the camp. */
  | { readonly is: 'origin' }
  /** Where in its film a delivery was not found. */
  | { readonly is: 'film' }
  /** Before which share of it it is cut, in sixteenths. */
  | { readonly is: 'cut'; readonly sixteenth: number };

export const LIST: Mode = { is: 'list' };

export type TrayCommand =
  | { readonly do: 'mode'; readonly mode: Mode }
  | { readonly do: 'go'; readonly by: 1 | -1 }
  | { readonly do: 'camera' | 'confirmAll' }
  | { readonly do: 'confirm' | 'confirmUpTo' | 'open' | 'join' | 'undo' | 'view' }
  | { readonly do: 'bib' | 'swap'; readonly bib: number }
  | { readonly do: 'aside' | 'refilm'; readonly why: string }
  /** Where it comes from; with the others of its camera that stand under nobody. */
  | { readonly do: 'comeFrom'; readonly origin: ClipOrigin | null; readonly others: boolean }
  | { readonly do: 'cut'; readonly share: number }
  | { readonly do: 'cutOut'; readonly range: { readonly from: number; readonly to: number } };

/** Keys of the list, as the page names them. */
export const TRAY_KEYS: ReadonlyArray<readonly [string, string]> = [
  ['↑ ↓', 'clip'],
  ['Enter', 'it is that'],
  ['Shift Enter', 'all that are sure up to here'],
  ['A', 'all that are sure'],
  ['0–9', 'another bib'],
  ['X', 'changes places with a bib'],
  ['U', 'useless'],
  ['R', 'film him again'],
  ['G', 'from a game or a family'],
  ['W', 'the whole film'],
  ['C', 'cut in two'],
  ['M', 'make one with the next part'],
  ['V', 'view of the camera'],
  ['O', 'take out'],
  ['N', 'next camera'],
  ['Z', 'undo'],
];

const LETTERS: Readonly<Record<string, TrayCommand>> = {
  x: { do: 'mode', mode: { is: 'swap', text: '' } },
  u: { do: 'mode', mode: { is: 'why' } },
  r: { do: 'mode', mode: { is: 'again' } },
  g: { do: 'mode', mode: { is: 'origin' } },
  w: { do: 'mode', mode: { is: 'film' } },
  c: { do: 'mode', mode: { is: 'cut', sixteenth: 8 } },
  m: { do: 'join' },
  v: { do: 'view' },
  o: { do: 'open' },
  a: { do: 'confirmAll' },
  n: { do: 'camera' },
  z: { do: 'undo' },
};
export const LONGEST_BIB = 4;

/** What a key asks for; null where it asks for nothing. */
export function commandOf(mode: Mode, key: string, shift: boolean): TrayCommand | null {
  if (mode.is !== 'list' && key === 'Escape') return { do: 'mode', mode: LIST };
  switch (mode.is) {
    case 'list':
      if (key === 'ArrowDown') return { do: 'go', by: 1 };
      if (key === 'ArrowUp') return { do: 'go', by: -1 };
      if (key === 'Enter') return { do: shift ? 'confirmUpTo' : 'confirm' };
      if (/^[1-9]$/.test(key)) return { do: 'mode', mode: { is: 'bib', text: key } };
      return LETTERS[key.toLowerCase()] ?? null;
    case 'bib':
    case 'swap': {
      const { is, text } = mode;
      if (/^\d$/.test(key) && text.length < LONGEST_BIB) return { do: 'mode', mode: { is, text: text + key } };
      if (key === 'Backspace')
        return { do: 'mode', mode: text.length < 2 && is === 'bib' ? LIST : { is, text: text.slice(0, -1) } };
      return key === 'Enter' && Number(text) > 0 ? { do: is, bib: Number(text) } : null;
    }
    case 'why': {
      const why = USELESS_REASONS[Number(key) - 1];
      return why === undefined ? null : { do: 'aside', why };
    }
    case 'again': {
      const why = REFILM_REASONS[Number(key) - 1];
      return why === undefined ? null : { do: 'refilm', why };
    }
    case 'origin':
    case 'film':
      return null;
    case 'cut': {
      const { sixteenth } = mode;
      if (key === 'ArrowLeft') return { do: 'mode', mode: { is: 'cut', sixteenth: Math.max(1, sixteenth - 1) } };
      if (key === 'ArrowRight') return { do: 'mode', mode: { is: 'cut', sixteenth: Math.min(15, sixteenth + 1) } };
      return key === 'Enter' ? { do: 'cut', share: sixteenth / 16 } : null;
    }
  }
}
