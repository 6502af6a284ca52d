import { dayInZone, REFILM_REASONS, USELESS_REASONS, type TrayClip } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { WholeFilm } from './WholeFilm.tsx';
import { OriginForm } from './OriginForm.tsx';
import { LIST, LONGEST_BIB, type Mode, type TrayCommand } from './tray-keys.ts';
import { otherBibs, type Stand } from './tray-order.ts';

/** What is done with the clip in hand: the presses that the keys are too. */
export function InHand({
  clip,
  stand,
  mode,
  names,
  others,
  parts,
  timeZone,
  onCommand,
}: {
  clip: TrayClip;
  stand: Stand;
  mode: Mode;
  names: Readonly<Record<number, string>>;
  /** How many other clips of its camera stand under nobody. */
  others: number;
  /** The clips of its film. */
  parts: readonly TrayClip[];
  timeZone: string;
  onCommand: (command: TrayCommand) => void;
}) {
  const to = (next: Mode): void => onCommand({ do: 'mode', mode: next });
  if (mode.is === 'bib' || mode.is === 'swap')
    return (
      <div className="px-2 pb-2">
        <p className="m-0 text-lead" role="status">
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
        <BibKeys
          text={mode.text}
          onText={(text) => to({ is: mode.is, text })}
          onDone={(bib) => onCommand({ do: mode.is, bib })}
          onLeave={() => to(LIST)}
        />
      </div>
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
  if (mode.is === 'again')
    return (
      <p className="m-0 flex flex-wrap items-center gap-2 px-2 pb-2" role="status">
        <span>Film him again, as this one is</span>
        {REFILM_REASONS.map((why, i) => (
          <Action key={why} onClick={() => onCommand({ do: 'refilm', why })}>
            <kbd>{i + 1}</kbd> {why}
          </Action>
        ))}
      </p>
    );
  if (mode.is === 'origin')
    return (
      <OriginForm
        known={clip.origin}
        day={dayInZone(clip.at ?? Date.now(), timeZone)}
        others={others}
        onSay={(origin, all) => onCommand({ do: 'comeFrom', origin, others: all })}
        onLeave={() => to(LIST)}
      />
    );
  if (mode.is === 'film')
    return (
      <WholeFilm clip={clip} parts={parts} onCutOut={(range) => onCommand({ do: 'cutOut', range })} onLeave={() => to(LIST)} />
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
        otherBibs(clip).map(([bib, probability]) => (
          <Action key={bib} onClick={() => onCommand({ do: 'bib', bib })}>
            {bib} <span className="text-small text-soft">{Math.max(1, Math.round(100 * probability))} %</span>
          </Action>
        ))}
      {(stand === 'placed' || stand === 'aside') && (
        <Action onClick={() => onCommand({ do: 'open' })}>{stand === 'aside' ? 'Take it up again' : 'Take it out'}</Action>
      )}
      <Action onClick={() => to({ is: 'bib', text: '' })}>Another bib</Action>
      <Action onClick={() => to({ is: 'swap', text: '' })}>Change places</Action>
      {stand !== 'aside' && <Action onClick={() => to({ is: 'why' })}>Useless</Action>}
      {stand !== 'aside' && <Action onClick={() => to({ is: 'again' })}>Film again</Action>}
      <Action onClick={() => to({ is: 'origin' })}>{clip.origin ? 'Where it is from' : 'Game or family'}</Action>
      {(stand === 'look' || stand === 'view' || stand === 'sure') && (
        <Action onClick={() => to({ is: 'cut', sixteenth: 8 })}>Cut</Action>
      )}
      {clip.overview !== null && <Action onClick={() => to({ is: 'film' })}>The whole film</Action>}
      <span className="ms-auto text-small text-soft">{clip.fileName}</span>
    </div>
  );
}

/** Keys for a hand that has none: a phone, or a tablet. */
function BibKeys({
  text,
  onText,
  onDone,
  onLeave,
}: {
  text: string;
  onText: (text: string) => void;
  onDone: (bib: number) => void;
  onLeave: () => void;
}) {
  return (
    <div
      className="hidden max-w-[420px] grid-cols-5 gap-2 pt-2 max-[820px]:grid pointer-coarse:grid"
      data-bib-keys=""
      data-testid="bib-keys"
    >
      {['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'].map((digit) => (
        <Action
          key={digit}
          className="!text-head justify-center"
          disabled={text.length >= LONGEST_BIB || (digit === '0' && text === '')}
          onClick={() => onText(text + digit)}
        >
          {digit}
        </Action>
      ))}
      <Action className="col-span-2 justify-center" onClick={() => (text === '' ? onLeave() : onText(text.slice(0, -1)))}>
        {text === '' ? 'Leave it' : 'Back'}
      </Action>
      <Action main className="col-span-3 justify-center" disabled={Number(text) === 0} onClick={() => onDone(Number(text))}>
        Take {text}
      </Action>
    </div>
  );
}
