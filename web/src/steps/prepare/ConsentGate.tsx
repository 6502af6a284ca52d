import { useState } from 'react';
import { CONSENT_WAYS, type ConsentWay } from '@stride-chalk/core';

export interface ConsentAnswer {
  readonly film: boolean;
  readonly share: boolean;
  readonly until: string | null;
  readonly givenBy: string;
  readonly how: ConsentWay;
}
export interface ConsentRecord extends ConsentAnswer {
  /** The day on which it was written down. */
  readonly on: string;
  readonly by: string;
}

const words = (a: Pick<ConsentAnswer, 'film' | 'share' | 'until'>): string => {
  if (!a.film) return 'No film, nothing handed out';
  return [
    `Film${a.share ? ', and sharing with other coaches' : ', for the family only'}`,
    a.until ? `until ${a.until}` : 'until withdrawn',
  ].join(' ');
};

/** What the family has answered about filming, who, when and how; and the place to write down another answer. */
export function ConsentGate({
  guardian,
  says,
  open,
  history,
  onAnswer,
}: {
  guardian: string;
  /** What holds today, in a sentence. */
  says: string;
  open: boolean;
  history: readonly ConsentRecord[];
  onAnswer: (answer: ConsentAnswer) => void;
}) {
  const [writing, setWriting] = useState(false);
  return (
    <section aria-labelledby="consent">
      <h2 id="consent" className="m-0 mb-2 text-[26px]">
        Consent
      </h2>
      <div className={open ? 'border-2 border-ink bg-paper px-5 py-4' : 'care-band px-5 py-4'}>
        <p className="m-0 text-[20px] font-semibold">{says}</p>
        <p className="m-0 mt-1 text-[16px]">
          {open
            ? 'It is asked wherever a film is taken in or shown, at the release, and on the printed page.'
            : 'Not on the film plan, no film is taken in or shown, nothing is printed or handed out. What was scored is kept.'}
        </p>
        {!writing && (
          <button type="button" className="quiet-action mt-3 min-h-[48px] bg-paper" onClick={() => setWriting(true)}>
            {open ? 'The family changes or withdraws it' : 'The family has answered'}
          </button>
        )}
        {writing && <AnswerForm guardian={guardian} onAnswer={onAnswer} onCancel={() => setWriting(false)} />}
      </div>
      {history.length > 0 && (
        <ul className="mt-3 mb-0 list-none p-0 text-[16px]" aria-label="Answers so far">
          {history.map((h, i) => (
            <li key={`${h.on} ${i}`} className="grid grid-cols-[110px_1fr] gap-3 border-b border-rule py-2">
              <span className="tabular text-soft">{h.on}</span>
              <span>
                <b>{words(h)}.</b>{' '}
                <span className="text-soft">
                  {h.givenBy}, {h.how}; written down by {h.by}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function AnswerForm({
  guardian,
  onAnswer,
  onCancel,
}: {
  guardian: string;
  onAnswer: (answer: ConsentAnswer) => void;
  onCancel: () => void;
}) {
  const [film, setFilm] = useState<boolean | null>(null);
  const [share, setShare] = useState(false);
  const [until, setUntil] = useState('');
  const [givenBy, setGivenBy] = useState(guardian);
  const [how, setHow] = useState<ConsentWay>('signed form');
  return (
    <form
      className="mt-3 grid gap-3"
      aria-label="The family's answer"
      onSubmit={(e) => {
        e.preventDefault();
        if (film !== null)
          onAnswer({ film, share: film && share, until: film ? until || null : null, givenBy: givenBy.trim(), how });
      }}
    >
      <div className="flex flex-wrap gap-2" role="group" aria-label="May he be filmed?">
        {([true, false] as const).map((yes) => (
          <button
            key={String(yes)}
            type="button"
            aria-pressed={film === yes}
            onClick={() => setFilm(yes)}
            className={`${film === yes ? 'main-action' : 'quiet-action bg-paper'} min-h-[48px]`}
          >
            {yes ? 'Yes, film' : 'No film'}
          </button>
        ))}
      </div>
      {film && (
        <div className="flex flex-wrap items-end gap-4">
          <label className="flex min-h-[48px] items-center gap-3 text-[16px]">
            <input
              type="checkbox"
              checked={share}
              onChange={(e) => setShare(e.target.checked)}
              className="h-[26px] w-[26px] accent-clay"
            />
            May be shared with his other coaches
          </label>
          <label className="grid gap-1 text-[15px]">
            Last day (empty: until withdrawn)
            <input type="date" value={until} onChange={(e) => setUntil(e.target.value)} className="field" />
          </label>
        </div>
      )}
      <div className="flex flex-wrap items-end gap-4">
        <label className="grid gap-1 text-[15px]">
          Who answered
          <input required maxLength={120} value={givenBy} onChange={(e) => setGivenBy(e.target.value)} className="field" />
        </label>
        <label className="grid gap-1 text-[15px]">
          How
          <select value={how} onChange={(e) => setHow(e.target.value as ConsentWay)} className="field">
            {CONSENT_WAYS.filter((w) => w !== 'before the history').map((w) => (
              <option key={w}>{w}</option>
            ))}
          </select>
        </label>
        <button type="submit" disabled={film === null} className="main-action min-h-[48px] disabled:opacity-50">
          Write it down
        </button>
        <button type="button" className="quiet-action min-h-[48px] bg-paper" onClick={onCancel}>
          Not now
        </button>
      </div>
    </form>
  );
}
