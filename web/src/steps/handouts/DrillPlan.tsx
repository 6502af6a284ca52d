import { drillPlan, type Said } from '@stride-chalk/core';
import { amountOf } from './amount-of.ts';
import { longDay } from './long-day.ts';

const WEEKS = [1, 2, 3, 4] as const;

/** The drill plan, day by day with a box for each week; a drill of the second focus waits until the first holds. */
export function DrillPlan({ document: d, timeZone }: { document: Said; timeZone: string | undefined }) {
  const plan = drillPlan(d.focus, d.drillDays, d.drillThrows);
  return (
    <section className="mt-4 break-inside-avoid border-t-[1.5px] border-[#d8cdb8] pt-3">
      <h2 className="m-0 mb-1 text-head">The plan, three days a week</h2>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-small">
          <thead>
            <tr className="sign text-note text-[#63503f]">
              <th className="py-1 text-start font-medium">Day</th>
              {d.focus.map((f, i) => (
                <th key={f.checkpoint} className="py-1 ps-3 text-start font-medium">
                  <b className="text-[#9c3d1e]">{i + 1}</b> {f.title}
                </th>
              ))}
              {WEEKS.map((week) => (
                <th key={week} className="w-[44px] py-1 text-center font-medium">
                  {week === 1 ? 'Week 1' : week}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plan.days.map(({ day, drills }) => (
              <tr key={day} className="border-t border-[#d8cdb8] align-top">
                <th scope="row" className="py-2 text-start font-semibold">
                  {day}
                </th>
                {d.focus.map((f, i) => {
                  const drill = f.drills.find((x) => x.id === drills[i]!.drill);
                  return (
                    <td key={f.checkpoint} className="py-2 ps-3">
                      {drill ? (
                        <>
                          <b>{drill.name}</b>
                          <br />
                          {amountOf(f, drill, plan)}
                        </>
                      ) : (
                        `Cue only: “${f.cue}”`
                      )}
                    </td>
                  );
                })}
                {WEEKS.map((week) => (
                  <td key={week} className="py-2 text-center">
                    <span className="inline-block h-[20px] w-[20px] border-[1.5px] border-[#63503f]" />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="m-0 mt-2 text-fine text-[#3d2d22]">
        Throws of drills count towards the day. One thing at a time: the next focus starts when the one before it holds.{' '}
        {d.reFilmOn ? <b>Re-film: {longDay(d.reFilmOn, timeZone)}.</b> : 'The day of the re-film is set by the coach.'}
      </p>
    </section>
  );
}
