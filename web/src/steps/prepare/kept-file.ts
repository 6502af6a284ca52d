import type { ColumnMatch, DateAnswers, RosterField, TextEncoding, CampId } from '@stride-chalk/core';

export type Decision = 'match' | 'new' | { readonly update: string };

/** Everything that has been answered about a file; it is read again after each answer. */
export interface Answers {
  readonly dates: DateAnswers;
  readonly mended: Readonly<Record<number, Partial<Record<RosterField, string>>>>;
  readonly left: ReadonlySet<number>;
  readonly decisions: Readonly<Record<number, Decision>>;
  readonly consents: Readonly<Record<number, 'keep' | 'take'>>;
}

/** A file in hand with everything that has been answered about it. */
export interface KeptFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly encoding: TextEncoding;
  readonly columns: readonly ColumnMatch[];
  readonly answers: Answers;
}

const placeOf = (campId: CampId): string => `stride-chalk.roster-file.${campId}`;

/** The bytes as text, once for each file: they do not change with an answer. */
const asText = new WeakMap<Uint8Array, string>();
function textOf(bytes: Uint8Array): string {
  const text = asText.get(bytes) ?? btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(''));
  asText.set(bytes, text);
  return text;
}

/**
 * Keeps a file for this tab, so that a reload loses no mending. It is gone with the tab, with the sign-out, and when it was taken. A file that is too large
 * for the tab's storage is not kept, and what was kept before goes.
 *
 * @returns false when it is not kept: a reload loses what was answered
 */
export function keepFile(campId: CampId, file: KeptFile | null): boolean {
  const [place, bytesPlace] = [placeOf(campId), `${placeOf(campId)}.bytes`];
  const text = file && textOf(file.bytes);
  try {
    sessionStorage.removeItem(place);
    if (sessionStorage.getItem(bytesPlace) !== text) sessionStorage.removeItem(bytesPlace);
    if (!file || text === null) return true;
    const { bytes: _, ...rest } = file;
    if (sessionStorage.getItem(bytesPlace) === null) sessionStorage.setItem(bytesPlace, text);
    sessionStorage.setItem(place, JSON.stringify({ ...rest, answers: { ...file.answers, left: [...file.answers.left] } }));
    return true;
  } catch {
    // Too large for the storage of a tab: the file is still in the reader's hands.
    sessionStorage.removeItem(place);
    sessionStorage.removeItem(bytesPlace);
    return false;
  }
}

/** The file that this tab has kept; null when there is none, or it cannot be read. */
export function keptFile(campId: CampId): KeptFile | null {
  const text = sessionStorage.getItem(placeOf(campId));
  const bytes = sessionStorage.getItem(`${placeOf(campId)}.bytes`);
  if (text === null || bytes === null) return null;
  try {
    const { answers, ...rest } = JSON.parse(text);
    return {
      ...rest,
      bytes: Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0)),
      answers: { ...answers, left: new Set(answers.left) },
    };
  } catch {
    return null;
  }
}
