import { useEffect, useRef, useState } from 'react';
import type { StaffId } from '@stride-chalk/core';
import { FilmBox, NO_FILMS, type FilmNews, type SendFilm } from './film-box.ts';

/** Most pages have nothing to send: what sends is asked for when there is something. */
const bringLater: SendFilm = async (...film) => (await import('./bring-film.ts')).bringFilm(...film);

/** The films of this device. They are sent when nothing smaller waits. */
export function useFilms(staffId: StaffId, smallerWaits: boolean) {
  const [news, setNews] = useState<FilmNews>(NO_FILMS);
  const box = useRef<FilmBox | null>(null);
  const waits = useRef(smallerWaits);
  waits.current = smallerWaits;
  useEffect(() => {
    const made = new FilmBox(staffId, setNews, bringLater, () => waits.current);
    box.current = made;
    return () => made.stop();
  }, [staffId]);
  useEffect(() => {
    if (!smallerWaits) box.current?.hurry();
  }, [smallerWaits]);
  return { news, box };
}

/** Below so many films that still fit on the device its owner is told. */
const FEW = 20;
/** What a film takes before this device has made one, in bytes. */
const USUAL = 12_000_000;
const EVERY = 30_000;

/** How many films still fit on this device, where that is few; null where it is plenty, or the browser does not say. */
export function useRoom(films: Pick<FilmNews, 'bytes' | 'waiting'>): number | null {
  const [free, setFree] = useState<number | null>(null);
  const made = films.waiting.length;
  useEffect(() => {
    void made;
    const ask = (): void =>
      void navigator.storage?.estimate?.().then(
        ({ quota, usage }) => setFree(quota === undefined || usage === undefined ? null : quota - usage),
        () => undefined,
      );
    ask();
    const timer = setInterval(ask, EVERY);
    return () => clearInterval(timer);
  }, [made]);
  useEffect(() => {
    // What lies here is not thrown away by the browser when it runs short of room.
    if (made > 0) void navigator.storage?.persist?.().catch(() => false);
  }, [made]);
  if (free === null) return null;
  const each = made > 0 ? Math.max(1, films.waiting.reduce((sum, f) => sum + f.bytes.size, 0) / made) : USUAL;
  const fit = Math.floor(free / each);
  return fit < FEW ? fit : null;
}
