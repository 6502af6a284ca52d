import type { Entry } from '@stride-chalk/core';
import type { OutboxNews } from '../../parts/outbox.ts';
import type { BenchAction } from './bench-actions.ts';
import type { BenchState } from './bench-state.ts';
import type { BenchWorld } from './bench-world.ts';
import type { Known } from './types.ts';
import type { FilmPlayer } from './film-player.ts';

/** A film on the screen with its player. */
export interface OpenFilm extends Known {
  readonly player: FilmPlayer;
}

/** What the panels get: the state, what does not change, and the one way to change something. */
export interface BenchControl {
  readonly world: BenchWorld;
  readonly state: BenchState;
  readonly send: (action: BenchAction) => void;
  /** The state as it is now, for what happens between two drawings. */
  readonly now: () => BenchState;
  /** Told of every change before it is drawn. Returns how to stop it. */
  readonly onChange: (listen: (state: BenchState) => void) => () => void;
  /** The films on the screen with their players. */
  readonly open: readonly OpenFilm[];
  /** Every frame that has been on the screen since the bench was opened, by `drawnKey`. */
  readonly drawn: Set<string>;
  readonly news: OutboxNews<Entry>;
  /** What is done with an entry that the server has not taken. */
  readonly refused: { readonly retry: (id: string) => void; readonly drop: (id: string) => void };
}
