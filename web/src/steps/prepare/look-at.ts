import { eventName, type EventId, type ResolvedCheckpoint } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';

/** On which frame or in which span, from where, and how often. */
export function lookAt(c: ResolvedCheckpoint): string {
  const moment = c.span
    ? `in motion, from ${c.span.map((e) => eventName(e as EventId)).join(' to ')}`
    : `on the frame: ${eventName(c.event as EventId)}`;
  const views = c.views.map((v) => VIEW_NAMES[v].toLowerCase()).join(', ');
  return `${moment} · ${views}${c.of === 'set' ? ' · once for the whole set' : ''}`;
}
