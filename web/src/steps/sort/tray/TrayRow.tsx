import { memo, useEffect, useRef } from 'react';
import { dayInWords, USELESS_REASONS, type TrayCamera, type TrayClip } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Progress } from '../../../parts/Progress.tsx';
import { VIEW_NAMES } from '../../../parts/view-names.ts';
import type { Stand } from './tray-order.ts';
import type { Mode, TrayCommand } from './tray-keys.ts';
import { newDay, ordinal, sureInWords, timeOfDay, whyInWords } from './tray-words.ts';

interface RowProps {
  readonly clip: TrayClip;
  readonly stand: Stand;
  readonly camera: TrayCamera;
  readonly timeZone: string;
  readonly before: TrayClip | undefined;
  readonly names: Readonly<Record<number, string>>;
  /** What the next keys answer, where it is in hand; null where it is not. */
  readonly mode: Mode | null;
  readonly onChoose: (clip: TrayClip) => void;
  readonly onCommand: (command: TrayCommand) => void;
  readonly onAgain: (id: string) => void;
}

/** One clip of the tray: when it was filmed, four pictures of it, whose it is, how sure that is and why. */
export const TrayRow = memo(
  function TrayRow({ clip, stand, camera, timeZone, before, names, mode, onChoose, onCommand, onAgain }: RowProps) {
    const row = useRef<HTMLLIElement>(null);
    const own = mode !== null;
    useEffect(() => {
      if (own) row.current?.scrollIntoView({ block: 'nearest' });
    }, [own]);
    const bib = clip.bound?.bib ?? clip.place?.bib ?? null;
    const day = newDay(clip, before, timeZone);
    return (
      <li
        ref={row}
        data-testid={`tray-clip-${clip.id}`}
        data-stand={stand}
        aria-current={own ? 'true' : undefined}
        className={`tray-row scroll-my-[90px] border-t border-rule ${own ? 'border-s-[6px] border-s-clay bg-wash' : 'border-s-[6px] border-s-transparent'}`}
      >
        {day && <p className="m-0 px-2 pt-1 text-small text-soft">{dayInWords(day, { timeZone }, 'short')}</p>}
        <div
          className={`grid items-center gap-3 py-1 pe-2 max-[820px]:grid-cols-[64px_1fr] ${own ? 'grid-cols-[88px_minmax(200px,700px)_76px_1fr]' : 'grid-cols-[88px_minmax(200px,460px)_76px_1fr]'}`}
        >
          <button
            type="button"
            onClick={() => onChoose(clip)}
            className="tabular min-h-[48px] border-0 bg-transparent p-0 ps-2 text-start !font-body text-note"
            aria-label={`Take ${clip.fileName} in hand`}
          >
            {clip.at === null ? '?' : timeOfDay(clip.at, timeZone)}
          </button>
          {stand === 'coming' ? (
            <span className="text-small text-soft">
              {clip.state === 'failed'
                ? clip.problem
                : `${clip.fileName}: ${clip.state === 'checking' ? 'every frame is read' : 'its copy is made'}`}
              {clip.state === 'copying' && <Progress share={clip.progress} label={`${clip.fileName}: its copy`} />}
              {clip.state === 'failed' && <Action onClick={() => onAgain(clip.id)}>Try again</Action>}
            </span>
          ) : (
            <Pictures clip={clip} mode={mode} />
          )}
          <span
            className={`bib-block h-[52px] ${bib === null ? '!bg-transparent !text-soft' : stand === 'placed' ? '!bg-grass' : ''}`}
          >
            {bib ?? '–'}
          </span>
          <span className="min-w-0 text-note">
            <What clip={clip} camera={camera} names={names} />
            <span className="block text-small text-soft">
              {clip.useless ?? (clip.bound ? clip.fileName : whyInWords(clip, camera, timeZone))}
            </span>
          </span>
        </div>
        {mode && stand !== 'coming' && <InHand clip={clip} stand={stand} mode={mode} names={names} onCommand={onCommand} />}
      </li>
    );
  },
  (a, b) =>
    a.clip === b.clip &&
    a.stand === b.stand &&
    a.camera === b.camera &&
    a.mode === b.mode &&
    a.before?.at === b.before?.at &&
    // The one in hand hears keys through the newest of these.
    (b.mode === null || a.onCommand === b.onCommand),
);

function What({ clip, camera, names }: { clip: TrayClip; camera: TrayCamera; names: Readonly<Record<number, string>> }) {
  if (clip.useless !== null) return <b>Set aside</b>;
  if (clip.bound)
    return (
      <>
        <b>{names[clip.bound.bib] ?? ''}</b>
        {clip.bound.delivery > 0 && `, delivery ${clip.bound.delivery}`}, {VIEW_NAMES[clip.bound.view].toLowerCase()}
      </>
    );
  if (!clip.place) return <b>{clip.why.some((w) => w.kind === 'nothing') ? 'Shows no delivery' : 'Whose is it?'}</b>;
  return (
    <>
      <b>{names[clip.place.bib] ?? ''}</b>, {ordinal(clip.place.number)} of his visit
      {camera.view && `, ${VIEW_NAMES[camera.view].toLowerCase()}`} · {sureInWords(clip.probability)}
    </>
  );
}

/** Four small pictures of a clip; where it is to be cut a line stands over them. */
function Pictures({ clip, mode }: { clip: TrayClip; mode: Mode | null }) {
  return (
    <span className="relative block">
      <img
        src={`/api/clips/${clip.id}/strip`}
        alt={`Four moments of ${clip.fileName}`}
        loading="lazy"
        decoding="async"
        className={`block max-w-full ${mode ? 'h-auto max-h-[170px] min-h-[62px]' : 'h-[62px] object-contain object-left'}`}
      />
      {mode?.is === 'cut' && (
        <progress className="absolute inset-x-0 bottom-0 w-full" value={mode.sixteenth} max={16} aria-label="Where it is cut" />
      )}
    </span>
  );
}

/** What is done with the clip in hand: the presses that the keys are too. */
function InHand({
  clip,
  stand,
  mode,
  names,
  onCommand,
}: {
  clip: TrayClip;
  stand: Stand;
  mode: Mode;
  names: Readonly<Record<number, string>>;
  onCommand: (command: TrayCommand) => void;
}) {
  const to = (next: Mode): void => onCommand({ do: 'mode', mode: next });
  if (mode.is === 'bib' || mode.is === 'swap')
    return (
      <p className="m-0 px-2 pb-2 text-lead" role="status">
        {mode.is === 'bib' ? 'Bib ' : 'Changes places with bib '}
        <b className="tabular" data-testid="typed-bib">
          {mode.text}
        </b>
        <span aria-hidden="true">▁</span> {names[Number(mode.text)] ?? (mode.text === '' ? '' : 'nobody wears it')}
        <span className="text-small text-soft">
          {' '}
          <kbd>Enter</kbd> <kbd>Esc</kbd>
        </span>
      </p>
    );
  if (mode.is === 'why')
    return (
      <p className="m-0 flex flex-wrap gap-2 px-2 pb-2" role="status">
        {USELESS_REASONS.map((why, i) => (
          <Action key={why} onClick={() => onCommand({ do: 'aside', why })}>
            <kbd>{i + 1}</kbd> {why}
          </Action>
        ))}
      </p>
    );
  if (mode.is === 'cut')
    return (
      <p className="m-0 px-2 pb-2 text-note" role="status">
        Cut at {mode.sixteenth}/16 of it
        {clip.seconds !== null && `, ${((clip.seconds * mode.sixteenth) / 16).toFixed(1)} s from its begin`}. <kbd>←</kbd>{' '}
        <kbd>→</kbd> move it, <kbd>Enter</kbd> cuts, <kbd>Esc</kbd> leaves it whole.
      </p>
    );
  return (
    <div className="flex flex-wrap items-center gap-2 px-2 pb-2">
      {(stand === 'look' || stand === 'sure') && (clip.place || clip.why.some((w) => w.kind === 'nothing')) && (
        <Action onClick={() => onCommand({ do: 'confirm' })}>It is that</Action>
      )}
      {stand !== 'placed' &&
        clip.others
          .filter((o) => o.place && o.place.bib !== clip.place?.bib)
          .map((o) => (
            <Action key={o.place!.key} onClick={() => onCommand({ do: 'bib', bib: o.place!.bib })}>
              {o.place!.bib} <span className="text-small text-soft">{Math.max(1, Math.round(100 * o.probability))} %</span>
            </Action>
          ))}
      {(stand === 'placed' || stand === 'aside') && (
        <Action onClick={() => onCommand({ do: 'open' })}>{stand === 'aside' ? 'Take it up again' : 'Take it out'}</Action>
      )}
      <Action onClick={() => to({ is: 'bib', text: '' })}>Another bib</Action>
      <Action onClick={() => to({ is: 'swap', text: '' })}>Change places</Action>
      {stand !== 'aside' && <Action onClick={() => to({ is: 'why' })}>Useless</Action>}
      {(stand === 'look' || stand === 'view' || stand === 'sure') && (
        <Action onClick={() => to({ is: 'cut', sixteenth: 8 })}>Cut</Action>
      )}
      <span className="ms-auto text-small text-soft">{clip.fileName}</span>
    </div>
  );
}
