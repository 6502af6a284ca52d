import { useEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { FIGURE_RECIPES } from '@stride-chalk/core';
import { OFFERED } from './moments.ts';
import type { BenchControl } from './use-bench.ts';
import type { BenchProps } from './types.ts';

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) || target.closest('dialog') !== null);

/** Every action of the bench on the keyboard. Handled keys are kept from the page. */
export function useBenchKeys(bench: BenchControl, props: BenchProps): void {
  const latest = useRef({ bench, props });
  latest.current = { bench, props };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || inField(event.target)) return;
      if (event.target instanceof HTMLButtonElement && (event.key === 'Enter' || event.key === ' ')) return;
      if (event.target instanceof HTMLAnchorElement && event.key === 'Enter') return;
      const { bench: b, props: p } = latest.current;
      // Drawn before the next key is heard, so that a fast hand never answers a question that is already past.
      const handled = flushSync(
        () => (b.inHand && pointKey(b, event)) || (b.asking && faultKey(b, event)) || taskKey(b, event) || commonKey(b, p, event),
      );
      if (handled) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function pointKey(b: BenchControl, { key, shiftKey }: KeyboardEvent): boolean {
  const arrow = ARROWS[key];
  if (arrow) b.nudge(arrow[0], arrow[1], shiftKey);
  else if (key === 'Enter') b.placePoint();
  else if (key === 'Escape') b.setInHand(null);
  else if (key === 'Backspace' && b.inHand!.index > 0) b.takePoint(b.inHand!.queue, b.inHand!.index - 1);
  else return false;
  return true;
}

function faultKey(b: BenchControl, { key, shiftKey, code }: KeyboardEvent): boolean {
  if (key === 'Escape' || key === 'Enter') {
    if (b.delivery && b.checkpoint) b.advance({ deliveryId: b.delivery.id, checkpoint: b.checkpoint.id });
    return true;
  }
  const letter = /^Key([A-H])$/.exec(code)?.[1] ?? (/^[a-h]$/i.test(key) ? key.toUpperCase() : null);
  const fault = letter ? b.checkpoint?.faults['ABCDEFGH'.indexOf(letter)] : undefined;
  if (!fault) return false;
  b.fault(fault.code, shiftKey);
  return true;
}

function taskKey(b: BenchControl, { key, shiftKey }: KeyboardEvent): boolean {
  const step = key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0;
  if (b.task === 'keyFrames') {
    if (key === 'Enter') b.mark(shiftKey);
    else if (key === 'Delete' && b.active) b.entries.enter({ kind: 'unmark', clipId: b.active.film.id, event: b.event });
    else if (step !== 0) b.pickEvent(OFFERED[Math.max(0, Math.min(OFFERED.length - 1, OFFERED.indexOf(b.event) + step))]!);
    else return false;
    return true;
  }
  if (b.task === 'figures') {
    if (key === 'Enter') b.measure(b.figure);
    else if (step !== 0)
      b.setFigure(
        FIGURE_RECIPES[
          Math.max(0, Math.min(FIGURE_RECIPES.length - 1, FIGURE_RECIPES.findIndex((r) => r.id === b.figure) + step))
        ]!.id,
      );
    else return false;
    return true;
  }
  if (/^[0-3]$/.test(key)) b.score(Number(key) as 0 | 1 | 2 | 3);
  else if (key === 'n' || key === 'N') b.score('NV');
  else if (key === 'f' && b.checkpoint && b.delivery && b.shown(b.delivery.id, b.checkpoint.id)) b.setAsking(true);
  else if (key === 'm') b.setNoteOpen(true);
  else if (step !== 0) {
    const i = b.asked.findIndex((c) => c.id === b.checkpoint?.id);
    b.pickCheckpoint(b.asked[Math.max(0, Math.min(b.asked.length - 1, i + step))]?.id ?? null);
  } else return false;
  return true;
}

function commonKey(b: BenchControl, p: BenchProps, { key, shiftKey }: KeyboardEvent): boolean {
  switch (key) {
    case 'ArrowLeft':
    case 'ArrowRight':
      if (b.active) b.moveTo(b.active, b.frameIn(b.active) + (key === 'ArrowRight' ? 1 : -1) * (shiftKey ? 10 : 1));
      return true;
    case ' ':
      b.setPlaying(!b.playing);
      return true;
    case 'j':
      b.setJumping(true);
      return true;
    case 'v':
      b.setViewInHand((b.viewInHand + 1) % 2);
      return true;
    case 'k':
      b.startTask('keyFrames');
      return true;
    case 'l':
      b.startTask('levels');
      return true;
    case 'x':
      b.startTask('across');
      return true;
    case 'g':
      b.startTask('figures');
      return true;
    case 'd':
    case 'D':
      b.chooseDelivery((b.deliveryIndex + (shiftKey ? p.deliveries.length - 1 : 1)) % Math.max(1, p.deliveries.length));
      return true;
    case 'u':
      b.entries.undo();
      return true;
    case 'w':
      window.location.href = `/handouts/${p.camper.bib}`;
      return true;
    case 'PageDown':
      if (p.next) window.location.href = p.next.href;
      return true;
    case 'PageUp':
      if (p.previous) window.location.href = p.previous;
      return true;
    case 'Enter':
      if (b.task !== 'levels') return false;
      b.startTask('levels');
      return true;
    default:
      return false;
  }
}
