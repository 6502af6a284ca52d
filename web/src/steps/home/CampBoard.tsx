import { Panel } from '../../parts/Panel.tsx';
import { Action } from '../../parts/Action.tsx';
import { clockOf } from '@stride-chalk/core';
import type { FieldDay, NextThing } from './next-thing.ts';

export interface BoardCamper {
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly hand: 'R' | 'L';
  readonly waiting: string;
  readonly waits: string;
  readonly href: string;
  readonly films: number;
  readonly filmsReady: number;
  readonly keyFrames: { readonly done: number; readonly of: number };
  readonly levels: { readonly done: number; readonly of: number };
  /** What the one at work is to score of him, with his own levels; null where that is for somebody else, or for nobody yet. */
  readonly mine: {
    readonly kind: 'first' | 'second' | 'practice';
    readonly state: 'waits' | 'open' | 'begun' | 'done';
    readonly levels: { readonly done: number; readonly of: number };
  } | null;
}

/** Whether there are levels that the one at work has yet to enter. */
const isMine = (c: BoardCamper): boolean => c.mine?.state === 'open' || c.mine?.state === 'begun';

/** Whom one scores second is a bib until one has finished. */
const isBlind = (c: BoardCamper): boolean => isMine(c) && c.mine!.kind !== 'first';
const nameOf = (c: BoardCamper): string => (isBlind(c) ? 'Second, by yourself' : c.name);

/** The order of the work, with what waits there. */
const STAGES = [
  { id: 'film', name: 'To be filmed', states: ['film', 'rest', 'consent'] },
  { id: 'copies', name: 'Films in work', states: ['copies'] },
  { id: 'keyFrames', name: 'Key frames', states: ['keyFrames'] },
  { id: 'scores', name: 'Levels', states: ['scores'] },
  { id: 'write', name: 'Write-up and release', states: ['writeUp', 'release'] },
  { id: 'released', name: 'Handed out', states: ['released'] },
] as const;

/** So many rows of a list are shown: of a camp of a thousand whoever is looked for is reached by his bib. */
const MOST_ROWS = 60;
const More = ({ of }: { of: readonly unknown[] }) =>
  of.length > MOST_ROWS && <li className="px-1 py-3 text-soft">And {of.length - MOST_ROWS} more: by bib, above.</li>;

/** How far along the chalk line a camper's evaluation is: film, key frames, levels, write-up, released. */
function progress(c: BoardCamper): number {
  const share = (p: { done: number; of: number }): number => (p.of === 0 ? 0 : p.done / p.of);
  if (c.waiting === 'released') return 1;
  if (c.waiting === 'release') return 0.9;
  if (c.films === 0) return 0;
  return 0.15 + 0.05 * (c.filmsReady / c.films) + 0.3 * share(c.keyFrames) + 0.35 * share(c.levels);
}

export function CampBoard({
  camp,
  campers,
  day,
  thing,
  differences,
  unsorted,
  mayScore,
  blind = [],
}: {
  camp: { name: string; place: string };
  campers: readonly BoardCamper[];
  day: FieldDay | null;
  /** On how many levels two coaches are two levels or more apart, and nobody has settled it. */
  differences: number;
  /** Films that came in folders and stand under nobody yet. */
  unsorted: number;
  mayScore: boolean;
  /** More that the one at work scores second, by himself. */
  blind?: readonly BoardCamper[];
  /** The next thing of this hour that is no camper at the table. */
  thing: NextThing | null;
}) {
  const order = ['scores', 'keyFrames', 'release', 'writeUp'];
  const own = [...campers, ...blind].filter(isMine).sort((a, b) => a.bib - b.bib);
  // First what is one's own and begun, then one's own, then whatever waits.
  const next =
    [...own].sort((a, b) => Number(b.mine!.state === 'begun') - Number(a.mine!.state === 'begun') || a.bib - b.bib)[0] ??
    [...campers]
      .filter((c) => order.includes(c.waiting))
      .sort((a, b) => order.indexOf(a.waiting) - order.indexOf(b.waiting) || a.bib - b.bib)[0];
  const working = STAGES.slice(1, 5).flatMap((s) =>
    campers.filter((c) => !isMine(c) && (s.states as readonly string[]).includes(c.waiting)),
  );
  const open = working.length;
  const atField = campers.filter((c) => ['film', 'rest', 'consent'].includes(c.waiting));
  // What is stopped is never among those that are not shown.
  if (atField.length > MOST_ROWS) atField.sort((a, b) => Number(a.waiting === 'film') - Number(b.waiting === 'film'));
  const released = campers.filter((c) => c.waiting === 'released');
  return (
    <main className="mx-auto max-w-[1240px] px-5 pb-10">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink py-4">
        <div>
          <h1 className="m-0 text-sign">{camp.name}</h1>
          <p className="m-0 text-small text-soft">
            {camp.place} · {campers.length} campers
          </p>
        </div>
        <form data-bib-form="" className="m-0 flex items-end gap-2">
          <label className="grid text-small text-soft">
            Any camper, by bib
            <input name="bib" inputMode="numeric" pattern="[0-9]{1,4}" required autoComplete="off" className="field w-[132px]" />
          </label>
          <Action type="submit">Go</Action>
        </form>
      </header>

      <section
        aria-label="Next"
        className="my-5 grid grid-cols-[auto_1fr_auto] items-center gap-5 border-2 border-ink bg-paper p-0 pe-5 max-[640px]:grid-cols-[auto_1fr] max-[640px]:pe-0"
      >
        {thing ? (
          <>
            <span className="bib-block h-[96px] min-w-[112px] !text-board">{thing.big}</span>
            <span>
              <span className="sign block text-title font-semibold leading-tight max-[640px]:text-head">{thing.title}</span>
              <span className="text-soft">{thing.more}</span>
            </span>
            <Action
              main
              className="!text-head max-[640px]:col-span-2 max-[640px]:m-3 max-[640px]:justify-center"
              href={thing.href}
            >
              {thing.action}
            </Action>
          </>
        ) : next && mayScore ? (
          <>
            <span className="bib-block h-[96px] min-w-[112px] !text-board">{next.bib}</span>
            <span>
              <span className="sign block text-title font-semibold leading-tight">{nameOf(next)}</span>
              <span className="text-soft">
                {isBlind(next) ? '' : `${next.age}, throws ${next.hand === 'L' ? 'left' : 'right'} · `}
                {describe(next)}
              </span>
            </span>
            <Action
              main
              className="!text-head max-[640px]:col-span-2 max-[640px]:m-3 max-[640px]:justify-center"
              href={workOf(next)}
            >
              {action(next)}
            </Action>
          </>
        ) : (
          <p className="m-0 px-5 py-6 text-lead">Nothing waits at the table. Film a camper, then come back.</p>
        )}
      </section>

      {day && (
        <nav aria-label="Today at the field" className="mb-5 grid grid-cols-2 gap-3 max-[640px]:grid-cols-1">
          <a
            href="/check-in"
            className="flex min-h-[60px] items-center gap-4 border border-rule bg-paper px-4 no-underline hover:bg-wash"
          >
            <b className="sign whitespace-nowrap text-head">Check-in</b>
            <span className="text-small">
              {day.atTheGate === 0
                ? `nobody yet, ${day.expected} expected`
                : `${day.here} here, ${day.expected - day.atTheGate} not at the gate yet`}
            </span>
          </a>
          <a
            href="/day-plan"
            className="flex min-h-[60px] items-center gap-4 border border-rule bg-paper px-4 no-underline hover:bg-wash"
          >
            <b className="sign whitespace-nowrap text-head">Day plan</b>
            <span className="text-small">
              {day.planned === 0
                ? 'not made yet'
                : day.next
                  ? `next: bib ${day.next.bib} on ${day.next.mound} at ${clockOf(day.next.from)}`
                  : `${day.done} of ${day.planned} have thrown`}
              {day.resting > 0 && `, ${day.resting} not throwing`}
            </span>
          </a>
        </nav>
      )}
      {(unsorted > 0 || differences > 0) && (
        <p className="m-0 mb-5 flex flex-wrap gap-3">
          {unsorted > 0 && <Action href="/sort">Sort {unsorted === 1 ? 'the film' : `the ${unsorted} films`} that came</Action>}
          {differences > 0 && (
            <Action href="/differences">
              Settle where coaches differ: {differences === 1 ? '1 level' : `${differences} levels`}
            </Action>
          )}
        </p>
      )}
      <ol
        aria-label="What waits where"
        className="m-0 grid list-none grid-cols-6 gap-0 border-y border-rule p-0 max-[900px]:grid-cols-3"
      >
        {STAGES.map((s) => {
          const n = campers.filter((c) => (s.states as readonly string[]).includes(c.waiting)).length;
          return (
            <li key={s.id} className="border-e border-rule px-4 py-2 last:border-e-0 max-[900px]:[&:nth-child(3n)]:border-e-0">
              <span className={`sign tabular block text-title font-semibold leading-none ${n === 0 ? 'text-soft' : ''}`}>
                {n}
              </span>
              <span className="sign text-body text-soft">{s.name}</span>
            </li>
          );
        })}
      </ol>

      <div className="mt-6 grid grid-cols-[1.55fr_1fr] gap-x-10 gap-y-6 max-[900px]:grid-cols-1">
        <section aria-labelledby={own.length > 0 ? 'yours' : 'at-table'}>
          {own.length > 0 && (
            <>
              <h2 id="yours" className="m-0 mb-1 text-head">
                Yours to score <span className="text-soft">{own.length}</span>
              </h2>
              <ul className="m-0 mb-6 list-none p-0">
                {own.slice(0, MOST_ROWS).map((c) => (
                  <Row key={c.bib} camper={c} />
                ))}
                <More of={own} />
              </ul>
            </>
          )}
          <h2 id="at-table" className="m-0 mb-1 text-head">
            At the table <span className="text-soft">{open}</span>
          </h2>
          {open === 0 && <p className="text-soft">Nobody waits here.</p>}
          <ul className="m-0 list-none p-0">
            {working.slice(0, MOST_ROWS).map((c) => (
              <Row key={c.bib} camper={c} />
            ))}
            <More of={working} />
          </ul>
        </section>
        <div className="grid content-start gap-6">
          <Panel id="at-field" title="At the field" headClass="mb-1">
            <ul className="m-0 list-none p-0">
              {atField.slice(0, MOST_ROWS).map((c) => (
                <li key={c.bib}>
                  <a
                    href={c.href}
                    className={`grid min-h-[44px] grid-cols-[46px_1fr_auto] items-center gap-2 border-b border-rule px-1 no-underline hover:bg-wash ${c.waiting === 'film' ? '' : 'care-band'}`}
                  >
                    <b className="sign tabular text-head">{c.bib}</b>
                    <span>{c.name}</span>
                    <span className={`text-small ${c.waiting === 'film' ? 'text-soft' : 'font-semibold'}`}>{c.waits}</span>
                  </a>
                </li>
              ))}
              <More of={atField} />
            </ul>
          </Panel>
          <Panel id="done" title="Handed out" headClass="mb-1">
            <ul className="m-0 list-none p-0">
              {released.slice(0, MOST_ROWS).map((c) => (
                <li key={c.bib}>
                  <a
                    href={c.href}
                    className="grid min-h-[44px] grid-cols-[46px_1fr_auto] items-center gap-2 border-b border-rule px-1 no-underline hover:bg-wash"
                  >
                    <b className="sign tabular text-head">{c.bib}</b>
                    <span>{c.name}</span>
                    <span className="text-small font-semibold text-grass">done</span>
                  </a>
                </li>
              ))}
              <More of={released} />
            </ul>
          </Panel>
        </div>
      </div>
    </main>
  );
}

function describe(c: BoardCamper): string {
  if (isMine(c)) {
    const { levels } = c.mine!;
    const marks = c.keyFrames.done < c.keyFrames.of ? `${c.keyFrames.done} of ${c.keyFrames.of} key frames, ` : '';
    return `${marks}${levels.done} of your ${levels.of} levels`;
  }
  switch (c.waiting) {
    case 'scores':
      return `${c.levels.done} of ${c.levels.of} levels`;
    case 'keyFrames':
      return c.keyFrames.done === 0
        ? `${c.films} films ready, no key frame yet`
        : `${c.keyFrames.done} of ${c.keyFrames.of} key frames`;
    case 'release':
      return 'draft written, to be read and released';
    case 'copies':
      return `${c.filmsReady} of ${c.films} films ready`;
    default:
      return 'everything scored, to be written up';
  }
}

function action(c: BoardCamper): string {
  if (isMine(c))
    return c.keyFrames.done < c.keyFrames.of ? 'Mark key frames' : c.mine!.state === 'begun' ? 'Go on scoring' : 'Score';
  return c.waiting === 'scores'
    ? 'Go on scoring'
    : c.waiting === 'keyFrames'
      ? 'Mark key frames'
      : c.waiting === 'release'
        ? 'Read and release'
        : 'Write up';
}

/** Where one's work on a camper goes on: one's own levels are entered at the bench, also where others have handed him out meanwhile. */
const workOf = (c: BoardCamper): string => (isMine(c) ? `/bench/${c.bib}` : c.href);

function Row({ camper: c }: { camper: BoardCamper }) {
  const at = progress(c);
  return (
    <li>
      <a
        href={workOf(c)}
        className="grid min-h-[58px] grid-cols-[58px_1fr_220px] items-center gap-3 border-b border-rule no-underline hover:bg-wash max-[640px]:grid-cols-[58px_1fr]"
      >
        <span className="bib-block h-[44px] !text-head">{c.bib}</span>
        <span className="leading-tight">
          <b>{nameOf(c)}</b>
          <br />
          <span className="text-small text-soft">{describe(c)}</span>
        </span>
        <svg viewBox="0 0 220 26" width="220" height="26" aria-hidden="true" className="max-[640px]:hidden">
          <path d="M16 13H202" stroke="var(--track)" strokeWidth="7" strokeLinecap="round" />
          <path
            d={`M16 13H${16 + 186 * at}`}
            stroke="var(--ink)"
            strokeWidth="3"
            strokeLinecap="round"
            strokeDasharray="20 1.5 9 1"
          />
          <rect x="1" y="5" width="8" height="16" fill="var(--ink)" />
          <path d="M207 6h10v9l-5 6-5-6z" fill={at === 1 ? 'var(--grass)' : 'var(--ink)'} />
          {[0.2, 0.5, 0.85].map((t) => (
            <path
              key={t}
              d={`M${16 + 186 * t} 6v14`}
              stroke={at >= t - 0.001 ? 'var(--ink)' : 'var(--soft)'}
              strokeWidth="2.4"
              strokeLinecap="round"
            />
          ))}
        </svg>
      </a>
    </li>
  );
}
