import { liveChangeSchema, type LiveChange } from '@stride-chalk/core';
import { pageCamp } from './page-camp.ts';

/** Told of a change at the camp; null when changes may have been missed. */
type Hearer = (change: LiveChange | null) => void;

const hearers = new Set<Hearer>();
let stream: EventSource | null = null;
/** A stream that the server has refused (signed out, away) is asked for again after a rest, in milliseconds. */
const REST = 20_000;
let again: ReturnType<typeof setTimeout> | null = null;
let watching = false;
/** The stream was lost, and whoever hears has been told. When it is there again, the server says that something may have been missed. */
let lost = false;

const tell = (change: LiveChange | null): void => {
  for (const hear of hearers) hear(change);
};

function close(): void {
  if (again) clearTimeout(again);
  again = null;
  stream?.close();
  stream = null;
}

function open(): void {
  const camp = pageCamp();
  if (stream || camp === null || hearers.size === 0 || document.hidden) return;
  const made = new EventSource(`/api/live?camp=${camp}`);
  stream = made;
  made.addEventListener('changed', (event) => {
    const read = liveChangeSchema.safeParse(JSON.parse((event as MessageEvent<string>).data));
    if (read.success) tell(read.data);
  });
  made.addEventListener('missed', () => tell(null));
  made.onopen = () => {
    lost = false;
  };
  made.onerror = () => {
    // What the server has is asked for at once, so that the page knows whether it is still there.
    if (!lost) tell(null);
    lost = true;
    if (made.readyState !== EventSource.CLOSED) return;
    close();
    again = setTimeout(open, REST);
  };
}

/** One stream for the whole page, and only while somebody looks at it: a browser has few connections to one server. */
function watch(): void {
  if (watching) return;
  watching = true;
  document.addEventListener('visibilitychange', () => {
    if (document.hidden) return close();
    open();
    tell(null);
  });
  window.addEventListener('offline', () => tell(null));
  window.addEventListener('online', () => {
    close();
    open();
    tell(null);
  });
}

/** Hears what changes at the camp until the answer is called. */
export function hearLive(hear: Hearer): () => void {
  hearers.add(hear);
  watch();
  open();
  return () => {
    hearers.delete(hear);
    if (hearers.size === 0) close();
  };
}
