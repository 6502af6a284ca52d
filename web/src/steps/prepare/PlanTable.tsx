import { clockOf, type CamperId } from '@stride-chalk/core';
import { DataTable, type Column } from '../../parts/DataTable.tsx';
import type { DayPlanData } from './day-plan-data.ts';

type Turn = DayPlanData['sessions'][number];

/** The same turns as a list: sorted by any column, found by a name of a camper or of the staff. */
export function PlanTable({
  data,
  staff,
  campers,
}: {
  data: DayPlanData;
  staff: ReadonlyMap<string, string>;
  campers: ReadonlyMap<CamperId, DayPlanData['campers'][number]>;
}) {
  const person = (id: string | null): string => (id === null ? '' : (staff.get(id) ?? 'somebody who has left'));
  const bib = (t: Turn): number => campers.get(t.camper)?.bib ?? 0;
  const name = (t: Turn): string => campers.get(t.camper)?.name ?? '';
  const columns: ReadonlyArray<Column<Turn>> = [
    { id: 'warmUp', name: 'Warm-up', className: 'tabular', by: (t) => t.warmUpFrom, cell: (t) => clockOf(t.warmUpFrom) },
    {
      id: 'from',
      name: 'Throws',
      always: true,
      className: 'tabular',
      by: (t) => t.from,
      cell: (t) => `${clockOf(t.from)}–${clockOf(t.to)}`,
    },
    { id: 'bib', name: 'Bib', always: true, className: 'sign tabular text-lead font-semibold', by: bib, cell: bib },
    { id: 'name', name: 'Name', always: true, by: name, cell: (t) => <b>{name(t)}</b> },
    { id: 'mound', name: 'Mound', by: (t) => t.mound, cell: (t) => t.mound },
    {
      id: 'deliveries',
      name: 'Deliveries',
      wideOnly: true,
      className: 'tabular',
      by: (t) => t.deliveries,
      cell: (t) => t.deliveries,
    },
    { id: 'films', name: 'Films', by: (t) => person(t.filmer), cell: (t) => person(t.filmer) },
    { id: 'scores', name: 'Scores', by: (t) => person(t.scorer), cell: (t) => person(t.scorer) },
    {
      id: 'second',
      name: 'Scores as well',
      wideOnly: true,
      by: (t) => person(t.secondScorer),
      cell: (t) => person(t.secondScorer),
    },
  ];
  return (
    <details className="mt-8 border-t-2 border-ink pt-2">
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-head font-semibold">The day as a list</summary>
      <DataTable
        label="Turns of the day"
        rows={data.sessions}
        columns={columns}
        keyOf={(t) => `${t.camper} ${t.from}`}
        wordsOf={(t) => [bib(t), name(t), t.mound, person(t.filmer), person(t.scorer), person(t.secondScorer)].join(' ')}
        empty="No turn like that."
      />
    </details>
  );
}
