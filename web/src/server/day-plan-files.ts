import ical from 'ical-generator';
import Papa from 'papaparse';
import { clockOf, instantInZone, type StaffId } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { dayPlanPage } from './day-plan-page.ts';

/** Reads a plan with the names of its campers and staff. */
async function named(camp: Camp, day: string) {
  const page = await dayPlanPage(camp, day);
  const campers = new Map(page.campers.map((c) => [c.id, c]));
  const staff = new Map(page.staff.map((s) => [s.id, s.name]));
  const who = (id: StaffId | null): string => (id === null ? '' : (staff.get(id) ?? 'somebody who has left'));
  return page.sessions.flatMap((s) => {
    const camper = campers.get(s.camper);
    return camper
      ? [{ ...s, camper, filmerName: who(s.filmer), scorerName: who(s.scorer), secondName: who(s.secondScorer) }]
      : [];
  });
}

/** The plan as CSV (RFC 4180), safe against formulas. */
export async function planCsv(camp: Camp, day: string): Promise<string> {
  const rows = await named(camp, day);
  const fields = [
    'Day',
    'Warm-up',
    'From',
    'To',
    'Mound',
    'Camera',
    'Bib',
    'Name',
    'Deliveries',
    'Films',
    'Scores',
    'Scores too, blind',
  ];
  const data = rows.map((s) => [
    day,
    clockOf(s.warmUpFrom),
    clockOf(s.from),
    clockOf(s.to),
    s.mound,
    s.camera,
    s.camper.bib,
    s.camper.name,
    s.deliveries,
    s.filmerName,
    s.scorerName,
    s.secondName,
  ]);
  return `\uFEFF${Papa.unparse({ fields, data }, { escapeFormulae: true })}\r\n`;
}

/** A text as one line: a carriage return in a name would begin a property of its own in some readers. */
const oneLine = (text: string): string => text.replace(/\p{Cc}+|\u2028|\u2029/gu, ' ');

/** The plan as a calendar (RFC 5545), in UTC: every reader shows it in its own zone. Bibs, no names: calendars travel. */
export async function planCalendar(camp: Camp, day: string, filmerId: StaffId | null): Promise<string> {
  const rows = (await named(camp, day)).filter((s) => filmerId === null || s.filmer === filmerId);
  const at = (minute: number): Date => new Date(instantInZone(day, minute, camp.timeZone));
  const calendar = ical({
    name: oneLine(`${camp.name}, ${day}`),
    prodId: { company: 'Stride Chalk', product: 'day plan' },
  });
  for (const s of rows)
    calendar.createEvent({
      id: `${s.camper.id}-${day}@stride-chalk`,
      start: at(s.from),
      end: at(s.to),
      summary: oneLine(`Bib ${s.camper.bib}, ${s.mound}`),
      location: oneLine(`${camp.place}, ${s.mound}`),
      description: oneLine(`${s.deliveries} deliveries, warm-up from ${clockOf(s.warmUpFrom)}. Films: ${s.filmerName}.`),
    });
  return calendar.toString();
}
