import { Action } from '../../parts/Action.tsx';
import { Alert } from '../../parts/Alert.tsx';
import type { FilmNews } from '../../parts/film-box.ts';
import type { OutboxNews } from '../../parts/outbox.ts';
import { safetyInWords } from '../../parts/safety.ts';

/** In one sentence what of this phone is safe, and where, at the head of a page of the field. */
export function Waits({
  news,
  called,
  films,
}: {
  news: OutboxNews<unknown>;
  called: readonly [string, string];
  films: FilmNews;
}) {
  const { waiting, refused, unkept } = news;
  const open = news.open && films.open;
  const waits = waiting + refused.length + films.waiting.length + films.refused.length;
  const notSafe = films.unkept > 0 || (unkept && waits > 0);
  return (
    <p
      data-testid="waiting"
      data-waiting={waits}
      data-open={open}
      data-writing={news.writing}
      role="status"
      className={`m-0 text-note font-semibold leading-tight ${notSafe ? 'care-band w-full px-3 py-2' : waits > 0 ? 'w-full border-2 border-ink px-2 py-1' : 'text-grass'}`}
    >
      {fieldSafety(news, films, called)}
    </p>
  );
}

/** The same sentence, for a screen that lies over the page. Nothing is called safe before both what is small and the films of this phone are known. */
export const fieldSafety = (
  news: Pick<OutboxNews<unknown>, 'open' | 'waiting' | 'writing' | 'refused' | 'unkept' | 'offline' | 'signedOut'>,
  films: FilmNews,
  called: readonly [string, string] = ['count', 'counts'],
): string =>
  news.open && films.open
    ? safetyInWords({
        ...{ small: news.waiting, writing: news.writing, called, films: films.waiting.length },
        ...{ unkeptFilms: films.unkept, unkept: news.unkept, refused: news.refused.length + films.refused.length },
        ...{ offline: news.offline || films.offline, signedOut: news.signedOut || films.signedOut, share: films.share },
      })
    : 'Looking what waits on this phone …';

/** Says that nothing is sent before somebody signs in again. */
export function SignedOut({ go }: { go: '/check-in' | '/mound' }) {
  return (
    <Alert className="mt-2 flex items-center gap-3">
      You are signed out. What waits on this phone is sent when you sign in again.
      <Action href={`/sign-in?go=${go}`} className="whitespace-nowrap bg-paper">
        Sign in
      </Action>
    </Alert>
  );
}
