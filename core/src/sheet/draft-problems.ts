import type { z } from 'zod';
import { asCurrent } from './first-form.ts';
import { levelWordProblems } from './level-words.ts';
import { sheetSchema } from './schema.ts';
import { sheetShape, type Sheet } from './shape.ts';

/** What has to be mended before a draft of a sheet can be released. */
export interface DraftProblem {
  /** The field, as the names of what holds it: `['checkpoints', 3, 'levels', 0]`; empty where it is about the whole. */
  readonly path: ReadonlyArray<string | number>;
  /** The checkpoint, fault, drill or step that it is about, where its words name one. */
  readonly about: string | null;
  readonly message: string;
}

/** What the draft is, when it can be read at all: what does not hold yet stands in `problems`. */
export interface ReadDraft {
  readonly sheet: Sheet | null;
  readonly problems: readonly DraftProblem[];
}

/** The id with which the words of a problem begin: of a checkpoint (A1), a fault (A1.narrow), or what stands before the first colon. */
const namedIn = (message: string): string | null =>
  /\b([A-HX]\d{1,2}(?:\.[a-z-]+)?)\b/.exec(message)?.[1] ?? /^([^:]{1,40}):/.exec(message)?.[1] ?? null;

const issues = (error: z.ZodError): DraftProblem[] =>
  error.issues.map((i) => ({
    path: i.path.map((p) => (typeof p === 'symbol' ? String(p) : p)),
    about: i.path.length > 0 ? null : namedIn(i.message),
    message: i.message,
  }));

/**
 * Reads a draft of a sheet: what is missing or wrong in its fields, what its parts promise each other and do not hold, and level words that two people
 * would not see alike. A draft with none of them can be released.
 *
 * @param document a JSON document of any kind
 * @example readDraft(defaultSheet).problems // []
 */
export function readDraft(document: unknown): ReadDraft {
  const read = sheetSchema.safeParse(document);
  if (!read.success) {
    const shape = sheetShape.safeParse(asCurrent(document));
    return { sheet: shape.success ? shape.data : null, problems: issues(read.error) };
  }
  if (read.data.form === 1) return { sheet: read.data, problems: [] };
  return {
    sheet: read.data,
    problems: levelWordProblems(read.data).map(({ where, message }) => ({
      path: [],
      about: namedIn(where),
      message: `${where} ${message}`,
    })),
  };
}
