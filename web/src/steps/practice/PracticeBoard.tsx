import {
  sittingMadeSchema,
  TO_QUALIFY,
  type PracticeClipProgress,
  type PracticeComparison,
  type Qualification,
  type Seen,
} from '@stride-chalk/core';
import { useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { nearnessInWords } from './standing-words.ts';

/** A comparison with its day as people at the camp write it. */
export type ComparisonShown = Omit<PracticeComparison, 'day'> & { readonly on: string };

const seen = (level: Seen, faults: readonly string[]): string =>
  `${level === 'NV' ? 'not visible' : `level ${level}`}${faults.length > 0 ? `, ${faults.join(', ')}` : ''}`;

/** The practice clips of a coach: what to sit down before next, how he stands, and where he saw something else than the reference. */
export function PracticeBoard({
  clips,
  comparisons,
  opened,
  standing,
  phases,
}: {
  clips: readonly PracticeClipProgress[];
  comparisons: readonly ComparisonShown[];
  /** The comparison that was just made. */
  opened: string | null;
  standing: {
    readonly asked: boolean;
    readonly found: Qualification;
    readonly qualified: boolean;
    readonly decided: { readonly qualified: boolean; readonly reason: string; readonly by: string } | null;
  };
  phases: Readonly<Record<string, string>>;
}) {
  const next = clips.find((c) => c.shown && c.begun) ?? clips.find((c) => c.shown && !c.compared);
  const shown = comparisons.find((c) => c.sitting === opened);
  return (
    <div className="mt-4 grid gap-8">
      <Standing {...standing} phases={phases} />
      {shown && <Compared of={shown} first />}
      <Panel id="clips" title="Practice clips" count={clips.length}>
        {clips.length === 0 && <p className="m-0 text-note text-soft">The lead has not made any yet.</p>}
        <ul className="m-0 list-none p-0">
          {clips.map((c) => (
            <Clip key={c.id} clip={c} main={c.id === next?.id} />
          ))}
        </ul>
      </Panel>
      {comparisons.length > 0 && (
        <Panel id="compared" title="Where you saw something else">
          {comparisons
            .filter((c) => c !== shown)
            .map((c) => (
              <Compared key={c.sitting} of={c} first={false} />
            ))}
        </Panel>
      )}
    </div>
  );
}

function Standing({
  asked,
  found,
  qualified,
  decided,
  phases,
}: {
  asked: boolean;
  found: Qualification;
  qualified: boolean;
  decided: { readonly qualified: boolean; readonly reason: string; readonly by: string } | null;
  phases: Readonly<Record<string, string>>;
}) {
  return (
    <section aria-labelledby="standing" className="border-2 border-ink bg-paper px-5 py-4">
      <h2 id="standing" data-testid="standing" className="m-0 text-large">
        {qualified
          ? 'You are qualified.'
          : asked || decided
            ? 'Not qualified yet: what you score is scored a second time.'
            : 'The practice set is too small to qualify on.'}
      </h2>
      <p className="m-0 mt-1 text-note">
        {nearnessInWords(found)}.{found.lacks.length > 0 && ` Still missing: ${found.lacks.join('; ')}.`}
        {decided && ` ${decided.by} has decided: ${decided.reason}.`}
      </p>
      {found.phases.length > 0 && (
        <ul aria-label="By phase" className="m-0 mt-3 grid list-none gap-x-6 p-0 text-small sm:grid-cols-2">
          {found.phases.map((p) => (
            <li key={p.phase} className="border-t border-rule py-1">
              <b>{phases[p.phase]}</b>: {nearnessInWords(p)}
            </li>
          ))}
        </ul>
      )}
      <p className="m-0 mt-2 text-small text-soft">
        Qualified is who has {TO_QUALIFY.judgements} judgements or more, a quadratic-weighted kappa of{' '}
        {TO_QUALIFY.kappa.toFixed(2)} at least against the reference, and is half a level too strict or too mild at most. Of each
        clip the newest time counts.
      </p>
    </section>
  );
}

function Clip({ clip, main }: { clip: PracticeClipProgress; main: boolean }) {
  const [problem, setProblem] = useState<string | null>(null);
  const sit = (): Promise<void> =>
    askServer(sittingMadeSchema, `/api/practice-clips/${clip.id}/sittings`, { method: 'POST' }).then(
      ({ id }) => {
        window.location.href = `/practice/${id}`;
      },
      (error: Error) => setProblem(error.message),
    );
  const { begun, compared } = clip;
  return (
    <li className="grid min-h-[58px] grid-cols-[58px_1fr_auto] items-center gap-3 border-b border-rule py-1">
      <span className="bib-block h-[44px] !text-head">{clip.number}</span>
      <span className="leading-tight">
        <b>
          {clip.age} years, throws {clip.hand === 'L' ? 'left' : 'right'}
        </b>
        <span className="block text-small text-soft">
          {!clip.shown
            ? 'not shown: no consent to training, or no film'
            : begun
              ? `${begun.levels} of ${clip.references} levels`
              : compared
                ? `compared: ${compared.same} of ${compared.of} the same`
                : `${clip.references} levels to give`}
        </span>
        <Outcome problem={problem} />
      </span>
      {clip.shown && (
        <Action main={main} onClick={sit} aria-label={`Practice clip ${clip.number}`}>
          {begun ? 'Go on' : compared ? 'Once more' : 'Score it'}
        </Action>
      )}
    </li>
  );
}

function Compared({ of: c, first }: { of: ComparisonShown; first: boolean }) {
  return (
    <details open={first} className="border-b border-rule py-1" data-testid={first ? 'just-compared' : undefined}>
      <summary className="sign flex min-h-[48px] cursor-pointer items-center text-lead font-semibold">
        Clip {c.clip}: {c.same} of {c.of} the same{c.hidden ? `, hidden among your tasks on ${c.on}` : ''}
      </summary>
      {c.misses.length === 0 && <p className="m-0 pb-3 text-note">Nothing was different.</p>}
      <ul className="m-0 grid list-none gap-4 p-0 pb-3 md:grid-cols-2">
        {c.misses.map((m) => (
          <li key={m.checkpoint} className="grid grid-cols-[1fr_120px] gap-3 border-s-4 border-clay ps-3">
            <div>
              <a href={`/sheet?phase=${m.phase}#${m.checkpoint}`} className="font-semibold">
                {m.checkpoint} {m.name}
              </a>
              <p className="m-0 text-note">
                You: <b>{seen(m.given, m.faults)}</b>
              </p>
              <p className="m-0 text-note">
                Reference: <b>{seen(m.reference, m.referenceFaults)}</b>. {m.reason}
              </p>
            </div>
            {m.picture && <AnchorPicture src={m.picture} hand={c.hand} says={`${m.name} at level ${m.reference}`} />}
          </li>
        ))}
      </ul>
    </details>
  );
}
