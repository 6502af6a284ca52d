import { memo, useEffect, useRef } from 'react';
import { dayInWords, type TrayCamera, type TrayClip } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Progress } from '../../../parts/Progress.tsx';
import { VIEW_NAMES } from '../../../parts/view-names.ts';
import { InHand } from './InHand.tsx';
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
  /** Where it is asked where it comes from: how many other clips of its camera stand under nobody. */
  readonly others: number;
  /** Where the whole film is shown: its clips. */
  readonly parts: readonly TrayClip[];
  readonly onChoose: (clip: TrayClip) => void;
  readonly onCommand: (command: TrayCommand) => void;
  readonly onAgain: (id: string) => void;
}

/** One clip of the tray: when it was filmed, four pictures of it, whose it is, how sure that is and why. */
export const TrayRow = memo(
  function TrayRow({
    clip,
    stand,
    camera,
    timeZone,
    before,
    names,
    mode,
    others,
    parts,
    onChoose,
    onCommand,
    onAgain,
  }: RowProps) {
    const row = useRef<HTMLLIElement>(null);
    const own = mode !== null;
    const asked = mode?.is ?? null;
    useEffect(() => {
      // What is asked below it has to be in sight too.
      if (asked !== null) row.current?.scrollIntoView({ block: 'nearest' });
    }, [asked]);
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
              {clip.useless ?? (clip.bound && !clip.origin ? clip.fileName : whyInWords(clip, camera, timeZone))}
            </span>
          </span>
        </div>
        {mode && stand !== 'coming' && <InHand {...{ clip, stand, mode, names, others, parts, timeZone, onCommand }} />}
      </li>
    );
  },
  (a, b) =>
    a.clip === b.clip &&
    a.stand === b.stand &&
    a.camera === b.camera &&
    a.mode === b.mode &&
    a.others === b.others &&
    a.parts === b.parts &&
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
  if (!clip.place) {
    // Of a part it is known that somebody throws in it.
    const nothing = clip.part ? 'No throw is known of it' : 'Shows no delivery';
    return <b>{clip.why.some((w) => w.kind === 'nothing') ? nothing : 'Whose is it?'}</b>;
  }
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
