import type { GateLine } from '@stride-chalk/core';
import { useState } from 'react';
import { WIDE } from './CheckInMore.tsx';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'C', '0', '⌫'];
const LONGEST_BIB = 4;

/** The bib on keys for a thumb, and who is meant by what is typed; without a bib, who has not been at the gate. */
export function BibPad({ lines, onPick }: { lines: readonly GateLine[]; onPick: (line: GateLine) => void }) {
  const [bib, setBib] = useState('');
  const found = lines.filter((l) => String(l.bib).startsWith(bib));
  const open = lines.filter((l) => l.present === null);
  const meant = bib === '' ? undefined : (found.find((l) => String(l.bib) === bib) ?? found[0]);
  return (
    <div className="grid grid-rows-[1fr_auto] gap-2 pt-2">
      <ul aria-label="Campers" className="m-0 max-h-[calc(100dvh-470px)] min-h-[170px] list-none overflow-auto p-0">
        {(bib === '' ? open : found).map((l) => (
          <li key={l.id}>
            <button
              type="button"
              onClick={() => onPick(l)}
              className={`grid min-h-[56px] w-full grid-cols-[64px_1fr_auto] items-center gap-2 border-0 border-b border-rule bg-transparent px-1 text-start ${l.sore || !l.consent ? 'care-band' : ''}`}
            >
              <b className="sign tabular text-[30px]">{l.bib}</b>
              <span className="text-[18px] font-semibold">{l.name}</span>
              <span className="text-[15px]">{l.sore ? 'sore' : l.present ? 'here' : l.present === false ? 'not here' : ''}</span>
            </button>
          </li>
        ))}
        {bib === '' && open.length === 0 && (
          <li className="py-6 text-[20px]">Everybody has been at the gate. Type a bib to change something.</li>
        )}
        {bib !== '' && found.length === 0 && <li className="py-6 text-[20px]">Nobody wears {bib}. Look at the bib again.</li>}
      </ul>
      <div>
        <output
          aria-label="Bib"
          className="sign tabular block min-h-[58px] border-b-2 border-ink text-center text-[46px] font-semibold leading-[58px]"
        >
          {bib || <span className="text-[24px] font-medium text-soft">bib number</span>}
        </output>
        <div className="mt-2 grid grid-cols-3 gap-2">
          {KEYS.map((k) => (
            <button
              key={k}
              type="button"
              aria-label={k === 'C' ? 'Clear' : k === '⌫' ? 'Back one' : k}
              onClick={() => setBib((b) => (k === 'C' ? '' : k === '⌫' ? b.slice(0, -1) : (b + k).slice(0, LONGEST_BIB)))}
              className="sign min-h-[60px] border-2 border-ink bg-paper text-[30px] font-semibold"
            >
              {k}
            </button>
          ))}
        </div>
        {meant && (
          <button type="button" className={`main-action mt-2 ${WIDE}`} onClick={() => onPick(meant)}>
            {meant.bib} {meant.name}
          </button>
        )}
      </div>
    </div>
  );
}
