import { useEffect, useMemo, useRef, useState } from 'react';
import { createStore } from '@xstate/store';
import { useSelector } from '@xstate/store-react';
import type { Entry, Recorded } from '@stride-chalk/core';
import { ENTRIES, NOTHING_KNOWN, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import type { BenchAction } from './bench-actions.ts';
import { transition } from './bench-machine.ts';
import { filmsOf } from './bench-selectors.ts';
import { initialState, type BenchState } from './bench-state.ts';
import { benchWorld } from './bench-world.ts';
import type { BenchControl } from './bench-control.ts';
import type { BenchProps } from './types.ts';
import { useFilms } from './use-films.ts';

/** The machine in a store: what an action entered is kept in the browser and sent before anything else happens. */
function benchStore(props: BenchProps) {
  const world = benchWorld(props, globalThis.matchMedia?.('(prefers-reduced-motion: reduce)').matches ?? false);
  let keep = (_: Entry): void => undefined;
  const store = createStore({
    context: initialState(world, props),
    on: {
      did(state: BenchState, { action }: { action: BenchAction }) {
        const { state: after, send } = transition(world, state, action);
        for (const entry of send) keep(entry);
        return after;
      },
    },
  });
  return {
    world,
    store,
    send: (action: BenchAction): void => store.send({ type: 'did', action }),
    now: (): BenchState => store.getSnapshot().context,
    onChange(listen: (state: BenchState) => void): () => void {
      const told = store.subscribe((snapshot) => listen(snapshot.context));
      return () => told.unsubscribe();
    },
    keepIn(outbox: Pick<Outbox<Entry>, 'add'>): void {
      keep = (entry) => outbox.add(entry);
    },
  };
}

/** The bench of one camper. */
export function useBench(props: BenchProps): BenchControl {
  const [bench] = useState(() => benchStore(props));
  const [news, setNews] = useState<OutboxNews<Entry>>(NOTHING_KNOWN);
  const state = useSelector(bench.store, (snapshot) => snapshot.context);
  const box = useRef<Outbox<Entry, Recorded> | null>(null);
  useEffect(() => {
    const outbox = new Outbox<Entry, Recorded>(ENTRIES, props.staff.id, setNews, (_, answer) => {
      if (answer?.stands) bench.send({ type: 'stands', ...answer.stands });
    });
    box.current = outbox;
    bench.keepIn(outbox);
    let here = true;
    void outbox.opened.then(() => here && bench.send({ type: 'arrived', entries: outbox.pending().map((w) => w.entry) }));
    return () => {
      here = false;
      outbox.stop();
    };
  }, [bench, props.staff.id]);
  const { world, send, now, onChange } = bench;
  const control = useMemo(() => ({ world, send, now, onChange }), [world, send, now, onChange]);
  const open = useFilms(filmsOf(world, state), control);
  const refused = useMemo(
    () => ({ retry: (id: string) => box.current?.retry(id), drop: (id: string) => box.current?.drop(id) }),
    [],
  );
  const [drawn] = useState<Set<string>>(() => new Set());
  return { ...control, state, open, drawn, news, refused };
}
