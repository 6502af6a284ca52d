import { useEffect, useRef, useState } from 'react';
import { frameIn, openOf } from './bench-selectors.ts';
import { FilmPlayer } from './film-player.ts';
import type { Film } from './types.ts';
import type { BenchControl, OpenFilm } from './bench-control.ts';

/** Opens the films given and closes those that are no longer wanted; each follows the frame that the bench names, before anything is drawn anew. */
export function useFilms(
  films: readonly Film[],
  { world, send, now, onChange }: Pick<BenchControl, 'world' | 'send' | 'now' | 'onChange'>,
): readonly OpenFilm[] {
  const able = films.filter((f) => world.timeOf(f) !== null);
  // The same films in the same order stay open, whatever else the bench has drawn anew.
  const kept = useRef(able);
  if (able.map((f) => f.id).join() !== kept.current.map((f) => f.id).join()) kept.current = able;
  const wanted = kept.current;
  const [open, setOpen] = useState<readonly OpenFilm[]>([]);
  useEffect(() => {
    const opened = wanted.map((film) => ({
      film,
      player: new FilmPlayer(`/api/clips/${film.id}/film`, film.frameTimes!, (words) => send({ type: 'problem', words })),
      time: world.timeOf(film)!,
    }));
    const follow = (): void => {
      const state = now();
      for (const known of openOf(world, state))
        opened.find((o) => o.film.id === known.film.id)?.player.show(frameIn(world, state, known));
    };
    follow();
    const stop = onChange(follow);
    setOpen(opened);
    return () => {
      stop();
      for (const o of opened) o.player.close();
    };
  }, [wanted, world, send, now, onChange]);
  return open;
}
