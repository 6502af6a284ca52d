import type { DayCamper, DaySettings } from './day.ts';
import type { Block } from './place-sessions.ts';

/** Blocks of campers: those who stay together as one, the others alone. */
export function blocksOf(campers: readonly DayCamper[]): Block[] {
  const groups = new Map<string, DayCamper[]>();
  for (const c of campers) {
    const key = c.together === null ? `alone ${c.id}` : `group ${c.together}`;
    groups.set(key, [...(groups.get(key) ?? []), c]);
  }
  return [...groups.values()];
}

export const blockMinutes = (settings: DaySettings, block: Block): number =>
  block.reduce((sum, c) => sum + settings.minutes[c.ageGroup], 0);

/**
 * An order in which every age comes evenly over the day: the i-th of the n blocks of an age group has its place at (i + 1/2) / n
 * of the day. Groups kept together go by the age of their first camper; those of two and more come first within their age group,
 * since long blocks at the end make a day long.
 */
export function spreadAges(settings: DaySettings, blocks: readonly Block[]): Block[] {
  const byAge = new Map<string, Block[]>();
  for (const b of blocks) byAge.set(b[0]!.ageGroup, [...(byAge.get(b[0]!.ageGroup) ?? []), b]);
  return [...byAge.values()]
    .flatMap((group) =>
      [...group].sort((a, b) => b.length - a.length).map((block, i) => ({ block, place: (i + 0.5) / group.length })),
    )
    .sort((a, b) => a.place - b.place || blockMinutes(settings, b.block) - blockMinutes(settings, a.block))
    .map((x) => x.block);
}

/** The longest first: the classic order for an early finish (Graham RL, SIAM J Appl Math 1969;17:416-429, value from memory). */
export const longestFirst = (settings: DaySettings, blocks: readonly Block[]): Block[] =>
  [...blocks].sort((a, b) => blockMinutes(settings, b) - blockMinutes(settings, a));
