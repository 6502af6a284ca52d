import type { ColumnMatch, DateAnswers, RosterField, TextEncoding } from '@stride-chalk/core';

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

const placeOf = (campId: string): string => `stride-chalk.roster-file.${campId}`;

/**
 * Keeps a file for this tab, so that a reload loses no mending. It is gone with the tab, with the sign-out, and when it was taken. A file that is too large
 * for the tab's storage is not kept, and what was kept before goes.
 */
export function keepFile(campId: string, file: KeptFile | null): void {
  sessionStorage.removeItem(placeOf(campId));
  if (!file) return;
  const bytes = btoa(Array.from(file.bytes, (b) => String.fromCharCode(b)).join(''));
  try {
    sessionStorage.setItem(
      placeOf(campId),
      JSON.stringify({ ...file, bytes, answers: { ...file.answers, left: [...file.answers.left] } }),
    );
  } catch {
    // Too large for the storage of a tab: the file is still in the reader's hands.
  }
}

/** The file that this tab has kept; null when there is none, or it cannot be read. */
export function keptFile(campId: string): KeptFile | null {
  const text = sessionStorage.getItem(placeOf(campId));
  if (text === null) return null;
  try {
    const { bytes, answers, ...rest } = JSON.parse(text);
    return {
      ...rest,
      bytes: Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0)),
      answers: { ...answers, left: new Set(answers.left) },
    };
  } catch {
    return null;
  }
}
