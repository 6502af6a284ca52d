import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { bibEntrySchema, type BibEntry } from '@stride-chalk/core';
import { askServer } from './ask-server.ts';
import { useAwake } from './use-awake.ts';

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** Any camper by his bib number: type it, or B and a name. Where digits mean levels (`digits` false) the page has keys of its own and asks for it. */
export function BibSearch({ digits = true, card = false }: { digits?: boolean; card?: boolean }) {
  // Asked for when the search is first opened: a page stays as light as it is, however large the camp.
  const [campers, setCampers] = useState<readonly BibEntry[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** Enter was pressed before the campers were there. */
  const [going, setGoing] = useState(false);
  const dialog = useRef<HTMLDialogElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const awake = useAwake();
  const found = (campers ?? []).filter((c) =>
    /^\d+$/.test(text) ? String(c.bib).startsWith(text) : c.name.toLowerCase().includes(text.toLowerCase()),
  );
  const exact = found.find((c) => String(c.bib) === text) ?? found[0];

  useEffect(() => {
    const open = (first: string): void => {
      setText(first);
      setGoing(false);
      setProblem(null);
      askServer(z.array(bibEntrySchema), '/api/campers', { method: 'GET' })
        .then(setCampers)
        .catch((error: Error) => setProblem(error.message));
      dialog.current?.showModal();
      input.current?.focus();
    };
    const onKey = (event: KeyboardEvent): void => {
      if (
        event.defaultPrevented ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        typing(event.target) ||
        dialog.current?.open
      )
        return;
      if (/^\d$/.test(event.key)) {
        event.preventDefault();
        open(event.key);
      } else if (event.key.toLowerCase() === 'b') {
        event.preventDefault();
        open('');
      }
    };
    const onAsk = (): void => open('');
    if (digits) window.addEventListener('keydown', onKey);
    window.addEventListener('bib-search', onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('bib-search', onAsk);
    };
  }, [digits]);

  const hrefOf = (c: BibEntry): string => (card ? `/campers/${c.bib}/card` : c.href);
  const href = exact && hrefOf(exact);
  useEffect(() => {
    if (going && href) window.location.href = href;
  }, [going, href]);

  return (
    <dialog
      ref={dialog}
      data-awake={awake}
      aria-label="Find a camper"
      className="m-auto w-[min(520px,92vw)] border-2 border-ink bg-paper p-0 text-ink backdrop:bg-ink/40"
    >
      <form
        method="dialog"
        onSubmit={(event) => {
          event.preventDefault();
          setGoing(true);
        }}
      >
        <label className="sign block px-4 pt-3 text-lead text-soft" htmlFor="bib-search">
          Bib number or name
        </label>
        <input
          id="bib-search"
          ref={input}
          value={text}
          onChange={(event) => {
            setGoing(false);
            setText(event.target.value);
          }}
          autoComplete="off"
          inputMode="numeric"
          className="sign tabular w-full bg-transparent px-4 pb-2 text-sign font-semibold outline-none"
        />
      </form>
      <ul className="m-0 max-h-[50vh] list-none overflow-auto border-t border-rule p-0" aria-label="Campers found">
        {found.slice(0, 12).map((c) => (
          <li key={c.bib} className={c === exact ? 'bg-wash shadow-[inset_5px_0_var(--clay)]' : ''}>
            <a className="grid grid-cols-[56px_1fr_auto] items-center gap-3 px-4 py-2 no-underline" href={hrefOf(c)}>
              <b className="sign tabular text-head">{c.bib}</b>
              <span>{c.name}</span>
              <span className="text-small text-soft">{card ? '' : c.waits}</span>
            </a>
          </li>
        ))}
        {problem !== null && (
          <li role="alert" className="px-4 py-3">
            {problem}
          </li>
        )}
        {campers !== null && found.length === 0 && (
          <li className="px-4 py-3 text-soft">Nobody wears that bib. Check the number on the slate.</li>
        )}
      </ul>
    </dialog>
  );
}
