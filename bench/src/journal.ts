import { existsSync, readFileSync } from 'node:fs';

/** What a measurement has written down so far, a line a round; nothing where it begins. */
export const readJournal = <T>(path: string): T[] =>
  existsSync(path)
    ? readFileSync(path, 'utf8')
        .trim()
        .split('\n')
        .filter(Boolean)
        .map((l) => JSON.parse(l) as T)
    : [];
