import { may, type Role } from './access.ts';
import type { CamperAtAGlance, Waiting } from './home.ts';

/** What each camper waits for, in the staff's words. */
export const WAITS: Readonly<Record<Waiting, string>> = {
  consent: 'no consent',
  rest: 'sore: rests',
  film: 'to be filmed',
  copies: 'films in work',
  keyFrames: 'key frames',
  scores: 'levels',
  writeUp: 'write-up',
  release: 'release',
  released: 'handed out',
};

/** The page where a camper's work goes on, for what the role may use. */
export function nextPage(camper: Pick<CamperAtAGlance, 'bib' | 'waiting'>, role: Role): string {
  if (!may(role, 'break down and score')) return `/campers/${camper.bib}`;
  if (['consent', 'rest', 'film', 'copies'].includes(camper.waiting)) return `/campers/${camper.bib}`;
  if (['keyFrames', 'scores'].includes(camper.waiting)) return `/bench/${camper.bib}`;
  return `/handouts/${camper.bib}`;
}

export const searchEntries = (campers: readonly CamperAtAGlance[], role: Role) =>
  campers.map((c) => ({ bib: c.bib, name: c.name, href: nextPage(c, role), waits: WAITS[c.waiting] }));

/** The neighbours of a camper in the order of the bibs, for going from one to the next without going back. */
export function neighbours(
  campers: readonly CamperAtAGlance[],
  bib: number,
): { previous: CamperAtAGlance | null; next: CamperAtAGlance | null } {
  const workable = campers.filter((c) => c.bib === bib || !['consent', 'rest', 'film'].includes(c.waiting));
  const i = workable.findIndex((c) => c.bib === bib);
  return { previous: workable[i - 1] ?? null, next: workable[i + 1] ?? null };
}
