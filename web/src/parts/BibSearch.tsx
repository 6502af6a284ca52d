import { useEffect, useRef, useState } from 'react';
import { Command } from 'cmdk';
import { z } from 'zod';
import { bibEntrySchema, type BibEntry } from '@stride-chalk/core';
import { Alert } from './Alert.tsx';
import { askServer } from './ask-server.ts';
import { useAwake } from './use-awake.ts';

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));

/** What `early-digits.js` has kept: digits, and a line's end where Enter was pressed after them. */
type EarlyDigits = Window & { readonly earlyDigits?: () => string };

/** Any camper by his bib number: type it, or B and a name. Where digits mean levels (`digits` false) the page has keys of its own and asks for it. */
export function BibSearch({ digits = true, card = false }: { digits?: boolean; card?: boolean }) {
  const dialog = useRef<HTMLDialogElement>(null);
  /** What was typed to open it; null while it is closed. */
  const [first, setFirst] = useState<string | null>(null);
  /** Whether Enter was pressed before the page could hear it. */
  const [pressed, setPressed] = useState(false);
  const awake = useAwake();

  useEffect(() => {
    const open = (typed: string): void => {
      setFirst(typed);
      dialog.current?.showModal();
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
    if (digits) {
      window.addEventListener('keydown', onKey);
      const early = (window as EarlyDigits).earlyDigits?.() ?? '';
      setPressed(early.includes('\n'));
      if (early !== '') open(early.split('\n')[0]!);
    }
    window.addEventListener('bib-search', onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('bib-search', onAsk);
    };
  }, [digits]);

  return (
    <dialog
      ref={dialog}
      data-awake={awake}
      aria-label="Find a camper"
      onClose={() => {
        setFirst(null);
        setPressed(false);
      }}
      className="m-auto w-[min(520px,92vw)] border-2 border-ink bg-paper p-0 text-ink backdrop:bg-ink/40"
    >
      {first !== null && <Finder first={first} pressed={pressed} card={card} />}
    </dialog>
  );
}

/** At most so many are listed; more letters make it fewer. */
const LISTED = 12;

function Finder({ first, pressed, card }: { first: string; pressed: boolean; card: boolean }) {
  // Asked for when the search is opened: a page stays as light as it is, however large the camp.
  const [campers, setCampers] = useState<readonly BibEntry[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [text, setText] = useState(first);
  /** Who is chosen with the arrows, by bib; null: whoever fits best. */
  const [chosen, setChosen] = useState<string | null>(null);
  /** Enter was pressed before the campers were there. */
  const [going, setGoing] = useState(pressed);
  useEffect(() => {
    askServer(z.array(bibEntrySchema), '/api/campers', { method: 'GET' })
      .then(setCampers)
      .catch((error: Error) => setProblem(error.message));
  }, []);
  const found = (campers ?? []).filter((c) =>
    /^\d+$/.test(text) ? String(c.bib).startsWith(text) : c.name.toLowerCase().includes(text.toLowerCase()),
  );
  const best = found.find((c) => String(c.bib) === text) ?? found[0];
  const target = found.find((c) => String(c.bib) === chosen) ?? best;
  const hrefOf = (c: BibEntry): string => (card ? `/campers/${c.bib}/card` : c.href);
  const href = target && hrefOf(target);
  useEffect(() => {
    if (going && href) window.location.href = href;
  }, [going, href]);
  return (
    <Command
      shouldFilter={false}
      label="Bib number or name"
      value={target ? String(target.bib) : ''}
      onValueChange={setChosen}
      onKeyDown={(event) => {
        if (event.key === 'Enter') setGoing(true);
      }}
    >
      <p aria-hidden="true" className="sign m-0 px-4 pt-3 text-lead text-soft">
        Bib number or name
      </p>
      <Command.Input
        autoFocus
        value={text}
        onValueChange={(now) => {
          setGoing(false);
          setChosen(null);
          setText(now);
        }}
        inputMode="numeric"
        className="sign tabular w-full bg-transparent px-4 pb-2 text-sign font-semibold outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-auto border-t border-rule" label="Campers found">
        {found.slice(0, LISTED).map((c) => (
          <Command.Item
            key={c.bib}
            value={String(c.bib)}
            onSelect={() => {
              window.location.href = hrefOf(c);
            }}
            className="grid min-h-[48px] cursor-pointer grid-cols-[56px_1fr_auto] items-center gap-3 px-4 data-[selected=true]:bg-wash data-[selected=true]:shadow-[inset_5px_0_var(--clay)]"
          >
            <b className="sign tabular text-head">{c.bib}</b>
            <span>{c.name}</span>
            <span className="text-small text-soft">{card ? '' : c.waits}</span>
          </Command.Item>
        ))}
        {found.length > LISTED && (
          <p className="m-0 px-4 py-2 text-small text-soft">{found.length - LISTED} more: go on typing.</p>
        )}
        {campers === null && problem === null && <p className="m-0 px-4 py-3 text-soft">Asking for the campers …</p>}
        {campers !== null && found.length === 0 && (
          <p className="m-0 px-4 py-3 text-soft">Nobody wears that bib. Check the number on the slate.</p>
        )}
      </Command.List>
      {problem !== null && <Alert className="m-0">{problem}</Alert>}
    </Command>
  );
}
