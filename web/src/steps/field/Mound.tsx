import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import {
  dayInWords,
  dayInZone,
  minuteInZone,
  VIEW_IDS,
  type ClipId,
  type GateList,
  type StaffId,
  type ViewId,
} from '@stride-chalk/core';
import { Action } from '../../parts/Action.tsx';
import { careInWords } from '../../parts/care-words.ts';
import { choose, deviceChoices, type DeviceChoices } from '../../parts/device-id.ts';
import { DeviceTrouble } from '../../parts/DeviceTrouble.tsx';
import { sha256Of } from '../../parts/sha256-of.ts';
import { pageCamp } from '../../parts/page-camp.ts';
import { RefusedEntries } from '../../parts/RefusedEntries.tsx';
import { keepField } from '../../parts/keep-field.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { useWakeLock } from '../../parts/use-wake-lock.ts';
import { BibPad } from './BibPad.tsx';
import { fieldSafety, SignedOut, Waits } from './FieldNews.tsx';
import { FilmScreen } from './film/FilmScreen.tsx';
import { FilmTrouble } from './film/FilmTrouble.tsx';
import type { Recorded } from './film/rolling-recorder.ts';
import { useFilms, useRoom } from '../../parts/use-films.ts';
import {
  againInWords,
  beforeTurn,
  comingOn,
  lastTap,
  mayCount,
  moundsOf,
  turnOf,
  turnsOn,
  whoseTurn,
  type Turn,
} from './mound.ts';
import { AtTheMound, Nobody } from './AtTheMound.tsx';
import { SlateScreen } from './SlateScreen.tsx';
import type { GateCamp } from './use-gate.ts';
import { atMoundInWords, useMoundClaim } from './use-mound-claim.ts';
import { useMound, type Start } from './use-mound.ts';

const STARTS: ReadonlyArray<readonly [Start, string]> = [
  ['stretch', 'Stretch'],
  ['windUp', 'Wind-up'],
  ['quick', 'Quick'],
];
const WIDE = '!text-head w-full justify-center !min-h-[56px]';

/** One mound, with one hand: who throws now, his slate, one tap a throw, and who is next. */
export function Mound({
  list,
  camp,
  slateId,
  staff,
  standInUrl,
}: {
  list: GateList;
  camp: GateCamp;
  slateId: string;
  staff: { readonly id: StaffId; readonly name: string };
  /** Where the film of the simulated camera lies; null where there is none. */
  standInUrl: string | null;
}) {
  const awake = useAwake();
  useWakeLock();
  useEffect(
    () =>
      void keepField(
        list.lines.map((c) => c.bib),
        standInUrl !== null,
      ).catch(() => undefined),
    [list, standInUrl],
  );
  const [choices, setChoices] = useState<DeviceChoices | null>(null);
  const m = useMound(list, camp, staff.id, choices?.device ?? null);
  const { day, lines, news, taps, asOf } = m;
  const films = useFilms(staff.id, !news.open || news.waiting > 0);
  const room = useRoom(films.news);
  useEffect(() => void deviceChoices().then(setChoices), []);
  const view: ViewId = VIEW_IDS.find((v) => v === choices?.view) ?? 'openSide';
  const mounds = moundsOf(lines);
  const [chosen, setChosen] = useState<string | null>(null);
  const mound = chosen !== null && mounds.includes(chosen) ? chosen : mounds[0]!;
  const [camperId, setCamperId] = useState<string | null>(null);
  const [start, setStart] = useState<Start>('stretch');
  const [screen, setScreen] = useState<'turn' | 'other' | 'slate' | 'film'>('turn');

  const turns = turnsOn(lines, mound, day, taps, asOf);
  const picked = lines.find((l) => l.id === camperId);
  // The page as the server sent it does not know what the clock will be when it is read.
  const minute = awake ? minuteInZone(m.instant(), camp.timeZone) : null;
  const now: Turn | null = picked ? turnOf(picked, day, taps, asOf) : whoseTurn(turns, minute);
  const coming = now ? comingOn(turns, now.line.id) : [];
  const next = coming[0] ?? null;
  /** The last throw of his that was tapped here and stands. */
  const last = now ? lastTap(taps, now.line.id) : null;
  // Whoever stands on the page stays there until somebody takes the next one: what other phones tell changes nobody under a thumb.
  const shown = now?.line.id ?? null;
  useEffect(() => {
    if (awake && camperId === null && shown !== null) setCamperId(shown);
  }, [awake, camperId, shown]);
  const tap = (): void => {
    if (!now) return;
    setCamperId(now.line.id);
    m.count(now.line.id, mound, start);
  };
  const others = useMoundClaim(mound, screen === 'film' ? view : null, choices?.device ?? null);
  /** The film of a throw, while it lies on this phone. */
  const filmOf = (throwsId: string) => [...films.news.waiting, ...films.news.refused].find((f) => f.throwsId === throwsId);
  const keepFilm = async ({ film }: Recorded, stopped: number): Promise<{ id: string; throwsId: string }> => {
    const { line } = now!;
    setCamperId(line.id);
    const throwsId = m.count(line.id, mound, start, { from: view, stopped });
    const id = v7() as ClipId;
    const ending = film.type === 'video/webm' ? 'webm' : 'mp4';
    const sha256 = await sha256Of(film);
    await films.box.current!.keep(
      {
        ...{ id, staffId: staff.id, staffName: staff.name, camp: pageCamp(), camperId: line.id, bib: line.bib, throwsId, view },
        ...{ fileName: `bib-${line.bib}-${view}-${dayInZone(m.instant(), camp.timeZone)}.${ending}`, sha256, bytes: film },
      },
      true,
    );
    return { id, throwsId };
  };
  /** What somebody has to know while he counts, and while he films. */
  const trouble = (
    <>
      <FilmTrouble
        films={films.news}
        room={room}
        onRetry={(id) => void films.box.current?.retry(id)}
        onDrop={(id) => void films.box.current?.drop(id)}
      />
      <DeviceTrouble news={news} />
    </>
  );
  /** Filmed, and the server has it: it was thrown. */
  const isSent = last?.filmed && !filmOf(last.id);

  return (
    <div
      data-awake={awake}
      className={`mx-auto grid max-w-[560px] grid-rows-[auto_1fr] px-4 pb-3 ${screen === 'other' ? 'h-[calc(100dvh-48px)]' : 'min-h-[calc(100dvh-48px)]'}`}
    >
      <div>
        <header className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink py-2">
          <h1 className="m-0 text-head">
            {mounds.length > 1 ? (
              <label>
                <span className="sr-only">Mound</span>
                <select
                  value={mound}
                  onChange={(e) => {
                    setChosen(e.target.value);
                    setCamperId(null);
                  }}
                  className="field"
                >
                  {mounds.map((name) => (
                    <option key={name}>{name}</option>
                  ))}
                </select>
              </label>
            ) : (
              mound
            )}
          </h1>
          <Waits news={news} films={films.news} called={['count', 'counts']} />
        </header>
        {m.oldSince && (
          <p className="m-0 border-b border-rule py-1 text-small text-soft">
            No connection: the list is of {m.oldSince}, with what was tapped on this phone since.
          </p>
        )}
        {(news.signedOut || films.news.signedOut) && <SignedOut go="/mound" />}
        {others.map((o) => (
          <p key={`${o.by} ${o.since}`} className="m-0 mt-2 border-l-[6px] border-soft bg-wash px-3 py-2">
            {atMoundInWords(o, camp.timeZone)}
          </p>
        ))}
        {day !== m.today && (
          <p className="care-band m-0 mt-2 px-3 py-2">
            Today is no day of this camp. The plan is that of {dayInWords(day, camp)}; nothing is counted.
          </p>
        )}
        {trouble}
        <RefusedEntries
          refused={news.refused}
          wordsOf={(e) => `Bib ${lines.find((l) => l.id === e.camperId)?.bib ?? '?'}, ${careInWords(e, camp)}`}
          onRetry={m.retry}
          onDrop={m.drop}
        />
      </div>

      {screen === 'other' && (
        <BibPad
          lines={lines}
          onPick={(l) => {
            setCamperId(l.id);
            setScreen('turn');
          }}
        />
      )}

      {screen !== 'other' && (
        <div className="grid content-between gap-3 pt-3">
          {now ? <AtTheMound turn={now} /> : <Nobody turns={turns} day={day} camp={camp} />}
          {coming.length > 0 && (
            <ol aria-label="Then" className="m-0 list-none p-0">
              {coming.slice(0, now && againInWords(now.line) !== null ? 2 : 3).map(({ line }) => (
                <li key={line.id} className="border-b border-rule">
                  <button
                    type="button"
                    onClick={() => setCamperId(line.id)}
                    className="grid min-h-[48px] w-full grid-cols-[64px_1fr] items-center gap-3 border-0 bg-transparent py-1 text-left"
                  >
                    <b className="tabular sign text-head">{line.bib}</b>
                    <span className="leading-tight">
                      {line.name}
                      <br />
                      <span className="text-small text-soft">{againInWords(line) ?? beforeTurn(line, minute)}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ol>
          )}
          <div className="grid gap-3">
            {/* Not before it is known which device this is: what it tells is held against what others do. */}
            {now && choices !== null && mayCount(now, day, m.today) && (
              <>
                <div role="group" aria-label="From which start" className="grid grid-cols-3 gap-2">
                  {STARTS.map(([id, name]) => (
                    <button
                      key={id}
                      type="button"
                      aria-pressed={id === start}
                      onClick={() => setStart(id)}
                      className={`sign min-h-[48px] border-[1.5px] text-lead ${id === start ? 'border-ink bg-ink text-bone' : 'border-rule bg-paper'}`}
                    >
                      {name}
                    </button>
                  ))}
                </div>
                <Action main className={`!min-h-[112px] ${WIDE} !text-board`} onClick={tap}>
                  Thrown
                </Action>
              </>
            )}
            {last && (
              <div className="grid grid-cols-2 gap-2">
                <Action
                  className="w-full justify-center"
                  disabled={isSent}
                  onClick={() => {
                    const film = filmOf(last.id);
                    m.takeBack(last);
                    if (film) void films.box.current?.drop(film.id);
                  }}
                >
                  {isSent ? 'Filmed and sent' : 'Undo the last'}
                </Action>
                <Action className="w-full justify-center" disabled={last.leftOut} onClick={() => m.leaveOut(last)}>
                  {last.leftOut ? 'Does not count' : 'That one does not count'}
                </Action>
              </div>
            )}
            {now && !now.why && (
              <div className="grid grid-cols-2 gap-2">
                <Action
                  className={WIDE}
                  disabled={choices === null || !mayCount(now, day, m.today)}
                  onClick={() => setScreen('film')}
                >
                  Film here
                </Action>
                <Action className={WIDE} onClick={() => setScreen('slate')}>
                  Slate
                </Action>
              </div>
            )}
            <div className="grid grid-cols-2 gap-2">
              <Action className="w-full justify-center" onClick={() => setScreen('other')}>
                Somebody else
              </Action>
              <Action className="w-full justify-center" disabled={!next} onClick={() => next && setCamperId(next.line.id)}>
                {next ? `Next: ${next.line.bib}` : 'Nobody after him'}
              </Action>
            </div>
          </div>
        </div>
      )}
      {screen === 'film' && now && (
        <FilmScreen
          {...{
            bib: now.line.bib,
            name: now.line.name,
            hand: now.line.hand,
            thrown: now.thrown,
            left: now.left,
            view,
            standInUrl,
            others,
          }}
          why={now.why}
          trouble={trouble}
          timeZone={camp.timeZone}
          onView={(chosenView) => {
            setChoices((known) => known && { ...known, view: chosenView });
            void choose({ view: chosenView });
          }}
          safety={fieldSafety(news, films.news)}
          notSafe={films.news.unkept > 0 || (news.unkept && news.waiting > 0)}
          next={next?.line.bib ?? null}
          onNext={() => next && setCamperId(next.line.id)}
          onFilm={keepFilm}
          onKeep={(id) => films.box.current?.release(id)}
          onFilmAgain={(id, throwsId) => {
            void films.box.current?.drop(id);
            const thrownOne = taps.find((t) => t.id === throwsId);
            if (thrownOne) m.leaveOut(thrownOne);
          }}
          onClose={() => setScreen('turn')}
        />
      )}
      {screen === 'slate' && now && (
        <SlateScreen bib={now.line.bib} slateId={slateId} instant={m.instant} onClose={() => setScreen('turn')} />
      )}
    </div>
  );
}
