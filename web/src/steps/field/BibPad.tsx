import { Action } from '../../parts/Action.tsx';
import type { GateLine } from '@stride-chalk/core';
import { useState } from 'react';
import { WIDE } from './CheckInMore.tsx';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'C', '0', '⌫'];
const LONGEST_BIB = 4;

/** The bib on keys for a thumb, or a name, and who is meant by what is typed; without either, who has not been at the gate. */
export function BibPad({ lines, onPick }: { lines: readonly GateLine[]; onPick: (line: GateLine) => void }) {
  const [bib, setBib] = useState('');
  const [name, setName] = useState('');
  const named = name.trim().toLowerCase();
  const found =
    named === '' ? lines.filter((l) => String(l.bib).startsWith(bib)) : lines.filter((l) => l.name.toLowerCase().includes(named));
  const open = lines.filter((l) => l.present === null);
  const asked = bib !== '' || named !== '';
  const meant = !asked
    ? undefined
    : named !== ''
      ? found.length === 1
        ? found[0]
        : undefined
      : (found.find((l) => String(l.bib) === bib) ?? found[0]);
  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(88px,1fr)_auto] gap-2 pt-2">
      <input
        type="search"
        aria-label="Find by name"
        placeholder="Find by name"
        value={name}
        onChange={(e) => {
          setName(e.target.value);
          setBib('');
        }}
        className="field w-full"
      />
      <ul aria-label="Campers" className="m-0 min-h-0 list-none overflow-auto p-0">
        {(asked ? found : open).map((l) => (
          <li key={l.id}>
            <button
              type="button"
              onClick={() => onPick(l)}
              className={`grid min-h-[56px] w-full grid-cols-[64px_1fr_auto] items-center gap-2 border-0 border-b border-rule bg-transparent px-1 text-start ${l.sore || !l.consent ? 'care-band' : ''}`}
            >
              <b className="sign tabular text-large">{l.bib}</b>
              <span className="text-lead font-semibold">{l.name}</span>
              <span className="text-small">{l.sore ? 'sore' : l.present ? 'here' : l.present === false ? 'not here' : ''}</span>
            </button>
          </li>
        ))}
        {!asked && open.length === 0 && (
          <li className="py-6 text-lead">Everybody has been at the gate. Type a bib to change something.</li>
        )}
        {asked && found.length === 0 && (
          <li className="py-6 text-lead">
            {named === '' ? `Nobody wears ${bib}. Look at the bib again.` : `Nobody here is called “${name.trim()}”.`}
          </li>
        )}
      </ul>
      <div>
        <output
          aria-label="Bib"
          className="sign tabular block min-h-[58px] border-b-2 border-ink text-center text-sign font-semibold leading-[58px]"
        >
          {bib || <span className="text-head font-medium text-soft">bib number</span>}
        </output>
        <div className="mt-2 grid grid-cols-3 gap-2">
          {KEYS.map((k) => (
            <button
              key={k}
              type="button"
              aria-label={k === 'C' ? 'Clear' : k === '⌫' ? 'Back one' : k}
              onClick={() => {
                setName('');
                setBib((b) => (k === 'C' ? '' : k === '⌫' ? b.slice(0, -1) : (b + k).slice(0, LONGEST_BIB)));
              }}
              className="sign min-h-[56px] border-2 border-ink bg-paper text-large font-semibold [@media(max-height:760px)]:min-h-[48px]"
            >
              {k}
            </button>
          ))}
        </div>
        {/* Its place is kept, so that no key moves under the thumb. */}
        <Action main className={`mt-2 ${WIDE}`} disabled={!meant} onClick={() => meant && onPick(meant)}>
          {meant ? `${meant.bib} ${meant.name}` : 'Type a bib'}
        </Action>
      </div>
    </div>
  );
}
