import { sql } from 'drizzle-orm';
import Papa from 'papaparse';
import type { Seen, StaffId } from '@stride-chalk/core';
import { unfinishedSeconds } from './blind-scorer.ts';
import type { Camp } from './camps.ts';
import { db } from './db/connect.ts';
import { levelsAt, type GivenLevel } from './given-levels.ts';
import { fairLevelOf, severityAt } from './severity.ts';

/** The levels of a camp for somebody who looks at them: without those of campers whom he is still to score blind himself. */
export async function levelsFor(camp: Camp, viewer: StaffId): Promise<GivenLevel[]> {
  const open = await unfinishedSeconds(camp);
  return (await levelsAt(camp)).filter((g) => !open.get(g.camper)?.includes(viewer));
}

/** How often a level that figures suggested stood on the screen of who scored a checkpoint, and how often he gave another one. */
export interface Overruled {
  readonly checkpoint: string;
  readonly suggested: number;
  readonly overruled: number;
}

/** What became of suggestions at a camp, by checkpoint, most often overruled first. Of campers whom the viewer is still to score blind nothing is counted. */
export async function overruledAt(camp: Camp, viewer: StaffId): Promise<Overruled[]> {
  const open = [...(await unfinishedSeconds(camp))].flatMap(([camper, seconds]) => (seconds.includes(viewer) ? [camper] : []));
  const { rows } = await db().execute<{ checkpoint: string; suggested: number; overruled: number }>(sql`
    select s.checkpoint, count(*)::int as suggested, (count(*) filter (where e.body->>'suggested' <> s.level))::int as overruled
    from scores s join entries e on e.id = s.entry_id join deliveries d on d.id = s.delivery_id join campers c on c.id = d.camper_id
    where c.camp_id = ${camp.id} and e.body ? 'suggested' and not d.camper_id = any(${sql.param(open)}::uuid[])
    group by s.checkpoint order by (count(*) filter (where e.body->>'suggested' <> s.level))::float8 / count(*) desc, s.checkpoint`);
  return rows;
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
