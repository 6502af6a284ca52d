import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { Progress } from '../../parts/Progress.tsx';
import { MoveFilm } from './MoveFilm.tsx';
import type { FilmPlace, SortClip } from './types.ts';

/** A film that was taken in: its state, a frame of it, the rate it was filmed at. */
export function ClipCard({
  clip,
  shown,
  name,
  place,
  onMove,
  onRemove,
  onRescale,
  onAgain,
  asked,
  onConfirm,
  onLeave,
}: {
  clip: SortClip;
  /** False without a consent in force: then no picture of it is shown. */
  shown: boolean;
  name: string;
  /** Where it is now. */
  place: FilmPlace;
  onMove: (to: FilmPlace) => void;
  onRemove: () => void;
  onRescale: (k: number) => void;
  /** Tries a film once more that has failed. */
  onAgain: () => void;
  /** A change of rate that touches marked key frames. */
  asked: { readonly captureScale: number; readonly words: string } | null;
  onConfirm: (k: number) => void;
  onLeave: () => void;
}) {
  const [moving, setMoving] = useState(false);
  const main = clip.view === 'openSide' || clip.view === 'front';
  const share = clip.state === 'ready' ? 1 : clip.state === 'copying' ? 0.3 + 0.7 * clip.progress : 0.15;
  return (
    <div
      className={`grid content-start border border-rule bg-paper ${main ? 'row-span-2 grid-rows-[auto_200px_auto_auto]' : 'grid-rows-[auto_90px_auto_auto]'}`}
      data-testid={`clip-${clip.view}`}
      data-state={clip.state}
    >
      <p className="sign m-0 flex justify-between px-3 py-[6px] text-lead font-semibold">
        {name}
        {clip.state === 'ready' && <span className="text-grass">ready</span>}
      </p>
      {clip.state === 'ready' && !shown ? (
        <p className="m-0 grid place-items-center bg-wash px-3 text-small text-soft">closed</p>
      ) : clip.state === 'ready' ? (
        <img
          src={`/api/clips/${clip.id}/frames/${Math.floor((clip.frames ?? 2) / 2)}`}
          alt={`${name}, a frame from the middle`}
          loading="lazy"
          className="h-full w-full object-cover"
        />
      ) : clip.state === 'failed' ? (
        <div role="alert" className="grid content-center justify-items-start gap-2 bg-wash px-4">
          <span className="text-small font-semibold">{clip.problem}</span>
          <Action main onClick={onAgain}>
            Try again
          </Action>
        </div>
      ) : (
        <div className="grid content-center gap-2 bg-wash px-4">
          <span className="text-small">
            {clip.state === 'checking' ? 'Every frame is checked' : `Copy for the bench, ${Math.round(100 * clip.progress)} %`}
          </span>
          <Progress share={share} label={`${name} in work`} />
        </div>
      )}
      {clip.slateBib !== null && !moving && (
        <div role="alert" className="border-t border-rule bg-wash px-3 py-2 text-small">
          <p className="m-0 font-semibold">The slate in this film says bib {clip.slateBib}.</p>
          <div className="mt-1">
            <Action main onClick={() => setMoving(true)}>
              Move it to bib {clip.slateBib}
            </Action>
          </div>
        </div>
      )}
      {asked && (
        <div role="alert" className="border-t border-rule px-3 py-2 text-small">
          <p className="m-0 font-semibold">{asked.words}</p>
          <div className="mt-1 flex flex-wrap gap-2">
            <Action main onClick={() => onConfirm(asked.captureScale)}>
              Change it
            </Action>
            <Action onClick={onLeave}>Leave it</Action>
          </div>
        </div>
      )}
      {!asked && clip.captureKnown === 'open' && clip.rate && (
        <div className="border-t border-rule px-3 py-2 text-small" role="group" aria-label={`${name}: real time or slow motion?`}>
          <p className="m-0 font-semibold">
            {Math.round(clip.rate)} frames a second: real time, or slow motion? Times are measured when you have said so.
          </p>
          <div className="mt-1 flex flex-wrap gap-2">
            {[1, 4, 8].map((k) => (
              <Action key={k} className="!px-3" onClick={() => onRescale(k)}>
                {k === 1 ? 'Real time' : `Filmed at ${Math.round(clip.rate! * k)}/s`}
              </Action>
            ))}
          </div>
        </div>
      )}
      {moving && (
        <MoveFilm
          name={name}
          from={clip.slateBib === null ? place : { ...place, bib: clip.slateBib }}
          onMove={(to) => {
            setMoving(false);
            onMove(to);
          }}
          onLeave={() => setMoving(false)}
        />
      )}
      <div className="flex min-h-[44px] flex-wrap items-center justify-between gap-1 px-3 py-1 text-fine text-soft">
        <span className="truncate" title={clip.fileName}>
          {clip.frames ? `${clip.frames} frames` : clip.fileName}
        </span>
        {clip.rate && (
          <label>
            filmed at{' '}
            <select
              aria-label={`${name}: filmed at`}
              value={clip.captureScale}
              onChange={(e) => onRescale(Number(e.target.value))}
              className="border border-soft bg-paper max-[900px]:min-h-[48px]"
            >
              {[...new Set([1, 2, 4, 8, clip.captureScale])]
                .sort((a, b) => a - b)
                .map((k) => (
                  <option key={k} value={k}>
                    {Math.round(clip.rate! * k)}/s
                  </option>
                ))}
            </select>
          </label>
        )}
        <button
          type="button"
          onClick={() => setMoving(!moving)}
          className="border-0 bg-transparent p-1 underline max-[900px]:min-h-[48px] max-[900px]:px-3"
          aria-expanded={moving}
          aria-label={`Move ${name}`}
        >
          move
        </button>
        <button
          type="button"
          onClick={onRemove}
          className="border-0 bg-transparent p-1 underline max-[900px]:min-h-[48px] max-[900px]:px-3"
          aria-label={`Remove ${name}`}
        >
          remove
        </button>
      </div>
    </div>
  );
}
