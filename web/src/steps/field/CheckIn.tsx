import { Action } from '../../parts/Action.tsx';
import { useEffect, useState } from 'react';
import { NOTHING_ASKED, addDays, dayInWords, SORE_PLACES, type GateLine, type GateList, type StaffId } from '@stride-chalk/core';
import { tall } from '../../parts/tall.ts';
import { DeviceTrouble } from '../../parts/DeviceTrouble.tsx';
import { RefusedEntries } from '../../parts/RefusedEntries.tsx';
import { keepField } from '../../parts/keep-field.ts';
import { useFilms } from '../../parts/use-films.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { BibPad } from './BibPad.tsx';
import { SignedOut, Waits } from './FieldNews.tsx';
import { FilmTrouble } from './film/FilmTrouble.tsx';
import { CheckedIn, type Done } from './CheckedIn.tsx';
import { CheckInMore, WIDE } from './CheckInMore.tsx';
import { inHandInWords, mustAskThrows, standingAfter, type CheckInEntry } from './gate.ts';
import { useGate, type GateCamp } from './use-gate.ts';

type Screen = 'bib' | 'here' | 'throws' | 'sore' | 'since' | 'more' | 'done';

/** Check-in at the gate, with one hand: the bib, whether he is here and his arm is fine; one decision a screen. */
export function CheckIn({ list, camp, staffId }: { list: GateList; camp: GateCamp; staffId: StaffId }) {
  const awake = useAwake();
  useEffect(
    () =>
      void keepField(
        list.lines.map((c) => c.bib),
        false,
      ).catch(() => undefined),
    [list],
  );
  const { day, today, lines, news, oldSince, settled, enter: send, retry, drop } = useGate(list, camp, staffId);
  const { news: films, box } = useFilms(staffId, !news.open || news.waiting > 0);
  const { units } = camp;
  const [screen, setScreen] = useState<Screen>('bib');
  const [camperId, setCamperId] = useState<string | null>(null);
  const [place, setPlace] = useState<string | null>(null);
  /** What is in hand for each camper and not entered yet: going back to the list loses nothing. */
  const [inHand, setInHand] = useState<ReadonlyMap<string, Partial<CheckInEntry>>>(new Map());
  /** "Here, arm is fine" was said, and the throws are asked about in between. */
  const [fine, setFine] = useState(false);
  const [done, setDone] = useState<Done | null>(null);
  const camper = lines.find((l) => l.id === camperId) ?? null;

  const more = (camperId && inHand.get(camperId)) || {};
  const keepInHand = (id: string, value: Partial<CheckInEntry>): void => setInHand((was) => new Map(was).set(id, value));
  const said = inHandInWords(more, units);

  const open = lines.filter((l) => l.present === null);
  const toFirst = (): void => {
    setFine(false);
    setScreen('here');
  };
  const pick = (l: GateLine): void => {
    setCamperId(l.id);
    setPlace(null);
    toFirst();
  };
  const enter = (entry: Partial<CheckInEntry>): void => {
    if (!camper) return;
    const whole = send({
      camperId: camper.id,
      present: true,
      ...NOTHING_ASKED,
      ...more,
      ...entry,
    });
    keepInHand(camper.id, {});
    setDone({ camper, entry: whole, standing: standingAfter(camper, whole, camp) });
    setScreen('done');
  };
  /** He is here: entered, unless nothing is known of his throws of the last days. */
  const here = (): void => {
    if (camper && more.throwsReported === undefined && mustAskThrows(camper, day)) {
      setFine(true);
      setScreen('throws');
    } else enter({});
  };
  const hereInWords = camper?.sore ? 'Here' : 'Here, arm is fine';
  const back = (): void => {
    setCamperId(null);
    setScreen('bib');
  };

  return (
    <div
      data-awake={awake}
      className={`mx-auto grid max-w-[560px] grid-rows-[auto_1fr] px-4 pb-3 ${screen === 'bib' ? 'h-[calc(100dvh-48px)]' : 'min-h-[calc(100dvh-48px)]'}`}
    >
      <div>
        <header className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink py-2">
          <h1 className="m-0 text-head">
            Check-in{' '}
            <span className="tabular text-soft">
              {lines.length - open.length} of {lines.length}
            </span>
          </h1>
          <Waits news={news} films={films} called={['check-in', 'check-ins']} />
        </header>
        {oldSince && (
          <p className="m-0 border-b border-rule py-1 text-small text-soft">
            No connection: the list is of {oldSince}, with what this phone has noted since.
          </p>
        )}
        {day !== today && (
          <p className="care-band m-0 mt-2 px-3 py-2">Today is no day of this camp. This is for {dayInWords(day, camp)}.</p>
        )}
        {(news.signedOut || films.signedOut) && <SignedOut go="/check-in" />}
        <FilmTrouble
          films={films}
          room={null}
          onRetry={(id) => void box.current?.retry(id)}
          onDrop={(id) => void box.current?.drop(id)}
        />
        <DeviceTrouble news={news} />
        <RefusedEntries
          refused={news.refused}
          wordsOf={(e) =>
            `Bib ${lines.find((l) => l.id === e.camperId)?.bib ?? '?'}, check-in of ${dayInWords(e.day, camp, 'short')}`
          }
          onRetry={retry}
          onDrop={drop}
        />
      </div>

      {screen === 'bib' && <BibPad lines={lines} onPick={pick} />}

      {camper && screen !== 'bib' && screen !== 'done' && (
        <div className="grid content-between gap-3 pt-3">
          <div className="flex items-center gap-3">
            <span className="bib-block min-h-[64px] min-w-[84px] !text-sign">{camper.bib}</span>
            <p className="m-0 text-lead font-semibold leading-tight">
              {camper.name}
              <br />
              <span className="text-note font-normal text-soft">
                {camper.age} years, {tall(camper.heightCentimetres, units)}
              </span>
            </p>
          </div>
          {/* At the thumb; where the bib was confirmed lies only the way back, so that a double tap enters nothing. */}
          <div className="grid gap-3">
            {screen === 'here' && (
              <>
                {camper.sore && (
                  <p className="care-band m-0 px-4 py-3 text-lead">
                    <b>A sore arm: no throwing.</b> Only the lead lifts it.
                  </p>
                )}
                {!camper.consent && (
                  <p className="care-band m-0 px-4 py-3 text-lead">
                    <b>No consent to film.</b> He is not filmed.
                  </p>
                )}
                {said && (
                  <p role="status" className="m-0 border-l-[6px] border-grass bg-wash px-4 py-3 text-lead">
                    Noted, not entered yet: {said}
                  </p>
                )}
                <Action main className={`!min-h-[88px] ${WIDE}`} onClick={here}>
                  {hereInWords}
                </Action>
                {!camper.sore && (
                  <Action className={WIDE} onClick={() => setScreen('sore')}>
                    Arm is sore, now or yesterday
                  </Action>
                )}
                <Action className={WIDE} onClick={() => setScreen('more')}>
                  More: throws, drills, height, goals
                </Action>
                <Action className={WIDE} onClick={() => enter({ present: false })}>
                  Does not come today
                </Action>
              </>
            )}
            {screen === 'throws' && (
              <>
                <h2 className="m-0 text-large">Thrown in the last four days?</h2>
                <p className="m-0 text-body text-soft">Games, bullpens, practice: every throw at full effort counts.</p>
                <Action className={WIDE} onClick={() => setScreen('more')}>
                  Yes: how many
                </Action>
                <Action main className={`!min-h-[88px] ${WIDE}`} onClick={() => enter({ throwsReported: [] })}>
                  Nothing thrown
                </Action>
              </>
            )}
            {screen === 'sore' && (
              <>
                <h2 className="m-0 text-large">Where is it sore?</h2>
                <div className="grid grid-cols-2 gap-2">
                  {SORE_PLACES.map((p) => (
                    <Action
                      key={p}
                      className={WIDE}
                      onClick={() => {
                        setPlace(p);
                        setScreen('since');
                      }}
                    >
                      {p}
                    </Action>
                  ))}
                </div>
              </>
            )}
            {screen === 'since' && (
              <>
                <h2 className="m-0 text-large">Sore {place}: since when?</h2>
                {(
                  [
                    ['Today', 0],
                    ['Yesterday', 1],
                    ['Two or three days', 3],
                    ['A week or longer', 7],
                  ] as const
                ).map(([words, days]) => (
                  <Action
                    key={words}
                    className={WIDE}
                    onClick={() => enter({ sore: { place: place!, since: addDays(day, -days) } })}
                  >
                    {words}
                  </Action>
                ))}
              </>
            )}
            {screen === 'more' && (
              <CheckInMore
                day={day}
                units={units}
                camper={camper}
                value={more}
                onChange={(m) => {
                  // What stood reported when the answer was begun is what the answer replaces.
                  const first = m.throwsReported !== undefined && more.throwsReported === undefined;
                  keepInHand(camper.id, { ...more, ...m, ...(first ? { throwsKnown: camper.throwsReported } : {}) });
                }}
                done={fine ? hereInWords : 'Noted'}
                onDone={fine ? here : toFirst}
              />
            )}
            <button
              type="button"
              className="min-h-[56px] border-0 bg-transparent text-lead underline"
              onClick={() => (screen === 'here' ? back() : screen === 'since' ? setScreen('sore') : toFirst())}
            >
              Back
            </button>
          </div>
        </div>
      )}

      {screen === 'done' && done && (
        <CheckedIn
          done={done}
          now={settled(done.camper.id) ? (lines.find((l) => l.id === done.camper.id) ?? null) : null}
          onNext={back}
          onChange={() => pick(lines.find((l) => l.id === done.camper.id)!)}
        />
      )}
    </div>
  );
}
