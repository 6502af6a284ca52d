import type { StaffId } from '@stride-chalk/core';
import type { DayPlanData } from './day-plan-data.ts';

/** What falls to each: minutes at the camera, campers to score. */
export function StaffLoads({ data, mayPlan }: { data: DayPlanData; mayPlan: boolean }) {
  const scored = (id: StaffId): number => data.sessions.filter((s) => s.scorer === id || s.secondScorer === id).length;
  return (
    <section aria-label="What falls to each">
      <h2 className="m-0 mb-1 text-head">What falls to each</h2>
      {data.scorersCut && (
        <p className="my-1 text-small">
          The search for who scores whom ran into its time limit: shares may differ by more than they must.
        </p>
      )}
      <table className="w-full border-collapse text-small">
        <thead>
          <tr>
            {['', 'films, min', 'scores'].map((h) => (
              <th key={h} scope="col" className={`border-b border-ink font-normal text-soft ${h ? 'text-end' : ''}`}>
                {h || <span className="sr-only">Who</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.staff
            .filter((p) => data.settings.staff.some((s) => s.id === p.id))
            .map((p) => (
              <tr key={p.id} className="border-b border-rule">
                <th scope="row" className="py-1 text-start font-normal">
                  {p.name}
                  {p.twice && scored(p.id) > 0 && (
                    <>
                      <br />
                      <span className="text-soft">
                        not qualified: all of it is scored twice{mayPlan && <>, </>}
                        {mayPlan && <a href="/practice/set">why</a>}
                      </span>
                    </>
                  )}
                </th>
                <td className="tabular text-end">{data.facts.filmingMinutes[p.id] ?? ''}</td>
                <td className="tabular text-end">{scored(p.id) || ''}</td>
              </tr>
            ))}
        </tbody>
      </table>
    </section>
  );
}
