import { anchorPictures, FIGURES, type AgeGroup, type Band, type ResolvedCheckpoint, type Sheet } from '@stride-chalk/core';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { bandInWords } from './band-in-words.ts';
import { lookAt } from './look-at.ts';

type Fault = ResolvedCheckpoint['faults'][number];

/** The checkpoints of one phase as the staff read them: what to look at, what each level looks like, what can be seen instead, and what is said of it. */
export function SheetPhase({
  sheet,
  checkpoints,
  ageGroup,
}: {
  sheet: Sheet;
  /** Those of the phase, as they read at this age under the camp's schools. */
  checkpoints: readonly ResolvedCheckpoint[];
  ageGroup: AgeGroup;
}) {
  return (
    <div>
      {checkpoints.map((c) => (
        <SheetCheckpoint key={c.id} sheet={sheet} checkpoint={c} ageGroup={ageGroup} />
      ))}
    </div>
  );
}

function SheetCheckpoint({
  sheet,
  checkpoint: c,
  ageGroup,
}: {
  sheet: Sheet;
  checkpoint: ResolvedCheckpoint;
  ageGroup: AgeGroup;
}) {
  const drawn = anchorPictures(c, ageGroup);
  const school = c.option === null ? null : sheet.schools.find((s) => s.id === c.school);
  const chosen = school?.options.find((o) => o.id === c.option);
  const other = c.readings?.find((r) => r.option !== c.option);
  const otherName = school?.options.find((o) => o.id === other?.option)?.name;
  return (
    <section id={c.id} aria-labelledby={`${c.id}-name`} className="break-inside-avoid border-t-2 border-ink py-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h3 id={`${c.id}-name`} className="m-0 text-head">
          <span className="tabular text-soft">{c.id}</span> {c.name}
        </h3>
        <p className="m-0 text-small text-soft">{lookAt(c)}</p>
        {c.notScoredBecause && <p className="m-0 ms-auto text-small text-soft">{c.notScoredBecause}</p>}
      </div>
      {chosen && (
        <p className="m-0 mt-1 text-small">
          The staff teach: <b>{chosen.name}</b> ({chosen.rule}).
        </p>
      )}
      <ol className="m-0 mt-2 grid list-none grid-cols-4 gap-4 p-0 max-[820px]:grid-cols-1">
        {([3, 2, 1, 0] as const).map((level) => (
          <li key={level} className="min-w-0">
            <div className="flex items-center gap-2">
              <LevelStrokes level={level} size={24} />
              <b className="sign text-lead">{level}</b>
            </div>
            <p className="m-0 text-small leading-snug">{c.descriptions[level]}</p>
            {drawn && (
              <div className="mt-2 max-w-[150px]">
                <AnchorPicture src={drawn[level]} hand="R" says={`${c.name} at level ${level}`} />
              </div>
            )}
          </li>
        ))}
      </ol>
      {c.bands.length > 0 && <Bands bands={c.bands} />}
      {other && (
        <details className="mt-2 text-small">
          <summary className="cursor-pointer text-soft">The other school: {otherName}</summary>
          <ol className="m-0 mt-1 list-none p-0">
            {([3, 2, 1, 0] as const).map((level) => (
              <li key={level}>
                <b>{level}</b> {other.levels[level]}
              </li>
            ))}
          </ol>
        </details>
      )}
      <div className="mt-3 grid gap-2">
        {c.faults.map((f) => (
          <FaultLine key={f.code} fault={f} sheet={sheet} />
        ))}
      </div>
    </section>
  );
}

function Bands({ bands }: { bands: readonly Band[] }) {
  return (
    <p className="tabular m-0 mt-2 text-small text-soft">
      {bands
        .map((b) => `${FIGURES[b.figure].name}: wanted ${bandInWords(b, 'wanted')}, acceptable ${bandInWords(b, 'acceptable')}`)
        .join('; ')}
    </p>
  );
}

function FaultLine({ fault: f, sheet }: { fault: Fault; sheet: Sheet }) {
  const checkpointOf = (name: string): string =>
    sheet.checkpoints.find((c) => name === c.id || name.startsWith(`${c.id}.`))?.name ?? name;
  const drills = f.drills.map((id) => sheet.drills.find((d) => d.id === id)?.name ?? id);
  const causes = sheet.causes.filter((c) => c.effect === f.code || f.code.startsWith(`${c.effect}.`));
  const effects = sheet.causes.filter((c) => c.cause === f.code || f.code.startsWith(`${c.cause}.`));
  return (
    <details className="border-s-4 border-rule ps-3">
      <summary className="cursor-pointer text-note">
        <b>{f.name}</b> <span className="text-soft">{f.seen[1]}</span>
      </summary>
      <dl className="m-0 mt-1 grid grid-cols-[150px_1fr] gap-x-3 gap-y-[2px] text-small max-[820px]:grid-cols-1">
        <dt className="text-soft">Seen at 2, 1, 0</dt>
        <dd className="m-0">{[f.seen[2], f.seen[1], f.seen[0]].join(' · ')}</dd>
        <dt className="text-soft">Why</dt>
        <dd className="m-0">{f.why}</dd>
        <dt className="text-soft">Cue, 7 to 12</dt>
        <dd className="m-0">“{f.cue.young}”</dd>
        <dt className="text-soft">Cue, from 13</dt>
        <dd className="m-0">“{f.cue.older}”</dd>
        <dt className="text-soft">Drills, in order</dt>
        <dd className="m-0">{drills.join(', ')}</dd>
        <dt className="text-soft">Re-film shows</dt>
        <dd className="m-0">{f.lookAgain}</dd>
        {causes.length > 0 && (
          <>
            <dt className="text-soft">May come from</dt>
            <dd className="m-0">{causes.map((c) => `${checkpointOf(c.cause)}: ${c.why}`).join(' ')}</dd>
          </>
        )}
        {effects.length > 0 && (
          <>
            <dt className="text-soft">May lead to</dt>
            <dd className="m-0">{effects.map((c) => `${checkpointOf(c.effect)}: ${c.why}`).join(' ')}</dd>
          </>
        )}
      </dl>
    </details>
  );
}
