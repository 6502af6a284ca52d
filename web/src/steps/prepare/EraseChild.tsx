import { useState } from 'react';

const REASONS = ['asked by the family', 'retention ended', 'entered by mistake'] as const;

/** Erases everything about a child, after the bib was typed. */
export function EraseChild({ bib, onErase }: { bib: number; onErase: (reason: string, bib: number) => void }) {
  const [typed, setTyped] = useState('');
  const [reason, setReason] = useState<string>(REASONS[0]);
  return (
    <details className="mt-4">
      <summary className="flex min-h-[48px] cursor-pointer items-center text-[16px] underline">
        Erase everything about this child
      </summary>
      <form
        className="care-band flex flex-wrap items-end gap-3 px-5 py-4"
        onSubmit={(e) => {
          e.preventDefault();
          onErase(reason, Number(typed));
        }}
      >
        <p className="m-0 w-full text-[16px]">
          Rows, films, evaluations and messages of this camp go; what other camps keep is theirs to erase. It cannot be taken
          back. Kept is only that somebody was erased, when, by whom and why, without the name.
        </p>
        <label className="grid gap-1 text-[15px]">
          Why
          <select value={reason} onChange={(e) => setReason(e.target.value)} className="field">
            {REASONS.map((r) => (
              <option key={r}>{r}</option>
            ))}
          </select>
        </label>
        <label className="grid gap-1 text-[15px]">
          Type the bib, {bib}
          <input
            required
            inputMode="numeric"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            className="field w-[130px]"
          />
        </label>
        <button type="submit" className="quiet-action min-h-[48px] bg-paper">
          Erase
        </button>
      </form>
    </details>
  );
}
