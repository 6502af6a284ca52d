import { useRef } from 'react';
import {
  anchorPictures,
  eventName,
  type AgeGroup,
  type Estimate,
  type EventId,
  type FigureId,
  type ResolvedCheckpoint,
} from '@stride-chalk/core';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import type { Scored } from './types.ts';
import { useKeptInSight } from '../../parts/use-kept-in-sight.ts';
import { figureTexts, offeredFor, suggestionFor } from './suggestions.ts';
import { VIEW_NAMES } from '../../parts/view-names.ts';

/** The checkpoints of one phase beside the film; the one in hand shows what each level means. */
export function LevelPanel({
  phase,
  phaseNote,
  checkpoints,
  current,
  scoreOf,
  colleaguesOf,
  figures,
  asking,
  noteOpen,
  pictures,
  suggests,
  offeredInPhase,
  onPhase,
  onPick,
  onLevel,
  onFault,
  onNote,
}: {
  phase: string;
  phaseNote: string;
  checkpoints: readonly ResolvedCheckpoint[];
  current: ResolvedCheckpoint;
  scoreOf: (checkpoint: string) => Scored | null;
  /** Who else has scored it; their levels are not told. */
  colleaguesOf: (checkpoint: string) => readonly string[];
  figures: ReadonlyMap<FigureId, Estimate>;
  asking: boolean;
  noteOpen: boolean;
  /** Whose drawings stand beside the words; null while they do not. */
  pictures: { readonly ageGroup: AgeGroup; readonly hand: 'R' | 'L' } | null;
  /** What is measured suggests levels: not to whoever scores second. */
  suggests: boolean;
  /** How many levels are offered in the phase and not given yet. */
  offeredInPhase: number;
  onPhase: () => void;
  onPick: (checkpoint: string) => void;
  onLevel: (level: 0 | 1 | 2 | 3 | 'NV') => void;
  onFault: (code: string) => void;
  onNote: (note: string | null) => void;
}) {
  const row = useRef<HTMLDivElement>(null);
  useKeptInSight(row, `${current.id} ${asking}`);
  return (
    <div className="grid min-h-0 grid-rows-[auto_1fr]">
      <div className="border-b border-rule px-[18px] pb-2 pt-3">
        <h2 className="m-0 text-head">{phase}</h2>
        <p className="m-0 text-small text-soft">{phaseNote}</p>
        {offeredInPhase > 1 && (
          <button
            type="button"
            className="quiet-action mt-2 !min-h-[40px] w-full !py-1 text-small"
            onClick={(e) => {
              e.currentTarget.blur();
              onPhase();
            }}
          >
            Take the {offeredInPhase} offered levels that you have seen <kbd>⇧ ↵</kbd>
          </button>
        )}
      </div>
      <div className="min-h-0 overflow-auto" tabIndex={0} role="region" aria-label={`Checkpoints of ${phase}`}>
        {checkpoints.map((c) => {
          const score = scoreOf(c.id);
          const texts = figureTexts(c, figures);
          const here = c.id === current.id;
          const drawn = here && pictures ? anchorPictures(c, pictures.ageGroup) : null;
          const suggestion = here && suggests ? suggestionFor(c, figures) : null;
          const offered = here && suggests ? offeredFor(c, figures) : null;
          return (
            <div
              key={c.id}
              ref={here ? row : undefined}
              data-testid={`checkpoint-${c.id}`}
              data-level={score ? String(score.level) : ''}
              aria-current={here ? 'step' : undefined}
              className={`border-b border-rule px-[18px] ${here ? 'bg-wash py-3 shadow-[inset_5px_0_var(--clay)]' : 'py-[9px]'}`}
            >
              <button
                type="button"
                onClick={() => onPick(c.id)}
                className="grid w-full grid-cols-[1fr_auto] items-center gap-x-3 border-0 bg-transparent p-0 text-start"
              >
                <span className="text-small font-semibold leading-snug">{c.name}</span>
                <LevelStrokes level={score?.level ?? null} />
              </button>
              <p className="m-0 text-small text-soft">
                {texts.length > 0
                  ? texts.map((t) => t.text).join(' · ')
                  : c.views.map((v) => VIEW_NAMES[v].toLowerCase()).join(', ')}
                {here && momentOf(c) !== null && <span className="block text-ink">{momentOf(c)}</span>}
                {colleaguesOf(c.id).length > 0 && (
                  <span className="block" data-testid={`colleagues-${c.id}`}>
                    scored by {colleaguesOf(c.id).join(', ')} too
                  </span>
                )}
                {score && score.faults.length > 0 && !here && (
                  <span className="block text-ink">
                    {score.faults.map((f) => c.faults.find((x) => x.code === f)?.name ?? f).join(', ')}
                  </span>
                )}
              </p>
              {here && (
                <>
                  {suggestion && (
                    <p className="m-0 mt-1 text-small">
                      Figure suggests <b>{suggestion.level}</b>
                      {suggestion.sure ? '' : ', unsure'}{' '}
                      <span className="text-soft">({Math.round(100 * suggestion.probabilities[suggestion.level])} %)</span>
                      {!score && offered && (
                        <span className="ms-2 whitespace-nowrap">
                          <kbd>↵</kbd> takes it
                          {offered.fault ? `: ${c.faults.find((f) => f.code === offered.fault)?.name ?? ''}` : ''}
                        </span>
                      )}
                    </p>
                  )}
                  {here && pictures && !drawn && (
                    <p className="m-0 mt-1 text-small text-soft">This one cannot be drawn: the words hold.</p>
                  )}
                  {drawn && pictures && (
                    <div className="mt-2 grid grid-cols-4 gap-[6px]">
                      {([0, 1, 2, 3] as const).map((level) => (
                        <button
                          key={level}
                          type="button"
                          onClick={() => onLevel(level)}
                          className={`border-0 bg-transparent p-0 ${score?.level === level ? 'outline outline-2 outline-ink' : ''}`}
                        >
                          <AnchorPicture src={drawn[level]} hand={pictures.hand} says={`${c.name} at level ${level}`} />
                          <b className="sign text-small">{level}</b>
                        </button>
                      ))}
                    </div>
                  )}
                  <div className="mt-2 grid gap-[3px]" role="group" aria-label="Levels">
                    {([0, 1, 2, 3] as const).map((level) => (
                      <LevelRow
                        key={level}
                        keyName={String(level)}
                        text={c.descriptions[level]}
                        picked={score?.level === level}
                        suggested={suggestion?.level === level}
                        onClick={() => onLevel(level)}
                      />
                    ))}
                    <LevelRow
                      keyName="N"
                      text="Not visible in this film"
                      picked={score?.level === 'NV'}
                      suggested={false}
                      onClick={() => onLevel('NV')}
                    />
                  </div>
                  {(asking || (score && score.level !== 3 && score.level !== 'NV')) && (
                    <div className="mt-2 flex flex-wrap gap-[6px]" role="group" aria-label="What was seen">
                      {asking && (
                        <p role="status" className="m-0 w-full text-small font-semibold text-clay">
                          What was seen?
                        </p>
                      )}
                      {c.faults.map((f, i) => {
                        const on = score?.faults.includes(f.code) ?? false;
                        const look = on ? 'border-ink bg-ink text-bone' : 'border-soft bg-paper';
                        const suggested = suggestion?.fault === f.code && !on ? '!border-clay' : '';
                        return (
                          <button
                            key={f.code}
                            type="button"
                            aria-pressed={on}
                            onClick={() => onFault(f.code)}
                            data-testid={`fault-${f.code}`}
                            className={`inline-flex items-center gap-[6px] rounded-[2px] border-[1.5px] px-[7px] py-[3px] text-fine ${look} ${suggested}`}
                          >
                            <b className="sign text-small">{'ABCDEFGH'[i]}</b>
                            {f.name}
                          </button>
                        );
                      })}
                    </div>
                  )}
                  {noteOpen ? (
                    <form
                      className="mt-2"
                      onSubmit={(e) => {
                        e.preventDefault();
                        onNote(new FormData(e.currentTarget).get('note')?.toString().trim() || null);
                      }}
                    >
                      <label className="text-small">
                        Note{' '}
                        <input
                          name="note"
                          autoFocus
                          maxLength={500}
                          defaultValue={score?.note ?? ''}
                          onKeyDown={(e) => e.key === 'Escape' && onNote(score?.note ?? null)}
                          className="mt-1 w-full border-[1.5px] border-soft bg-paper px-2 py-1 text-small"
                        />
                      </label>
                    </form>
                  ) : (
                    score?.note && <p className="m-0 mt-2 text-small">“{score.note}”</p>
                  )}
                </>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** What is looked at where it is not one frame of each delivery. */
function momentOf(c: ResolvedCheckpoint): string | null {
  const span = c.span && `in motion, from ${c.span.map((e) => eventName(e as EventId)).join(' to ')}`;
  const words = [span, c.of === 'set' && 'once for all deliveries'].filter((w) => w);
  return words.length > 0 ? words.join(' · ') : null;
}

function LevelRow({
  keyName,
  text,
  picked,
  suggested,
  onClick,
}: {
  keyName: string;
  text: string;
  picked: boolean;
  suggested: boolean;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      aria-pressed={picked}
      className={`grid grid-cols-[30px_1fr] items-baseline gap-2 rounded-[2px] border-0 px-1 py-[2px] text-start text-small leading-snug ${picked ? 'bg-paper font-semibold outline outline-[1.5px] outline-ink' : 'bg-transparent'}`}
    >
      <kbd className={suggested ? '!border-clay' : ''}>{keyName}</kbd>
      <span>{text}</span>
    </button>
  );
}
