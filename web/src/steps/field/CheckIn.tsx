import { useEffect, useMemo, useRef, useState } from 'react';
import { addDays, armStanding, clockOf, MOBILITY_NOTES, SORE_PLACES, type ArmCareRules, type DayThrows } from '@stride-chalk/core';
import { CHECK_INS, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { tall } from '../../parts/tall.ts';

export interface GateLine {
  readonly id: string;
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly heightCentimetres: number;
  readonly consent: boolean;
  readonly sore: boolean;
  /** null: not at the gate yet. */
  readonly present: boolean | null;
  readonly says: string;
  readonly left: number;
  /** The lead has allowed more today. */
  readonly allowed: boolean;
  readonly born: string;
  readonly thrown: ReadonlyArray<DayThrows & { readonly saidToday: boolean }>;
  readonly session: { readonly mound: string; readonly warmUpFrom: number; readonly from: number } | null;
}
export interface CheckInEntry {
  readonly camperId: string;
  readonly day: string;
  readonly notedAt: string;
  readonly present: boolean;
  readonly heightCentimetres: number | null;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly drillsDone: 'none' | 'some' | 'all' | null;
  readonly goals: string | null;
  readonly mobility: readonly string[];
  readonly throwsReported: ReadonlyArray<{ readonly day: string; readonly count: number; readonly kind: 'game' | 'bullpen' | 'drill' }>;
}
type Screen = 'bib' | 'here' | 'sore' | 'since' | 'more' | 'done';

const WIDE = 'min-h-[64px] w-full justify-center !text-[24px]';

/** Check-in at the gate, with one hand: the bib, whether he is here and his arm is fine; one decision a screen. */
export function CheckIn({ lines, day, units, staffId, today, asOf, rules }: {
  lines: readonly GateLine[]; day: string; units: 'metric' | 'imperial'; staffId: string; today: string;
  /** When the list was made: without a network it is an old one. */
  asOf: string;
  readonly rules: ArmCareRules;
}) {
  const awake = useAwake();
  const [news, setNews] = useState<OutboxNews<CheckInEntry>>({ open: false, waiting: 0, offline: false, refused: null });
  const box = useRef<Outbox<CheckInEntry> | null>(null);
  const [known, setKnown] = useState(lines);
  const [screen, setScreen] = useState<Screen>('bib');
  const [bib, setBib] = useState('');
  const [camper, setCamper] = useState<GateLine | null>(null);
  const [place, setPlace] = useState<string | null>(null);
  const [more, setMore] = useState<Partial<CheckInEntry>>({});
  const [done, setDone] = useState<{ readonly camper: GateLine; readonly entry: CheckInEntry; readonly standing: { readonly left: number; readonly says: string } } | null>(null);

  useEffect(() => {
    const made = new Outbox<CheckInEntry>(CHECK_INS, staffId, setNews);
    box.current = made;
    // What still waits on this phone stands in the list already.
    setKnown((all) => [...noted(day).filter((n) => n.notedAt > asOf), ...made.pending().map((w) => w.entry)].reduce(withCheckIn, all));
    return () => made.stop();
  }, [staffId]);

  const found = useMemo(() => known.filter((l) => String(l.bib).startsWith(bib)), [known, bib]);
  const open = known.filter((l) => l.present === null);
  const pick = (l: GateLine): void => {
    setCamper(l);
    setMore({});
    setPlace(null);
    setScreen('here');
  };
  const enter = (entry: Partial<CheckInEntry>): void => {
    if (!camper) return;
    const whole: CheckInEntry = {
      camperId: camper.id, day, notedAt: new Date().toISOString(), present: true, heightCentimetres: null, sore: null, drillsDone: null, goals: null, mobility: [], throwsReported: [], ...more, ...entry,
    };
    box.current?.add(whole);
    note(day, whole);
    setKnown((all) => withCheckIn(all, whole));
    setDone({ camper, entry: whole, standing: standingAfter(camper, whole, rules) });
    setBib('');
    setScreen('done');
  };
  const back = (): void => {
    setBib('');
    setCamper(null);
    setScreen('bib');
  };

  return (
    <div data-awake={awake} className="mx-auto grid min-h-[calc(100dvh-48px)] max-w-[560px] grid-rows-[auto_1fr] px-4 pb-4">
      <header className="flex items-center justify-between gap-3 border-b-2 border-ink py-2">
        <h1 className="m-0 text-[26px]">Check-in <span className="tabular text-soft">{known.length - open.length} of {known.length}</span></h1>
        <p data-testid="waiting" data-waiting={news.waiting} role="status" className={`m-0 px-2 py-1 text-[16px] font-semibold ${news.waiting > 0 ? 'border-2 border-ink' : 'text-grass'}`}>
          {news.waiting > 0 ? `${news.waiting} ${news.waiting === 1 ? 'waits' : 'wait'} on this phone` : 'All sent'}
        </p>
      </header>
      {day !== today && <p className="care-band m-0 mt-2 px-3 py-2">Today is no day of this camp. This is for {day}.</p>}
      {news.refused && <p role="alert" className="care-band m-0 mt-2 px-3 py-2">{news.refused.message}</p>}

      {screen === 'bib' && (
        <div className="grid grid-rows-[1fr_auto] gap-2 pt-2">
          <ul aria-label="Campers" className="m-0 max-h-[calc(100dvh-470px)] min-h-[170px] list-none overflow-auto p-0">
            {(bib === '' ? open : found).map((l) => (
              <li key={l.id}>
                <button type="button" onClick={() => pick(l)} className={`grid min-h-[56px] w-full grid-cols-[64px_1fr_auto] items-center gap-2 border-0 border-b border-rule bg-transparent px-1 text-start ${l.sore || !l.consent ? 'care-band' : ''}`}>
                  <b className="sign tabular text-[30px]">{l.bib}</b><span className="text-[18px] font-semibold">{l.name}</span>
                  <span className="text-[15px]">{l.sore ? 'sore' : l.present ? 'here' : l.present === false ? 'not here' : ''}</span>
                </button>
              </li>
            ))}
            {bib === '' && open.length === 0 && <li className="py-6 text-[20px]">Everybody has been at the gate. Type a bib to change something.</li>}
            {bib !== '' && found.length === 0 && <li className="py-6 text-[20px]">Nobody wears {bib}. Look at the bib again.</li>}
          </ul>
          <div>
            <output aria-label="Bib" className="sign tabular block min-h-[58px] border-b-2 border-ink text-center text-[46px] font-semibold leading-[58px]">{bib || <span className="text-[24px] font-medium text-soft">bib number</span>}</output>
            <div className="mt-2 grid grid-cols-3 gap-2">
              {['1', '2', '3', '4', '5', '6', '7', '8', '9', 'C', '0', '⌫'].map((k) => (
                <button key={k} type="button" aria-label={k === 'C' ? 'Clear' : k === '⌫' ? 'Back one' : k} onClick={() => setBib((b) => (k === 'C' ? '' : k === '⌫' ? b.slice(0, -1) : (b + k).slice(0, 4)))} className="sign min-h-[60px] border-2 border-ink bg-paper text-[30px] font-semibold">{k}</button>
              ))}
            </div>
            {bib !== '' && found.length > 0 && <button type="button" className={`main-action mt-2 ${WIDE}`} onClick={() => pick(found.find((l) => String(l.bib) === bib) ?? found[0]!)}>{(found.find((l) => String(l.bib) === bib) ?? found[0]!).bib} {(found.find((l) => String(l.bib) === bib) ?? found[0]!).name}</button>}
          </div>
        </div>
      )}

      {camper && screen !== 'bib' && screen !== 'done' && (
        <div className="grid content-start gap-3 pt-3">
          <div className="flex items-center gap-3">
            <span className="bib-block min-h-[64px] min-w-[84px] !text-[42px]">{camper.bib}</span>
            <p className="m-0 text-[22px] font-semibold leading-tight">{camper.name}<br /><span className="text-[16px] font-normal text-soft">{camper.age} years, {tall(camper.heightCentimetres, units)}</span></p>
          </div>
          {screen === 'here' && (
            <>
              {camper.sore && <p className="care-band m-0 px-4 py-3 text-[18px]"><b>A sore arm: no throwing.</b> Only the lead lifts it.</p>}
              {!camper.consent && <p className="care-band m-0 px-4 py-3 text-[18px]"><b>No consent to film.</b> He is not filmed.</p>}
              <button type="button" className={`main-action !min-h-[88px] ${WIDE}`} onClick={() => enter({})}>{camper.sore ? 'Here' : 'Here, arm is fine'}</button>
              {!camper.sore && <button type="button" className={`quiet-action ${WIDE}`} onClick={() => setScreen('sore')}>Arm is sore, now or yesterday</button>}
              <button type="button" className={`quiet-action ${WIDE}`} onClick={() => setScreen('more')}>More: throws, drills, height, goals</button>
              <button type="button" className={`quiet-action ${WIDE}`} onClick={() => enter({ present: false })}>Does not come today</button>
            </>
          )}
          {screen === 'sore' && (
            <>
              <h2 className="m-0 text-[28px]">Where is it sore?</h2>
              <div className="grid grid-cols-2 gap-2">{SORE_PLACES.map((p) => <button key={p} type="button" className={`quiet-action ${WIDE}`} onClick={() => {
                setPlace(p);
                setScreen('since');
              }}>{p}</button>)}</div>
            </>
          )}
          {screen === 'since' && (
            <>
              <h2 className="m-0 text-[28px]">Sore {place}: since when?</h2>
              {([['Today', 0], ['Yesterday', 1], ['Two or three days', 3], ['A week or longer', 7]] as const).map(([words, days]) => <button key={words} type="button" className={`quiet-action ${WIDE}`} onClick={() => enter({ sore: { place: place!, since: addDays(day, -days) } })}>{words}</button>)}
            </>
          )}
          {screen === 'more' && <More day={day} units={units} camper={camper} value={more} onChange={(m) => setMore((was) => ({ ...was, ...m }))} onDone={() => setScreen('here')} />}
          <button type="button" className="min-h-[56px] border-0 bg-transparent text-[18px] underline" onClick={() => (screen === 'here' ? back() : setScreen(screen === 'since' ? 'sore' : 'here'))}>Back</button>
        </div>
      )}

      {screen === 'done' && done && (
        <div className="grid content-start gap-4 pt-4" role="status">
          <p className="m-0 text-[28px] font-semibold leading-tight"><span className="sign tabular text-[44px]">{done.camper.bib}</span> {done.camper.name}</p>
          {done.entry.sore ? (
            <p className="care-band m-0 px-4 py-4 text-[20px]"><b>No throwing.</b> The lead and the family get a message. We do not diagnose: pain means stop, and see a licensed medical professional.</p>
          ) : !done.entry.present ? <p className="m-0 text-[20px]">Not here today. The plan can be made again without him.</p> : (
            <>
              <p className={`m-0 px-4 py-4 text-[20px] ${done.standing.left === 0 ? 'care-band' : 'border-l-[6px] border-grass bg-wash'}`}>{done.camper.sore ? 'A sore arm: no throwing until the lead lifts it.' : done.standing.says}</p>
              {done.camper.session && !done.camper.sore && done.standing.left > 0 && <p className="m-0 text-[22px]">Warm-up at <b className="tabular">{clockOf(done.camper.session.warmUpFrom)}</b>, {done.camper.session.mound} at <b className="tabular">{clockOf(done.camper.session.from)}</b></p>}
            </>
          )}
          <button type="button" className={`main-action !min-h-[80px] ${WIDE}`} onClick={back}>Next camper</button>
          <button type="button" className={`quiet-action ${WIDE}`} onClick={() => pick(known.find((l) => l.id === done.camper.id)!)}>That was wrong: change it</button>
        </div>
      )}
    </div>
  );
}

/** What is left to throw with what the family has just reported, reckoned on the phone: the server may be far. */
function standingAfter(l: GateLine, entry: CheckInEntry, rules: ArmCareRules): { readonly left: number; readonly says: string } {
  if (l.sore || l.allowed || entry.throwsReported.length === 0) return l;
  const { leftToday, says } = armStanding({ rules, born: l.born, day: entry.day, thrown: [...l.thrown.filter((t) => !t.saidToday), ...entry.throwsReported] });
  return { left: leftToday, says };
}

type Noted = Pick<CheckInEntry, 'camperId' | 'notedAt' | 'present' | 'sore' | 'heightCentimetres'>;
const NOTED = 'stride-chalk.gate.';

/** What was checked in on this phone today, sent or not: the list that is kept for times without a network may be older. */
const noted = (day: string): Noted[] => JSON.parse(localStorage.getItem(NOTED + day) ?? '[]') as Noted[];
function note(day: string, { camperId, notedAt, present, sore, heightCentimetres }: CheckInEntry): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(NOTED) && key !== NOTED + day) localStorage.removeItem(key);
  localStorage.setItem(NOTED + day, JSON.stringify([...noted(day).filter((n) => n.camperId !== camperId), { camperId, notedAt, present, sore, heightCentimetres }]));
}

const withCheckIn = (all: readonly GateLine[], entry: Noted): GateLine[] => all.map((l) => (l.id === entry.camperId ? { ...l, present: entry.present, sore: l.sore || entry.sore !== null, heightCentimetres: entry.heightCentimetres ?? l.heightCentimetres } : l));

/** What the family reports and the coach notices; everything by tapping, the goals by typing when there are any. */
function More({ day, units, camper, value, onChange, onDone }: { day: string; units: 'metric' | 'imperial'; camper: GateLine; value: Partial<CheckInEntry>; onChange: (m: Partial<CheckInEntry>) => void; onDone: () => void }) {
  const thrown = (back: number): number => value.throwsReported?.find((t) => t.day === addDays(day, -back))?.count ?? 0;
  const setThrown = (back: number, count: number): void => {
    const others = (value.throwsReported ?? []).filter((t) => t.day !== addDays(day, -back));
    onChange({ throwsReported: count > 0 ? [...others, { day: addDays(day, -back), count, kind: 'game' }] : others });
  };
  const height = value.heightCentimetres ?? camper.heightCentimetres;
  const inch = units === 'imperial' ? 2.54 : 1;
  const toggle = (on: boolean): string => `min-h-[56px] border-2 px-4 text-[18px] font-semibold ${on ? 'border-ink bg-ink text-bone' : 'border-soft bg-paper'}`;
  const stepper = 'sign min-h-[56px] min-w-[56px] border-2 border-ink bg-paper text-[26px]';
  return (
    <div className="grid gap-4">
      <fieldset className="m-0 border-0 p-0"><legend className="mb-1 text-[17px]">Throws in games and practice</legend>
        {([[1, 'Yesterday'], [2, '2 days ago'], [3, '3 days ago'], [4, '4 days ago']] as const).map(([back, when]) => (
          <div key={back} className="flex items-center gap-2 py-1"><span className="flex-1 text-[17px]">{when}</span>
            <button type="button" className={stepper} aria-label={`${when}, ten fewer`} onClick={() => setThrown(back, Math.max(0, thrown(back) - 10))}>−</button>
            <output className="sign tabular w-[56px] text-center text-[28px] font-semibold" aria-label={`${when}, throws`}>{thrown(back)}</output>
            <button type="button" className={stepper} aria-label={`${when}, ten more`} onClick={() => setThrown(back, Math.min(300, thrown(back) + 10))}>+</button></div>
        ))}
      </fieldset>
      <fieldset className="m-0 border-0 p-0"><legend className="mb-1 text-[17px]">Drills done since last time</legend>
        <div className="grid grid-cols-3 gap-2">{(['none', 'some', 'all'] as const).map((d) => <button key={d} type="button" aria-pressed={value.drillsDone === d} className={toggle(value.drillsDone === d)} onClick={() => onChange({ drillsDone: d })}>{d}</button>)}</div>
      </fieldset>
      <fieldset className="m-0 border-0 p-0"><legend className="mb-1 text-[17px]">Height</legend>
        <div className="flex items-center gap-2"><button type="button" className={stepper} aria-label="Shorter" onClick={() => onChange({ heightCentimetres: Math.max(80, height - inch) })}>−</button><output className="sign tabular flex-1 text-center text-[28px] font-semibold" aria-label="Height">{tall(height, units)}</output><button type="button" className={stepper} aria-label="Taller" onClick={() => onChange({ heightCentimetres: Math.min(230, height + inch) })}>+</button></div>
      </fieldset>
      <fieldset className="m-0 border-0 p-0"><legend className="mb-1 text-[17px]">Noticed</legend>
        <div className="grid grid-cols-2 gap-2">{MOBILITY_NOTES.map((m) => {
          const on = value.mobility?.includes(m) ?? false;
          return <button key={m} type="button" aria-pressed={on} className={toggle(on)} onClick={() => onChange({ mobility: on ? value.mobility!.filter((x) => x !== m) : [...(value.mobility ?? []), m] })}>{m}</button>;
        })}</div>
      </fieldset>
      <label className="grid gap-1 text-[17px]">Goals, in the camper's words<input value={value.goals ?? ''} maxLength={400} onChange={(e) => onChange({ goals: e.target.value })} className="field min-h-[56px]" /></label>
      <button type="button" className={`main-action ${WIDE}`} onClick={onDone}>Noted</button>
    </div>
  );
}
