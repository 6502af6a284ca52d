import pg from 'pg';
import { liveChangeSchema, type LiveChange } from '@stride-chalk/core';
import { databaseUrl } from './db/connect.ts';
import { log } from './log.ts';

/** Told of a change at a camp; null when changes may have been missed, so that everything is to be asked for again. */
type Hearer = (change: LiveChange | null) => void;

const hearers = new Map<string, Set<Hearer>>();
/** One connection of its own waits for what the triggers of the database tell; it is there while somebody hears. */
let listening: pg.Client | null = null;
let again: ReturnType<typeof setTimeout> | null = null;
const REST = 1_000;

const everybody = (): Hearer[] => [...hearers.values()].flatMap((s) => [...s]);

/** Tells those who follow a camp of a change that no row of the database shows. */
export function tellCamp(camp: string, change: LiveChange): void {
  for (const hear of hearers.get(camp) ?? []) hear(change);
}

/** What a message of the database says: the camp, what about, and of whom. */
export function readMessage(payload: string): { readonly camp: string; readonly change: LiveChange } | null {
  const [camp, about, camper = null] = payload.split(' ');
  const read = liveChangeSchema.safeParse({ about, camper });
  return camp && read.success ? { camp, change: read.data } : null;
}

async function listen(): Promise<void> {
  if (listening || hearers.size === 0) return;
  const client = new pg.Client({ connectionString: databaseUrl(), keepAlive: true });
  listening = client;
  const lost = (): void => {
    if (listening !== client) return;
    listening = null;
    void client.end().catch(() => undefined);
    if (hearers.size === 0) return;
    again = setTimeout(() => void listen(), REST);
  };
  client.on('error', lost);
  client.on('end', lost);
  client.on('notification', ({ payload = '' }) => {
    const said = readMessage(payload);
    if (said) tellCamp(said.camp, said.change);
  });
  try {
    await client.connect();
    await client.query('listen camp_changed');
    // Whoever heard before it was there may have missed something.
    for (const hear of everybody()) hear(null);
  } catch (error) {
    log.warn({ err: error }, 'changes cannot be followed just now');
    lost();
  }
}

/** Follows a camp until the answer is called. */
export function hearCamp(camp: string, hear: Hearer): () => void {
  const own = hearers.get(camp) ?? new Set<Hearer>();
  hearers.set(camp, own.add(hear));
  void listen();
  return () => {
    own.delete(hear);
    if (own.size === 0) hearers.delete(camp);
    if (hearers.size > 0) return;
    if (again) clearTimeout(again);
    const client = listening;
    listening = null;
    void client?.end().catch(() => undefined);
  };
}
