import { DeviceTrouble } from '../../parts/DeviceTrouble.tsx';
import type { BenchControl } from './bench-control.ts';

/** The keys of the task in hand, and whether everything is saved. */
export function BenchFoot({ bench }: { bench: BenchControl }) {
  const { news, state } = bench;
  const isKept = news.writing === 0;
  const text = !news.open
    ? 'Opening …'
    : news.waiting === 0
      ? news.refused.length === 0
        ? 'All saved'
        : `${news.refused.length} not taken`
      : isKept && news.signedOut
        ? `${news.waiting} kept here until you sign in again`
        : isKept && news.offline
          ? `${news.waiting} kept here, sent when the server answers`
          : 'Saving …';
  return (
    <div className="flex min-h-[46px] flex-wrap items-center justify-between gap-x-3 border-t-2 border-ink px-[18px] py-2 text-fine text-soft">
      <span>
        {state.layer === 'joints' ? (
          <>
            <kbd>↵</kbd> they lie right · <kbd>⇥</kbd> choose one · <kbd>Esc</kbd> stop
          </>
        ) : state.chalk ? (
          <>
            <kbd>↵</kbd> set a point · <kbd>⌫</kbd> the one before · <kbd>Del</kbd> take off · <kbd>Esc</kbd> stop
          </>
        ) : state.task === 'keyFrames' ? (
          <>
            <kbd>↵</kbd> mark, or confirm · <kbd>⇧</kbd>
            <kbd>↵</kbd> between two · <kbd>↑</kbd>
            <kbd>↓</kbd> choose
          </>
        ) : state.task === 'figures' ? (
          <>
            <kbd>↵</kbd> measure · <kbd>↑</kbd>
            <kbd>↓</kbd> choose
          </>
        ) : state.layer === 'fault' ? (
          <>
            <kbd>A</kbd>–<kbd>H</kbd> what was seen · <kbd>⇧</kbd> more · <kbd>Esc</kbd> pass
          </>
        ) : (
          <>
            <kbd>0</kbd>–<kbd>3</kbd> level · <kbd>N</kbd> not visible · <kbd>F</kbd> fault · <kbd>M</kbd> note
          </>
        )}
      </span>
      <b
        role="status"
        data-testid="saved"
        data-waiting={news.open ? news.waiting + news.refused.length : undefined}
        className={
          text === 'All saved' ? 'text-grass' : news.offline || news.refused.length > 0 ? 'care-band px-2 text-ink' : 'text-soft'
        }
      >
        {text}
        {news.signedOut && news.waiting > 0 && (
          <>
            {' '}
            <a href={`/sign-in?go=${encodeURIComponent(window.location.pathname)}`}>Sign in</a>
          </>
        )}
      </b>
      <DeviceTrouble news={news} />
    </div>
  );
}
