import Papa from 'papaparse';
import type { Seen, StaffId } from '@stride-chalk/core';
import { unfinishedSeconds } from './blind-scorer.ts';
import type { Camp } from './camps.ts';
import { levelsAt, type GivenLevel } from './given-levels.ts';
import { fairLevelOf, severityAt } from './severity.ts';

/** The levels of a camp for somebody who looks at them: without those of campers whom he is still to score blind himself. */
export async function levelsFor(camp: Camp, viewer: StaffId): Promise<GivenLevel[]> {
  const open = await unfinishedSeconds(camp);
  return (await levelsAt(camp)).filter((g) => !open.get(g.camper)?.includes(viewer));
}

/** The levels of a camp as a table: one line for each that somebody may see. */
export async function levelsCsv(camp: Camp, viewer: StaffId): Promise<string> {
  const [given, severity] = await Promise.all([levelsFor(camp, viewer), severityAt(camp)]);
  return Papa.unparse(
    given.map((g) => ({
      bib: g.bib,
      day: g.day,
      delivery: g.number,
      checkpoint: g.checkpoint,
      coach: g.coachName,
      level: g.level ?? 'not visible',
      fair: fairLevelOf(severity, { ...g, level: g.level === null ? 'NV' : (g.level as Seen) })?.toFixed(2) ?? '',
    })),
    { columns: ['bib', 'day', 'delivery', 'checkpoint', 'coach', 'level', 'fair'], escapeFormulae: true, newline: '\r\n' },
  );
}
