import { useEffect, useMemo, useState } from 'react';
import { frameTimebase, type FrameTimebase } from '@stride-chalk/core';
import { FilmPlayer } from './film-player.ts';
import type { Film } from './types.ts';

export interface OpenFilm {
  readonly film: Film;
  readonly player: FilmPlayer;
  readonly time: FrameTimebase;
}

/** Opens the films given and closes those that are no longer wanted. */
export function useFilms(films: readonly Film[], onProblem: (message: string) => void): readonly OpenFilm[] {
  const key = films
    .filter((f) => f.state === 'ready' && f.frameTimes)
    .map((f) => f.id)
    .join(' ');
  const wanted = useMemo(() => films.filter((f) => f.state === 'ready' && f.frameTimes), [key]);
  const [open, setOpen] = useState<readonly OpenFilm[]>([]);
  useEffect(() => {
    const opened = wanted.map((film) => ({
      film,
      player: new FilmPlayer(`/api/clips/${film.id}/film`, film.frameTimes!, onProblem),
      time: frameTimebase(film.frameTimes!, film.captureScale),
    }));
    setOpen(opened);
    return () => {
      for (const o of opened) o.player.close();
    };
  }, [wanted]);
  return open;
}
