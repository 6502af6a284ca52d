import { describe, expect, test } from 'vitest';
import { VIEW_IDS } from '../sheet/shape.ts';
import { checkCharacter } from './check-character.ts';
import { readSlate, slateCode, type Slate } from './slate-code.ts';

const CARD: Slate = { slateId: '7F3A09', bib: 27, view: 'openSide', instant: null };

test('the check character of ISO 7064 MOD 37,36', () => {
  // The example of the Global Release Identifier, which uses it: A1-2425G-ABC1234002-M (value from memory).
  expect(checkCharacter('A12425GABC1234002')).toBe('M');
  expect(checkCharacter('A1-2425G-ABC1234002')).toBe('M');
});

describe('a slate', () => {
  test('says what was meant, at every view, with and without bib and time', () => {
    for (const view of [...VIEW_IDS, null])
      for (const bib of [0, 7, 27, 9999, null])
        for (const instant of [null, 0, Date.UTC(2026, 6, 14, 10, 42, 7, 300)]) {
          const slate: Slate = { slateId: '7F3A09', bib, view, instant };
          expect(readSlate(slateCode(slate))).toEqual({ slate, why: null });
        }
  });

  test('time is told to a tenth of a second, of which it is the begin', () => {
    const at = (instant: number) => readSlate(slateCode({ ...CARD, instant })).slate?.instant;
    expect(at(1_784_025_727_399)).toBe(1_784_025_727_300);
    expect(at(1_784_025_727_300)).toBe(1_784_025_727_300);
  });

  test('its text is of letters that a QR code writes two in eleven bits, and names nobody', () => {
    // ISO/IEC 18004, alphanumeric mode: digits, capitals, space $ % * + - . / : (from memory).
    expect(slateCode({ ...CARD, instant: Date.UTC(2026, 6, 14) })).toMatch(/^[0-9A-Z $%*+\-./:]{20,34}$/);
  });

  test('every single character that was misread is found', () => {
    const code = slateCode({ ...CARD, instant: 1_784_025_727_300 });
    for (let i = 0; i < code.length; i++)
      for (const other of '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ:') {
        if (other === code[i]) continue;
        const { slate } = readSlate(code.slice(0, i) + other + code.slice(i + 1));
        expect(slate, `${i} ${other}`).toBeNull();
      }
  });

  test('a code of something else, of a later form, and a broken one are told apart', () => {
    expect(readSlate('https://elsewhere.example').why).toBe('foreign');
    expect(readSlate('').why).toBe('foreign');
    expect(readSlate('SC2:7F3A09:27:O::B').why).toBe('newer');
    expect(readSlate(`${slateCode(CARD)}X`).why).toBe('misread');
    expect(readSlate(slateCode(CARD).slice(0, -2)).why).toBe('misread');
  });

  test('what no slate can say is refused by name', () => {
    for (const slateId of ['', 'abc123', '7F3', '7F3A097F3A097'])
      expect(() => slateCode({ ...CARD, slateId }), slateId).toThrow('a slate id is 4 to 12');
    for (const bib of [-1, 2.5, 10_000]) expect(() => slateCode({ ...CARD, bib }), String(bib)).toThrow('a bib is 0 to 9999');
    for (const instant of [-1, Number.NaN]) expect(() => slateCode({ ...CARD, instant }), String(instant)).toThrow('no moment');
  });
});
