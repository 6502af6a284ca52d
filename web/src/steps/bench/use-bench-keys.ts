import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { v7 } from 'uuid';
import type { BenchAction } from './bench-actions.ts';
import { beside } from './bench-machine.ts';
import { checkpointOf } from './bench-selectors.ts';
import { commandFor, contextOf, type Command } from './key-table.ts';
import type { BenchControl } from './bench-control.ts';
import type { BenchProps } from './types.ts';

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) || target.closest('dialog') !== null);

/** What enters something, or takes it back. */
const ENTRIES: ReadonlySet<BenchAction['type']> = new Set([
  'takeBack',
  'level',
  'mark',
  'unmarkFilm',
  'place',
  'pass',
  'confirmSure',
  'confirmJoints',
  'dropStroke',
]);
const isEntry = (c: Command): boolean =>
  c.do === 'fault' || c.do === 'phase' || c.do === 'draw' || (c.do === 'send' && ENTRIES.has(c.action.type));

/** The keyboard of the bench: the key table says what a key asks for, and nothing else hears it then. */
export function useBenchKeys(bench: BenchControl, props: BenchProps): void {
  const latest = useRef({ bench, props });
  latest.current = { bench, props };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || inField(event.target)) return;
      const onButton = event.target instanceof Element && event.target.closest('button, [role=button]') !== null;
      if (onButton && (event.key === 'Enter' || event.key === ' ')) return;
      if (event.target instanceof HTMLAnchorElement && event.key === 'Enter') return;
      const { bench: b, props: p } = latest.current;
      const { layer, task } = b.now();
      const command = commandFor(contextOf(layer, task), event);
      if (!command) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      // Holding a key takes back one entry, never a row of them.
      if (event.repeat && isEntry(command)) return;
      // Drawn before the next key is heard, so that a fast hand never answers a question that is already past.
      flushSync(() => carryOut(command, b, p));
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}

function carryOut(c: Command, b: BenchControl, p: BenchProps): void {
  const { world, send } = b;
  const state = b.now();
  switch (c.do) {
    case 'send':
      return send(c.action);
    case 'play':
      return send({ type: 'play', on: !state.playing });
    case 'delivery': {
      const count = Math.max(1, world.deliveries.length);
      return send({ type: 'delivery', index: (state.deliveryIndex + count + c.by) % count });
    }
    case 'camper': {
      const href = c.by === 1 ? p.next?.href : p.previous;
      if (href) window.location.href = href;
      return;
    }
    case 'choose': {
      const chosen = beside(world, state, c.by);
      if (chosen) send(chosen);
      return;
    }
    case 'draw':
      return send({ type: 'draw', end: c.end, stroke: v7() });
    case 'phase':
      return send({ type: 'acceptPhase', drawn: b.drawn });
    case 'measure':
      return send({ type: 'measure', figure: state.figure });
    case 'fault': {
      const fault = checkpointOf(world, state)?.faults[c.index];
      if (fault) send({ type: 'fault', code: fault.code, more: c.more });
      return;
    }
    case 'keys':
      return send({ type: 'layer', on: state.layer === 'keys' ? 'done' : 'showKeys' });
    case 'findBib':
      window.dispatchEvent(new Event('bib-search'));
      return;
    case 'writeUp':
      if (p.blind) return send({ type: 'say', words: 'It is written up when everybody who scores it has finished.' });
      window.location.href = `/handouts/${p.camper.bib}`;
  }
}
