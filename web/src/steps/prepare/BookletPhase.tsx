import { anchorPictures, type AgeGroup, type ResolvedCheckpoint } from '@stride-chalk/core';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { LevelStrokes } from '../../parts/LevelStrokes.tsx';
import { lookAt } from './look-at.ts';

/** One phase on a page for the staff's hands: levels side by side, and of each fault its name and cue. */
export function BookletPhase({ checkpoints, ageGroup }: { checkpoints: readonly ResolvedCheckpoint[]; ageGroup: AgeGroup }) {
  return (
    <div className="booklet">
      {checkpoints.map((c) => {
        const drawn = anchorPictures(c, ageGroup);
        return (
          <section key={c.id} className="break-inside-avoid border-t-2 border-ink py-1">
            <h3 className="m-0 leading-tight">
              {c.id} {c.name} <small className="font-body font-normal text-soft">{lookAt(c)}</small>
            </h3>
            <ol className="m-0 grid list-none grid-cols-4 gap-2 p-0">
              {([3, 2, 1, 0] as const).map((level) => (
                <li key={level} className="min-w-0">
                  {drawn && (
                    <span className="float-end ms-1 w-[42px]">
                      <AnchorPicture src={drawn[level]} hand="R" says={`${c.name} at level ${level}`} />
                    </span>
                  )}
                  <LevelStrokes level={level} size={13} /> {c.descriptions[level]}
                </li>
              ))}
            </ol>
            <p className="m-0">
              {c.faults.map((f) => (
                <span key={f.code}>
                  <b>{f.name}</b>: “{f.cue.older}”{' '}
                </span>
              ))}
            </p>
          </section>
        );
      })}
    </div>
  );
}
