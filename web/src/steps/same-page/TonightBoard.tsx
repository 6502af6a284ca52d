import { eveningLevelSchema, percentAgreement, type DeliveryId, type Seen, type StaffId } from '@stride-chalk/core';
import { useRef, useState } from 'react';
import { Action } from '../../parts/Action.tsx';
import { askServer } from '../../parts/ask-server.ts';
import { Outcome } from '../../parts/Outcome.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { VIEW_NAMES } from '../../parts/view-names.ts';

export interface TonightClip {
  readonly deliveryId: DeliveryId;
  readonly checkpoint: string;
  readonly name: string;
  readonly says: string;
  readonly words: readonly [string, string, string, string] | null;
  readonly films: ReadonlyArray<{ readonly id: string; readonly view: string; readonly at: number | null }>;
  readonly levels: ReadonlyArray<{
    readonly coachId: StaffId;
    readonly coach: string;
    readonly before: Seen | null;
    readonly after: Seen | null;
  }>;
}

const CHOICES = ['0', '1', '2', '3', 'NV'] as const;
const shown = (level: Seen | null): string => (level === null ? 'nothing' : level === 'NV' ? 'not visible' : `level ${level}`);
const asRating = (level: Seen | null): number | null => (level === null || level === 'NV' ? null : level);

/** Tonight, ten minutes: the clips one after the other, what each gives when all look at it together, and before that what he had given. */
export function TonightBoard({ round, clips: given }: { round: string; clips: readonly TonightClip[] }) {
  const [clips, setClips] = useState(given);
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      given.findIndex((c) => c.levels.some((l) => l.after === null)),
    ),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const clip = clips[at]!;
  const say = (coachId: StaffId, level: (typeof CHOICES)[number]): void => {
    const after: Seen = level === 'NV' ? 'NV' : (Number(level) as Seen);
    askServer(eveningLevelSchema, `/api/evening-rounds/${round}/level`, {
      method: 'PUT',
      body: { deliveryId: clip.deliveryId, checkpoint: clip.checkpoint, coachId, level },
    }).then(
      () => {
        setProblem(null);
        setClips((now) =>
          now.map((c, i) =>
            i === at ? { ...c, levels: c.levels.map((l) => (l.coachId === coachId ? { ...l, after } : l)) } : c,
          ),
        );
      },
      (error: Error) => setProblem(error.message),
    );
  };
  const all = clip.levels.every((l) => l.after !== null);
  const finished = clips.every((c) => c.levels.every((l) => l.after !== null));
  return (
    <div className="mt-3">
      <ol aria-label="Clips" className="m-0 mb-3 flex list-none flex-wrap gap-2 p-0">
        {clips.map((c, i) => (
          <li key={`${c.deliveryId} ${c.checkpoint}`}>
            <button
              type="button"
              aria-pressed={i === at}
              onClick={() => setAt(i)}
              className={`sign min-h-[48px] border-[1.5px] px-4 text-lead ${i === at ? 'border-ink bg-ink text-bone' : 'border-rule bg-paper'}`}
            >
              {i + 1} · {c.checkpoint}
            </button>
          </li>
        ))}
      </ol>
      <div className="grid grid-cols-[1fr_430px] gap-6 max-[1000px]:grid-cols-1">
        <div className={`grid content-start gap-3 ${clip.films.length > 1 ? 'grid-cols-2 max-[640px]:grid-cols-1' : ''}`}>
          {clip.films.map((f) => (
            <Film key={f.id} film={f} />
          ))}
          {clip.films.length === 0 && <p className="m-0">The film is not there any more, or may not be shown.</p>}
        </div>
        <Panel id="clip" title={`${clip.checkpoint} ${clip.name}`}>
          <p className="m-0 text-note text-soft">{clip.says}</p>
          {clip.words && (
            <ol className="m-0 mt-2 list-none p-0 text-note">
              {([3, 2, 1, 0] as const).map((level) => (
                <li key={level} className="grid grid-cols-[24px_1fr] border-b border-rule py-1">
                  <b>{level}</b>
                  {clip.words![level]}
                </li>
              ))}
            </ol>
          )}
          <ul className="m-0 mt-3 list-none p-0">
            {clip.levels.map((l) => (
              <li key={l.coachId} className="border-b border-rule py-2">
                <b>{l.coach}</b>
                {all && <span className="text-small text-soft"> · before: {shown(l.before)}</span>}
                <div role="group" aria-label={`${l.coach} gives`} className="mt-1 flex flex-wrap gap-2">
                  {CHOICES.map((c) => (
                    <button
                      key={c}
                      type="button"
                      aria-pressed={String(l.after) === c}
                      onClick={() => say(l.coachId, c)}
                      className={`sign min-h-[48px] min-w-[56px] border-[1.5px] px-3 text-lead ${String(l.after) === c ? 'border-ink bg-ink text-bone' : 'border-rule bg-paper'}`}
                    >
                      {c === 'NV' ? 'not visible' : c}
                    </button>
                  ))}
                </div>
              </li>
            ))}
          </ul>
          <p className="m-0 mt-3 flex flex-wrap items-center gap-3">
            {at < clips.length - 1 && (
              <Action main={all} onClick={() => setAt(at + 1)}>
                Next clip
              </Action>
            )}
            <Outcome problem={problem} />
          </p>
        </Panel>
      </div>
      {finished && <BeforeAfter clips={clips} />}
    </div>
  );
}

/** Played slowly, from half a second before the key frame on. */
function Film({ film }: { film: TonightClip['films'][number] }) {
  const video = useRef<HTMLVideoElement>(null);
  const slow = (): void => {
    const v = video.current;
    if (!v) return;
    v.playbackRate = 0.25;
    v.currentTime = Math.max(0, (film.at ?? 0.5) - 0.5);
    void v.play();
  };
  return (
    <figure className="m-0">
      <video ref={video} src={`/api/clips/${film.id}/film`} muted playsInline preload="auto" controls className="w-full bg-ink" />
      <figcaption className="flex items-center justify-between pt-1 text-small">
        {VIEW_NAMES[film.view as keyof typeof VIEW_NAMES]}
        <Action className="!min-h-[48px] !py-1" onClick={slow}>
          Play it slowly
        </Action>
      </figcaption>
    </figure>
  );
}

/** How alike they were before, and are after they have looked together. */
export function BeforeAfter({ clips }: { clips: ReadonlyArray<Pick<TonightClip, 'levels'>> }) {
  const alike = (when: 'before' | 'after'): string => {
    const found = percentAgreement(clips.map((c) => c.levels.map((l) => asRating(l[when]))));
    return found.value === null ? 'nobody shared one' : `${Math.round(100 * found.value)} % the same (${found.pairs} pairs)`;
  };
  return (
    <p role="status" className="mt-4 border-2 border-ink bg-paper px-5 py-3 text-lead">
      Before: <b>{alike('before')}</b>. After: <b>{alike('after')}</b>.
    </p>
  );
}
