import { useEffect, useMemo, useState } from 'react';
import { createStore } from '@xstate/store';
import { useSelector } from '@xstate/store-react';
import type { Entry } from '@stride-chalk/core';
import { ENTRIES, Outbox, type OutboxNews } from '../../parts/outbox.ts';
import { transition, type BenchAction } from './bench-machine.ts';
import { filmsOf } from './bench-selectors.ts';
import { initialState, type BenchState } from './bench-state.ts';
import { benchWorld } from './bench-world.ts';
import type { BenchControl } from './bench-control.ts';
import type { BenchProps } from './types.ts';
import { useFilms } from './use-films.ts';

const NOT_OPEN: OutboxNews<Entry> = { open: false, waiting: 0, offline: false, signedOut: false, refused: null };

/** The machine in a store: what an action entered is kept in the browser and sent before anything else happens. */
function benchStore(props: BenchProps) {
  const world = benchWorld(props);
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
  const [news, setNews] = useState(NOT_OPEN);
  const state = useSelector(bench.store, (snapshot) => snapshot.context);
  useEffect(() => {
    const outbox = new Outbox<Entry>(ENTRIES, props.staff.id, setNews);
    bench.keepIn(outbox);
    bench.send({ type: 'arrived', entries: outbox.pending().map((w) => w.entry) });
    return () => outbox.stop();
  }, [bench, props.staff.id]);
  const { world, send, now, onChange } = bench;
  const control = useMemo(() => ({ world, send, now, onChange }), [world, send, now, onChange]);
  const open = useFilms(filmsOf(world, state), control);
  return { ...control, state, open, news };
}
