import { describe, expect, test } from 'vitest';
import { commandOf, LIST, TRAY_KEYS, type Mode } from './tray-keys.ts';

/** What a row of keys comes to: modes are followed, the first other command ends it. */
function after(...keys: string[]): unknown {
  let mode: Mode = LIST;
  for (const key of keys) {
    const command = commandOf(mode, key, false);
    if (command?.do !== 'mode') return command;
    mode = command.mode;
  }
  return mode;
}

describe('keys of the tray', () => {
  test('digits and Enter are another bib, from its first digit on', () => {
    expect(after('1', '0', 'Enter')).toEqual({ do: 'bib', bib: 10 });
    expect(after('1', '4', 'Backspace', 'Enter')).toEqual({ do: 'bib', bib: 1 });
    expect(after('1', 'Backspace')).toEqual(LIST);
    expect(after('1', 'Escape')).toEqual(LIST);
    expect(after('0')).toBeNull();
    // A letter among the digits does nothing, and neither does a fifth digit.
    expect(commandOf({ is: 'bib', text: '1' }, 'u', false)).toBeNull();
    expect(commandOf({ is: 'bib', text: '1234' }, '5', false)).toBeNull();
  });

  test('another bib with which it changes places', () => {
    expect(after('x', 'Enter')).toBeNull();
    expect(after('x', '9', 'Enter')).toEqual({ do: 'swap', bib: 9 });
    expect(after('x', 'Backspace')).toEqual({ is: 'swap', text: '' });
  });

  test('useless asks why, and takes no other answer', () => {
    expect(after('u', '2')).toEqual({ do: 'aside', why: 'cannot be seen' });
    expect(after('u', '9')).toBeNull();
    expect(after('u', 'Enter')).toBeNull();
    expect(after('u', 'Escape')).toEqual(LIST);
  });

  test('filmed again asks why; where a clip comes from is said in a form that hears its own keys', () => {
    expect(after('r', '4')).toEqual({ do: 'refilm', why: 'broken off' });
    expect(after('r', '5')).toBeNull();
    expect(after('r', 'Escape')).toEqual(LIST);
    expect(after('g')).toEqual({ is: 'origin' });
    expect(after('g', '7')).toBeNull();
    expect(after('g', 'Escape')).toEqual(LIST);
    expect(after('w')).toEqual({ is: 'film' });
    expect(after('w', 'ArrowLeft')).toBeNull();
    expect(after('w', 'Escape')).toEqual(LIST);
  });

  test('a cut begins in the middle and stays within the clip', () => {
    expect(after('c', 'Enter')).toEqual({ do: 'cut', share: 0.5 });
    expect(after('c', 'ArrowLeft', 'Enter')).toEqual({ do: 'cut', share: 7 / 16 });
    expect(after('c', ...Array.from({ length: 20 }, () => 'ArrowRight'), 'Enter')).toEqual({ do: 'cut', share: 15 / 16 });
    expect(after('c', ...Array.from({ length: 20 }, () => 'ArrowLeft'), 'Enter')).toEqual({ do: 'cut', share: 1 / 16 });
  });

  test('Enter is the one in hand, with Shift all that are sure up to it', () => {
    expect(commandOf(LIST, 'Enter', false)).toEqual({ do: 'confirm' });
    expect(commandOf(LIST, 'Enter', true)).toEqual({ do: 'confirmUpTo' });
    expect(commandOf(LIST, 'Z', true)).toEqual({ do: 'undo' });
    expect(commandOf(LIST, 'q', false)).toBeNull();
  });

  test('every key that the page names does something', () => {
    const first: Readonly<Record<string, string>> = { '↑ ↓': 'ArrowUp', 'Shift Enter': 'Enter', '0–9': '1' };
    for (const [key] of TRAY_KEYS) expect(commandOf(LIST, first[key] ?? key, false), key).not.toBeNull();
  });
});
