import type { CamperId } from '@stride-chalk/core';
import type { DayPlanData } from './day-plan-data.ts';

/** As many are named one by one; the plan itself stays on the screen. */
const NAMED = 6;

/** What the plan breaks: who has missed his turn in one line, everything else named, the first few at once. */
export function BrokenRules({ problems, bibOf }: { problems: DayPlanData['problems']; bibOf: (camper: CamperId) => string }) {
  if (problems.length === 0) return null;
  const missed = problems.filter((p) => p.code === 'missed');
  const together = missed.length > 2 ? missed : [];
  const others = problems.filter((p) => !together.includes(p));
  const line = (p: (typeof problems)[number], i: number) => (
    <li key={i}>
      <b>Bib {p.campers.map(bibOf).join(' and ')}:</b> {p.says}
    </li>
  );
  return (
    <div role="group" aria-label="Broken rules" className="care-band my-3 px-5 py-3 text-body">
      {together.length > 0 && (
        <p className="m-0">
          <b>{together.length} have missed their turn:</b> bibs{' '}
          {together
            .flatMap((p) => p.campers.map(bibOf))
            .sort((a, b) => Number(a) - Number(b))
            .join(', ')}
          . Whoever comes to the gate gets another one when the plan is mended.
        </p>
      )}
      <ul className="m-0 list-none p-0">{others.slice(0, NAMED).map(line)}</ul>
      {others.length > NAMED && (
        <details>
          <summary className="min-h-[48px] py-3 underline">{others.length - NAMED} more</summary>
          <ul className="m-0 list-none p-0">{others.slice(NAMED).map(line)}</ul>
        </details>
      )}
    </div>
  );
}
