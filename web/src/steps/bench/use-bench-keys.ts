import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { FIGURE_RECIPES } from '@stride-chalk/core';
import { commandFor, contextOf, type Command } from './key-table.ts';
import { OFFERED } from './moments.ts';
import type { BenchControl } from './use-bench.ts';
import type { BenchProps } from './types.ts';

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) || target.closest('dialog') !== null);

/** The keyboard of the bench: the key table says what a key asks for, and nothing else hears it then. */
export function useBenchKeys(bench: BenchControl, props: BenchProps): void {
  const latest = useRef({ bench, props });
  latest.current = { bench, props };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || inField(event.target)) return;
      if (event.target instanceof HTMLButtonElement && (event.key === 'Enter' || event.key === ' ')) return;
      if (event.target instanceof HTMLAnchorElement && event.key === 'Enter') return;
      const { bench: b, props: p } = latest.current;
      const command = commandFor(contextOf(b.layer, b.task), event);
      if (!command) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      // Holding a key takes back one entry, never a row of them.
      if (event.repeat && ['undo', 'redo', 'level', 'mark', 'place', 'fault'].includes(command.do)) return;
      // Drawn before the next key is heard, so that a fast hand never answers a question that is already past.
      flushSync(() => carryOut(command, b, p));
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}

/** The neighbour of one of a list, held at its ends. */
const beside = <T>(all: readonly T[], at: number, by: number): T | undefined =>
  all[Math.max(0, Math.min(all.length - 1, at + by))];

function carryOut(c: Command, b: BenchControl, p: BenchProps): void {
  switch (c.do) {
    case 'step':
      if (b.active) b.moveTo(b.active, b.frameIn(b.active) + c.by);
      return;
    case 'play':
      return b.setPlaying(!b.playing);
    case 'otherView':
      return b.setViewInHand((b.viewInHand + 1) % 2);
    case 'toFrame':
      return b.turn('askFrame');
    case 'delivery': {
      const count = Math.max(1, p.deliveries.length);
      return b.chooseDelivery((b.deliveryIndex + count + c.by) % count);
    }
    case 'camper': {
      const href = c.by === 1 ? p.next?.href : p.previous;
      if (href) window.location.href = href;
      return;
    }
    case 'task':
      return b.startTask(c.task);
    case 'choose':
      return choose(b, c.by);
    case 'mark':
      return b.mark(c.between);
    case 'unmark':
      if (b.active) b.entries.enter({ kind: 'unmark', clipId: b.active.film.id, event: b.event });
      return;
    case 'measure':
      return b.measure(b.figure);
    case 'level':
      return b.score(c.level);
    case 'noLevel':
      return b.say(`${c.digit} is no level: 0 to 3, or N. For a bib press B first; U takes back what was entered.`);
    case 'askFault':
      if (b.checkpoint && b.delivery && b.shown(b.delivery.id, b.checkpoint.id)) b.turn('askFault');
      return;
    case 'askNote':
      return b.turn('askNote');
    case 'pass':
      if (b.delivery && b.checkpoint) b.advance({ deliveryId: b.delivery.id, checkpoint: b.checkpoint.id });
      return;
    case 'fault': {
      const fault = b.checkpoint?.faults[c.index];
      if (fault) b.fault(fault.code, c.more);
      return;
    }
    case 'nudge':
      return b.nudge(c.x, c.y, c.fine);
    case 'place':
      return b.placePoint();
    case 'pointBefore':
      if (b.inHand && b.inHand.index > 0) b.takePoint(b.inHand.queue, b.inHand.index - 1);
      return;
    case 'close':
      return b.turn('done');
    case 'keys':
      return b.turn(b.layer === 'keys' ? 'done' : 'showKeys');
    case 'undo':
      return b.takeBack('undo');
    case 'redo':
      return b.takeBack('redo');
    case 'findBib':
      window.dispatchEvent(new Event('bib-search'));
      return;
    case 'writeUp':
      window.location.href = `/handouts/${p.camper.bib}`;
  }
}

function choose(b: BenchControl, by: 1 | -1): void {
  if (b.task === 'keyFrames') return b.pickEvent(beside(OFFERED, OFFERED.indexOf(b.event), by)!);
  if (b.task === 'figures') {
    const at = FIGURE_RECIPES.findIndex((r) => r.id === b.figure);
    return b.setFigure(beside(FIGURE_RECIPES, at, by)!.id);
  }
  const at = b.asked.findIndex((c) => c.id === b.checkpoint?.id);
  b.pickCheckpoint(beside(b.asked, at, by)?.id ?? null);
}
