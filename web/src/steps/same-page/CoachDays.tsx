import { LEAST_JUDGEMENTS, type CoachDay } from '@stride-chalk/core';
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { useWidth } from './use-width.ts';

/** How each coach's line is drawn: told apart without colour too. */
const LOOKS = [
  { stroke: 'var(--clay)', dash: '' },
  { stroke: 'var(--ink)', dash: '7 4' },
  { stroke: 'var(--grass)', dash: '2 4' },
  { stroke: 'var(--soft)', dash: '12 4 2 4' },
] as const;
const HEIGHT = 260;

/** Each coach over the days: how many levels more or less than the others, and than the reference of hidden practice clips (marked). */
export function CoachDays({
  days,
  coaches,
  dayNames,
}: {
  days: readonly CoachDay[];
  coaches: Readonly<Record<string, string>>;
  /** Days as people at the camp write them. */
  dayNames: Readonly<Record<string, string>>;
}) {
  const [ref, width] = useWidth();
  const ids = [...new Set(days.map((d) => d.coach))];
  const dates = [...new Set(days.map((d) => d.day))].sort();
  if (days.length === 0)
    return (
      <p className="m-0 text-note text-soft">
        Nothing yet: no level is shared, and no practice clip was hidden on a day that is over.
      </p>
    );
  const rows = dates.map((day) => ({
    day: dayNames[day] ?? day,
    ...Object.fromEntries(
      days
        .filter((d) => d.day === day)
        .flatMap((d) => [
          [`${d.coach} shared`, d.shared.bias?.value ?? null],
          [`${d.coach} hidden`, d.hidden.bias?.value ?? null],
        ]),
    ),
  }));
  return (
    <div ref={ref}>
      <ul aria-label="Lines" className="m-0 mb-2 flex list-none flex-wrap gap-x-6 gap-y-1 p-0 text-small">
        {ids.map((id, i) => (
          <li key={id} className="flex items-center gap-2">
            <svg width="34" height="10" aria-hidden="true">
              <path
                d="M0 5h34"
                stroke={LOOKS[i % LOOKS.length]!.stroke}
                strokeWidth="3"
                strokeDasharray={LOOKS[i % LOOKS.length]!.dash}
              />
            </svg>
            {coaches[id] ?? 'somebody who has left'}
          </li>
        ))}
        <li className="flex items-center gap-2">
          <svg width="14" height="14" aria-hidden="true">
            <path d="M7 1l6 6-6 6-6-6z" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
          </svg>
          against the reference of hidden clips
        </li>
      </ul>
      {width > 0 && (
        <LineChart
          width={width}
          height={HEIGHT}
          data={rows}
          margin={{ top: 8, right: 16, bottom: 4, left: 0 }}
          accessibilityLayer
        >
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="day" stroke="var(--ink)" tick={{ fontSize: 14 }} interval={0} padding={{ left: 60, right: 60 }} />
          <YAxis domain={[-1, 1]} ticks={[-1, -0.5, 0, 0.5, 1]} stroke="var(--ink)" tick={{ fontSize: 14 }} width={44} />
          <ReferenceLine y={0} stroke="var(--ink)" strokeWidth={2} />
          {ids.map((id, i) => (
            <Line
              key={`${id} shared`}
              dataKey={`${id} shared`}
              stroke={LOOKS[i % LOOKS.length]!.stroke}
              strokeDasharray={LOOKS[i % LOOKS.length]!.dash}
              strokeWidth={3}
              dot={{ r: 4 }}
              connectNulls
              isAnimationActive={false}
            />
          ))}
          {ids.map((id, i) => (
            <Line
              key={`${id} hidden`}
              dataKey={`${id} hidden`}
              stroke="none"
              dot={(dot: object) => (
                <HiddenDot {...(dot as DotAt)} stroke={LOOKS[i % LOOKS.length]!.stroke} key={(dot as DotAt).index} />
              )}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      )}
      <p className="m-0 text-small text-soft">
        In levels: above the line milder, below it stricter. A day with fewer than {LEAST_JUDGEMENTS} judgements has no point.
      </p>
      <details className="mt-1">
        <summary className="flex min-h-[44px] cursor-pointer items-center text-small underline">The same as a table</summary>
        <table className="w-full border-collapse text-small">
          <thead>
            <tr>
              {['Day', 'Coach', 'Against the others', 'Against hidden clips'].map((h) => (
                <th key={h} scope="col" className="border-b-2 border-ink py-1 text-start font-medium">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {days.map((d) => (
              <tr key={`${d.day} ${d.coach}`} className="tabular border-b border-rule">
                <td className="py-1">{dayNames[d.day] ?? d.day}</td>
                <td>{coaches[d.coach] ?? 'somebody who has left'}</td>
                <td>{dayInWords(d.shared)}</td>
                <td>{dayInWords(d.hidden)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </div>
  );
}

interface DotAt {
  readonly cx?: number;
  readonly cy?: number;
  readonly value?: number | null;
  readonly index?: number;
}
/** What hidden clips say of a day, marked by its form. */
function HiddenDot({ cx, cy, value, stroke }: DotAt & { readonly stroke: string }) {
  if (cx === undefined || cy === undefined || value === null || Number.isNaN(cy)) return null;
  return <path data-hidden-clip="" d={`M${cx} ${cy - 7}l7 7-7 7-7-7z`} fill="var(--paper)" stroke={stroke} strokeWidth="3" />;
}

function dayInWords({ judgements, bias }: CoachDay['shared']): string {
  if (judgements === 0) return 'none';
  if (!bias) return `${judgements}: too few to say anything`;
  return `${bias.value.toFixed(2)} (${bias.lower.toFixed(2)} to ${bias.upper.toFixed(2)}), ${judgements} judgements`;
}
