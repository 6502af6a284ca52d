import { Action } from '../../parts/Action.tsx';
import { AGE_GROUPS, clockOf, type DaySettings, type StaffId } from '@stride-chalk/core';

import { minuteOf, timeValue } from '../../parts/clock.ts';

function Time({ label, value, onChange }: { label: string; value: number; onChange: (m: number) => void }) {
  return (
    <input
      type="time"
      aria-label={label}
      value={timeValue(value)}
      onChange={(e) => {
        const m = minuteOf(e.target.value);
        if (m !== null) onChange(m);
      }}
      className="field"
    />
  );
}
function Figure({
  label,
  value,
  min,
  max,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (n: number) => void;
}) {
  return (
    <input
      type="number"
      aria-label={label}
      value={value}
      min={min}
      max={max}
      onChange={(e) => onChange(Math.min(max, Math.max(min, Math.round(Number(e.target.value)))))}
      className="field w-[84px]"
    />
  );
}

/** What the lead asks of a day: mounds, cameras, staff and hours, breaks, minutes and deliveries by age. */
export function DaySettingsForm({
  settings: s,
  staff,
  onChange,
  open,
  planned,
  now,
  onLost,
}: {
  settings: DaySettings;
  staff: ReadonlyArray<{ readonly id: StaffId; readonly name: string; readonly active: boolean; readonly mayScore: boolean }>;
  onChange: (s: DaySettings) => void;
  open: boolean;
  planned: boolean;
  now: number | null;
  /** A mound or a camera is lost: the plan is mended at once. */
  onLost: (s: DaySettings) => void;
}) {
  const list = <K extends 'mounds' | 'cameras' | 'staff' | 'breaks'>(
    key: K,
    i: number,
    change: Partial<DaySettings[K][number]>,
  ): void => onChange({ ...s, [key]: s[key].map((x, k) => (k === i ? { ...x, ...change } : x)) });
  const drop = (key: 'mounds' | 'cameras' | 'breaks' | 'staff', i: number): void =>
    onChange({ ...s, [key]: s[key].filter((_, k) => k !== i) });
  const add = (key: 'mounds' | 'cameras', word: string): void => {
    const last = s[key].at(-1) ?? { name: '', from: 540, to: 1020 };
    const n = Math.max(0, ...s[key].map((m) => Number(/\d+$/.exec(m.name)?.[0] ?? 0))) + 1;
    onChange({ ...s, [key]: [...s[key], { ...last, name: `${word} ${n}` }] });
  };
  const lost = (i: number): void => {
    const at = now ?? s.mounds[i]!.from;
    const mounds =
      at <= s.mounds[i]!.from
        ? s.mounds.filter((_, k) => k !== i)
        : s.mounds.map((m, k) => (k === i ? { ...m, to: Math.min(m.to, at) } : m));
    onLost({ ...s, mounds });
  };
  const away = staff.filter((p) => !s.staff.some((x) => x.id === p.id));
  const row = 'flex flex-wrap items-center gap-2 border-b border-rule py-1';
  const small = 'min-h-[48px] border-0 bg-transparent px-2 text-small underline';
  return (
    <details open={open} className="mt-8 border-t-2 border-ink pt-2">
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-head font-semibold">
        Mounds, staff and hours
      </summary>
      <div className="mt-2 grid grid-cols-[repeat(auto-fit,minmax(min(430px,100%),1fr))] gap-x-10 gap-y-6">
        <section aria-label="Mounds">
          <h3 className="m-0 text-lead">Mounds</h3>
          {s.mounds.map((m, i) => (
            <div key={m.name} className={row}>
              <span className="w-[92px] font-semibold">{m.name}</span>
              <Time label={`${m.name} from`} value={m.from} onChange={(from) => list('mounds', i, { from })} /> to{' '}
              <Time label={`${m.name} to`} value={m.to} onChange={(to) => list('mounds', i, { to })} />
              {s.mounds.length > 1 &&
                (planned ? (
                  <button type="button" className={small} onClick={() => lost(i)} aria-label={`${m.name} is lost`}>
                    is lost{now === null ? '' : ` from ${clockOf(now)}`}
                  </button>
                ) : (
                  <button type="button" className={small} onClick={() => drop('mounds', i)} aria-label={`Without ${m.name}`}>
                    without it
                  </button>
                ))}
            </div>
          ))}
          <Action className="mt-2" onClick={() => add('mounds', 'Mound')}>
            Another mound
          </Action>
        </section>
        <section aria-label="Cameras">
          <h3 className="m-0 text-lead">Cameras</h3>
          {s.cameras.map((c, i) => (
            <div key={c.name} className={row}>
              <span className="w-[92px] font-semibold">{c.name}</span>
              <Time label={`${c.name} from`} value={c.from} onChange={(from) => list('cameras', i, { from })} /> to{' '}
              <Time label={`${c.name} to`} value={c.to} onChange={(to) => list('cameras', i, { to })} />
              {s.cameras.length > 1 && (
                <button type="button" className={small} onClick={() => drop('cameras', i)} aria-label={`Without ${c.name}`}>
                  without it
                </button>
              )}
            </div>
          ))}
          <Action className="mt-2" onClick={() => add('cameras', 'Camera')}>
            Another camera
          </Action>
        </section>
        <section aria-label="Staff of the day" className="col-span-full">
          <h3 className="m-0 text-lead">Staff</h3>
          {s.staff.map((p, i) => {
            const member = staff.find((x) => x.id === p.id);
            const name = member?.name ?? 'somebody who has left';
            const mayScore = Boolean(member?.active && member.mayScore);
            return (
              <div key={p.id} className={row}>
                <span className="w-[150px] font-semibold">
                  {name}
                  {member?.active === false && <span className="font-normal text-clay"> has left</span>}
                </span>
                <Time label={`${name} from`} value={p.from} onChange={(from) => list('staff', i, { from })} /> to{' '}
                <Time label={`${name} to`} value={p.to} onChange={(to) => list('staff', i, { to })} />
                <label className="flex min-h-[48px] items-center gap-1">
                  <input
                    type="checkbox"
                    checked={p.films}
                    onChange={(e) => list('staff', i, { films: e.target.checked })}
                    className="h-[24px] w-[24px] accent-clay"
                  />
                  films
                </label>
                <label className="flex min-h-[48px] items-center gap-1">
                  <input
                    type="checkbox"
                    checked={p.scores && mayScore}
                    disabled={!mayScore}
                    onChange={(e) => list('staff', i, { scores: e.target.checked })}
                    className="h-[24px] w-[24px] accent-clay"
                  />
                  scores
                </label>
                <button type="button" className={small} onClick={() => drop('staff', i)} aria-label={`${name} is away`}>
                  away
                </button>
              </div>
            );
          })}
          {away.map((p) => (
            <Action
              key={p.id}
              className="me-2 mt-2"
              onClick={() =>
                onChange({ ...s, staff: [...s.staff, { id: p.id, from: 540, to: 1020, films: true, scores: false }] })
              }
            >
              With {p.name}
            </Action>
          ))}
        </section>
        <section aria-label="Breaks and warm-up">
          <h3 className="m-0 text-lead">Breaks and warm-up</h3>
          {s.breaks.map((b, i) => (
            <div key={i} className={row}>
              <span className="w-[92px] font-semibold">Break</span>
              <Time label={`Break ${i + 1} from`} value={b.from} onChange={(from) => list('breaks', i, { from })} /> to{' '}
              <Time label={`Break ${i + 1} to`} value={b.to} onChange={(to) => list('breaks', i, { to })} />
              <button type="button" className={small} onClick={() => drop('breaks', i)} aria-label={`Without break ${i + 1}`}>
                without it
              </button>
            </div>
          ))}
          <Action className="my-2" onClick={() => onChange({ ...s, breaks: [...s.breaks, { from: 600, to: 615 }] })}>
            Another break
          </Action>
          <div className={row}>
            <span className="flex-1">Warm-up, minutes</span>
            <Figure
              label="Warm-up, minutes"
              value={s.warmUpMinutes}
              min={0}
              max={60}
              onChange={(warmUpMinutes) => onChange({ ...s, warmUpMinutes })}
            />
          </div>
          <div className={row}>
            <span className="flex-1">Warm-up, throws (they count)</span>
            <Figure
              label="Warm-up, throws"
              value={s.warmUpThrows}
              min={0}
              max={60}
              onChange={(warmUpThrows) => onChange({ ...s, warmUpThrows })}
            />
          </div>
          <div className={row}>
            <span className="flex-1">Scored twice, in a hundred campers</span>
            <Figure
              label="Scored twice, in a hundred"
              value={Math.round(s.blindShare * 100)}
              min={0}
              max={100}
              onChange={(n) => onChange({ ...s, blindShare: n / 100 })}
            />
          </div>
        </section>
        <section aria-label="By age">
          <h3 className="m-0 text-lead">By age</h3>
          <table className="border-collapse text-note">
            <thead>
              <tr>
                {['Age', 'Minutes on the mound', 'Deliveries'].map((h) => (
                  <th key={h} scope="col" className="border-b-2 border-ink py-1 pe-4 text-start font-normal text-soft">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {AGE_GROUPS.map((g) => (
                <tr key={g} className="border-b border-rule">
                  <th scope="row" className="py-1 pe-4 text-start">
                    {g}
                  </th>
                  <td className="pe-4">
                    <Figure
                      label={`Minutes, ${g}`}
                      value={s.minutes[g]}
                      min={2}
                      max={60}
                      onChange={(n) => onChange({ ...s, minutes: { ...s.minutes, [g]: n } })}
                    />
                  </td>
                  <td>
                    <Figure
                      label={`Deliveries, ${g}`}
                      value={s.deliveries[g]}
                      min={1}
                      max={30}
                      onChange={(n) => onChange({ ...s, deliveries: { ...s.deliveries, [g]: n } })}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </details>
  );
}
