import { useEffect, useRef, useState } from 'react';
import type { TrayClip } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { partAround } from './tray-order.ts';
import { minutesInWords } from './tray-words.ts';

const [LEFT, RIGHT, LINE] = [8, 992, 18];

/** A film that runs on, small: where its clips are, and a clip of a delivery that was not found. */
export function WholeFilm({
  clip,
  parts,
  onCutOut,
  onLeave,
}: {
  clip: TrayClip;
  /** The clips of the film. */
  parts: readonly TrayClip[];
  onCutOut: (range: { readonly from: number; readonly to: number }) => void;
  onLeave: () => void;
}) {
  const film = useRef<HTMLVideoElement>(null);
  const lasts = clip.overview ?? 1;
  const [at, setAt] = useState(clip.part ? (clip.part.from + clip.part.to) / 2 : 0);
  const x = (seconds: number): number => LEFT + ((RIGHT - LEFT) * Math.min(seconds, lasts)) / lasts;
  const go = (seconds: number): void => {
    const to = Math.max(0, Math.min(lasts, seconds));
    setAt(to);
    if (film.current) film.current.currentTime = to;
  };
  const latest = useRef({ at, go, onCutOut });
  latest.current = { at, go, onCutOut };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (by === undefined && event.key !== 'Enter') return;
      if (event.key === 'Enter' && event.target instanceof Element && event.target.closest('[data-testid=whole-film] button'))
        return;
      event.preventDefault();
      const now = latest.current;
      if (by !== undefined) now.go(now.at + by * (event.shiftKey ? 30 : 1));
      else if (!event.repeat) now.onCutOut(partAround(now.at, lasts, clip));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [lasts, clip]);
  const cut = partAround(at, lasts, clip);
  return (
    <div className="px-2 pb-2" data-testid="whole-film">
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <video
          ref={film}
          src={`/api/clips/${clip.id}/overview`}
          muted
          playsInline
          preload="auto"
          className="block h-[230px] max-w-full bg-ink"
          onLoadedMetadata={(e) => {
            e.currentTarget.currentTime = at;
          }}
        />
        <p className="m-0 flex flex-1 flex-wrap content-center items-center gap-2 text-note" role="status">
          <span className="w-full">
            <b className="tabular text-lead">{minutesInWords(at)}</b> of {minutesInWords(lasts)}
          </span>
          <Action onClick={() => go(at - 1)}>
            <kbd>←</kbd> 1 s
          </Action>
          <Action onClick={() => go(at + 1)}>
            <kbd>→</kbd> 1 s
          </Action>
          <span className="text-small text-soft">
            <kbd>Shift</kbd> 30 s
          </span>
          <Action main onClick={() => onCutOut(cut)}>
            The release is here: make a clip <kbd>Enter</kbd>
          </Action>
          <Action onClick={onLeave}>
            Leave it <kbd>Esc</kbd>
          </Action>
        </p>
      </div>
      <svg
        viewBox="0 0 1000 40"
        preserveAspectRatio="none"
        className="block h-[40px] w-full"
        role="img"
        aria-label={`${parts.length} clips of this film`}
      >
        <path d={`M${LEFT} ${LINE}H${RIGHT}`} stroke="var(--track)" vectorEffect="non-scaling-stroke" strokeWidth="8" />
        {parts.map(
          (p) =>
            p.part && (
              <path
                key={p.id}
                d={`M${x(p.part.from)} ${LINE}H${x(p.part.to)}`}
                stroke="var(--ink)"
                vectorEffect="non-scaling-stroke"
                strokeWidth="8"
              />
            ),
        )}
        <path
          d={`M${x(cut.from)} ${LINE}H${x(cut.to)}`}
          stroke="var(--clay)"
          vectorEffect="non-scaling-stroke"
          strokeWidth="14"
          strokeOpacity="0.5"
        />
        <path d={`M${x(at)} 2V36`} stroke="var(--clay)" vectorEffect="non-scaling-stroke" strokeWidth="3" />
        <rect
          {...{ x: 0, y: 0, width: 1000, height: 40, fill: 'transparent', className: 'cursor-pointer' }}
          onClick={(e) => {
            const box = e.currentTarget.getBoundingClientRect();
            go((lasts * ((1000 * (e.clientX - box.left)) / box.width - LEFT)) / (RIGHT - LEFT));
          }}
        />
      </svg>
    </div>
  );
}
