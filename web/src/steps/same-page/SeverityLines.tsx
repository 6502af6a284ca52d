import type { StaffLevel } from '@stride-chalk/core';
import type { CoachSeverity } from '../../workers/same-page.worker.ts';
import { useSeverity } from './use-severity.ts';

/** How far a line reaches to either side, in levels. */
const REACH = 1;
const WIDTH = 520;
const x = (levels: number): number => WIDTH / 2 + (Math.max(-REACH, Math.min(REACH, levels)) / REACH) * (WIDTH / 2 - 12);

/** Each coach on a line from mild to strict, with his limits, in levels. */
export function SeverityLines({
  levels,
  coaches,
  bibs,
}: {
  levels: readonly StaffLevel[];
  coaches: Readonly<Record<string, string>>;
  bibs: Readonly<Record<string, number>>;
}) {
  const news = useSeverity(levels);
  if (news === null) return <p className="m-0 text-soft">Reckoning from {levels.length} levels …</p>;
  if (news.kind === 'none') return <p className="m-0 text-soft">Nothing can be said yet: {news.why}.</p>;
  if (news.kind === 'unlinked')
    return (
      <div data-testid="unlinked">
        <p className="m-0">
          Strict and mild cannot be told apart: the scores fall into {news.parts.length} parts that share no camper (
          {news.parts.map((p) => p.map((id) => coaches[id]).join(', ')).join(' | ')}).
        </p>
        <ul className="m-0 ps-5">
          {news.wouldLink.map((w) => (
            <li key={w.coach}>
              Let {coaches[w.coach]} score one of these too: bib{' '}
              {w.campers
                .slice(0, 8)
                .map((c) => bibs[c])
                .join(', ')}
              .
            </li>
          ))}
        </ul>
      </div>
    );
  return (
    <div>
      <p className="m-0 mb-1 text-small text-soft">
        Levels that a coach takes from a camper or adds, against the mean of the staff, with 95 % limits: campers and checkpoints
        made alike.
      </p>
      <p aria-hidden="true" className="m-0 grid grid-cols-[190px_1fr_260px] gap-4 text-fine text-soft max-[820px]:hidden">
        <span className="col-start-2 flex justify-between">
          <span>strict: takes a level</span>
          <span>mild: adds a level</span>
        </span>
      </p>
      <ul className="m-0 list-none p-0">
        {[...news.coaches]
          .sort((a, b) => (b.levels?.value ?? 0) - (a.levels?.value ?? 0))
          .map((c) => (
            <li
              key={c.coach}
              data-testid={`severity-${coaches[c.coach]}`}
              className="grid grid-cols-[190px_1fr_260px] items-center gap-4 border-b border-rule py-1 max-[820px]:grid-cols-1"
            >
              <b>{coaches[c.coach]}</b>
              {c.levels && <SeverityLine levels={c.levels} />}
              <span className="text-small">{inWords(c)}</span>
            </li>
          ))}
      </ul>
    </div>
  );
}

function SeverityLine({ levels: { value, lower, upper } }: { levels: NonNullable<CoachSeverity['levels']> }) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 34`}
      className="block w-full"
      role="img"
      aria-label={`${value.toFixed(2)} levels, ${lower.toFixed(2)} to ${upper.toFixed(2)}`}
    >
      <path d={`M12 17H${WIDTH - 12}`} stroke="var(--track)" strokeWidth="7" strokeLinecap="round" />
      <path d={`M${WIDTH / 2} 5v24`} stroke="var(--soft)" strokeWidth="2" />
      <path d={`M${x(-upper)} 17H${x(-lower)}`} stroke="var(--ink)" strokeWidth="4" strokeLinecap="round" />
      <path d={`M${x(-value)} 5v24`} stroke="var(--clay)" strokeWidth="6" strokeLinecap="round" />
    </svg>
  );
}

function inWords({ levels, shared }: CoachSeverity): string {
  if (levels === null) return 'only lowest or highest levels: nothing can be said';
  const { value, lower, upper } = levels;
  const sure = lower > 0 || upper < 0;
  const amount = `${Math.abs(value).toFixed(2)} of a level`;
  const side = value > 0 ? 'strict' : 'mild';
  return `${sure ? `${side}: ${value > 0 ? 'takes' : 'adds'} ${amount}` : `like the others, as far as can be told (${(-value).toFixed(2)})`} · ${shared} shared`;
}
