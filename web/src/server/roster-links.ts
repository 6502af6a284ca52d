import { may, type Role } from './access.ts';
import type { BibEntry } from '@stride-chalk/core';
import { campersWithWork, type Camper } from './campers.ts';
import type { Camp } from './camps.ts';
import { campAtAGlance, glancesOf, type CamperAtAGlance, type Waiting } from './home.ts';

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

/** Every camper for the search by bib or name, with the page where his work goes on. */
export const searchEntries = async (camp: Camp, role: Role): Promise<BibEntry[]> =>
  (await campAtAGlance(camp)).map((c) => ({ bib: c.bib, name: c.name, href: nextPage(c, role), waits: WAITS[c.waiting] }));

/** How many campers are looked at in one go: few of those with films lack a consent. */
const AT_A_TIME = 8;

/** The nearest camper in the order of the bibs on whom there is work: with a consent in force, and films or an evaluation. */
async function nearest(camp: Camp, bib: number, towards: 'previous' | 'next'): Promise<Camper | undefined> {
  for (let from = bib; ; ) {
    const some = await campersWithWork(camp, from, towards, AT_A_TIME);
    const found = some.find((c) => c.consent.film);
    if (found || some.length < AT_A_TIME) return found;
    from = some.at(-1)!.bib;
  }
}

/** The neighbours of a camper, for going from one to the next without going back. */
export async function neighbours(
  camp: Camp,
  bib: number,
): Promise<{ readonly previous: CamperAtAGlance | null; readonly next: CamperAtAGlance | null }> {
  const beside = await Promise.all([nearest(camp, bib, 'previous'), nearest(camp, bib, 'next')]);
  const seen = await glancesOf(
    camp,
    beside.filter((c) => c !== undefined),
  );
  const [previous = null, next = null] = beside.map((c) => seen.find((g) => g.id === c?.id) ?? null);
  return { previous, next };
}
