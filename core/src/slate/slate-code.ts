import { VIEW_IDS, type ViewId } from '../sheet/shape.ts';
import { checkCharacter } from './check-character.ts';

/** What a slate says to a camera: no name, nothing of a child but the bib that he wears. */
export interface Slate {
  /** Random, of one camp: a slate of another camp is not taken for one of this. */
  readonly slateId: string;
  /** null on the card of a camera. */
  readonly bib: number | null;
  /** The side from which the camera that sees it films; null where the slate is for every side. */
  readonly view: ViewId | null;
  /** When it was shown, by the server's clock: milliseconds, to a tenth of a second; null on paper. */
  readonly instant: number | null;
}

const FORM = 'SC1';
const VIEW_LETTERS: Readonly<Record<ViewId, string>> = { openSide: 'O', closedSide: 'C', front: 'F', rear: 'R' };
const TENTH = 100;
const MOST_BIB = 9999;

/**
 * The text of a slate's code, in letters that a QR code writes densely (digits, capitals, colon): form, camp, bib, view, tenths of a second to base 36, check
 * character.
 *
 * @throws RangeError for what no slate can say
 * @example slateCode({ slateId: '7F3A09', bib: 27, view: 'openSide', instant: null }) // 'SC1:7F3A09:27:O::H'
 */
export function slateCode({ slateId, bib, view, instant }: Slate): string {
  if (!/^[0-9A-Z]{4,12}$/.test(slateId)) throw new RangeError(`a slate id is 4 to 12 digits and capitals, not ${slateId}`);
  if (bib !== null && !(Number.isInteger(bib) && bib >= 0 && bib <= MOST_BIB))
    throw new RangeError(`a bib is 0 to ${MOST_BIB}, not ${bib}`);
  if (instant !== null && !(Number.isFinite(instant) && instant >= 0)) throw new RangeError(`no moment: ${instant}`);
  const said = [
    FORM,
    slateId,
    bib === null ? '' : String(bib),
    view === null ? '' : VIEW_LETTERS[view],
    instant === null
      ? ''
      : Math.floor(instant / TENTH)
          .toString(36)
          .toUpperCase(),
  ].join(':');
  return `${said}:${checkCharacter(said)}`;
}

/** Why a text is no slate of ours: something else's code, one of a later form, or misread. */
export type NoSlate = 'foreign' | 'newer' | 'misread';

/**
 * Reads the text of a code.
 *
 * @example readSlate('https://elsewhere.example') // { slate: null, why: 'foreign' }
 */
export function readSlate(
  text: string,
): { readonly slate: Slate; readonly why: null } | { readonly slate: null; readonly why: NoSlate } {
  const none = (why: NoSlate) => ({ slate: null, why });
  const form = /^SC(\d+):/.exec(text);
  if (!form) return none('foreign');
  if (Number(form[1]) > 1) return none('newer');
  const parts = /^(SC1:([0-9A-Z]{4,12}):(\d{0,4}):([OCFR]?):([0-9A-Z]{0,9})):([0-9A-Z])$/.exec(text);
  if (!parts || checkCharacter(parts[1]!) !== parts[6]) return none('misread');
  const [, , slateId, bib, letter, tenths] = parts as unknown as [string, string, string, string, string, string];
  return {
    slate: {
      slateId,
      bib: bib === '' ? null : Number(bib),
      view: VIEW_IDS.find((v) => VIEW_LETTERS[v] === letter) ?? null,
      instant: tenths === '' ? null : Number.parseInt(tenths, 36) * TENTH,
    },
    why: null,
  };
}
