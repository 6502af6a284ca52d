import { useEffect, useRef, useState, type ReactNode } from 'react';
import { rateAdvice, VIEW_IDS, type HealthProblem, type ViewId } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Alert } from '../../../parts/Alert.tsx';
import { VIEW_NAMES } from '../../../parts/view-names.ts';
import type { ClipAnswer } from '../../../workers/clip.worker.ts';
import { atMoundInWords, type AtMound } from '../use-mound-claim.ts';
import { ChalkOverlay } from './ChalkOverlay.tsx';
import type { Recorded } from './rolling-recorder.ts';
import { LONGEST, useCamera } from './use-camera.ts';

/** What has become of the film that was made last. */
type Last =
  | { readonly is: 'keeping' | 'looking' | 'good' | 'lost' }
  | { readonly is: 'poor'; readonly problems: readonly HealthProblem[]; readonly id: string; readonly throwsId: string }
  | { readonly is: 'unread' };

export interface FilmScreenProps {
  readonly bib: number;
  readonly name: string;
  readonly hand: 'R' | 'L';
  readonly thrown: number;
  readonly left: number;
  readonly view: ViewId;
  readonly onView: (view: ViewId) => void;
  /** Where the film of the simulated camera lies; null where there is none. */
  readonly standInUrl: string | null;
  /** In one sentence, what is safe. */
  readonly safety: string;
  readonly notSafe: boolean;
  /** Other phones at this mound. */
  readonly others: readonly AtMound[];
  readonly timeZone: string;
  /** What somebody has to know of this device; where there is nothing it takes no room. */
  readonly trouble: ReactNode;
  /** Why he does not throw; null when he may. */
  readonly why: string | null;
  /** Who comes next; null for nobody. */
  readonly next: number | null;
  readonly onNext: () => void;
  /** Counts the throw and lays its film down; answers both ids when the film lies on the device. */
  /** @param stopped when it was stopped, by the clock of this device */
  readonly onFilm: (recorded: Recorded, stopped: number) => Promise<{ readonly id: string; readonly throwsId: string }>;
  readonly onKeep: (id: string) => void;
  /** The film is thrown away, and its throw is not to be looked at. */
  readonly onFilmAgain: (id: string, throwsId: string) => void;
  readonly onClose: () => void;
}

/** A film has too few frames where it has far fewer than its camera gives: what is said of the rate in general is no fault of this film. */
const FAR_FEWER = 0.75;
const problemsOf = ({ problems, framesPerSecond }: ClipAnswer, rate: number | null): readonly HealthProblem[] =>
  problems.filter((p) => p.code !== 'few-frames' || (rate !== null && framesPerSecond < FAR_FEWER * rate));

/** Films with the camera of this device: one tap anywhere on the picture begins, the next one ends; each delivery is a film of its own. */
export function FilmScreen(props: FilmScreenProps) {
  const { bib, name, thrown, left, view, safety, next } = props;
  const dialog = useRef<HTMLDialogElement>(null);
  const video = useRef<HTMLVideoElement>(null);
  const c = useCamera(video, props.standInUrl);
  const [last, setLast] = useState<Last | null>(null);
  const [since, setSince] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => dialog.current?.showModal(), []);

  /** The film of which nobody has decided yet whether it stays. Who films on, or leaves, has decided: it stays. */
  const undecided = useRef<string | null>(null);
  const settle = (): void => {
    if (undecided.current !== null) props.onKeep(undecided.current);
    undecided.current = null;
  };
  const end = async (): Promise<void> => {
    // The thumb says when it was thrown, not the phone when it has written its film down.
    const stopped = Date.now();
    setSince(null);
    const recorded = await c.stop();
    if (!recorded) return;
    settle();
    setLast({ is: 'keeping' });
    const made = await props.onFilm(recorded, stopped).catch(() => null);
    if (!made) return setLast({ is: 'lost' });
    undecided.current = made.id;
    setLast({ is: 'looking' });
    const looked = await c.look(recorded);
    // The next one is being filmed already.
    if (undecided.current !== made.id) return;
    const problems = looked === null || looked.failed !== null ? [] : problemsOf(looked, c.rate);
    if (problems.length > 0) return setLast({ is: 'poor', problems, ...made });
    settle();
    setLast({ is: looked === null || looked.failed !== null ? 'unread' : 'good' });
  };
  const begin = (): void => {
    settle();
    setLast(null);
    c.start();
    setSeconds(0);
    setSince(performance.now());
  };
  const ending = useRef(end);
  ending.current = end;
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => {
      const gone = performance.now() - since;
      setSeconds(gone / 1000);
      if (gone > LONGEST) void ending.current();
    }, 100);
    return () => clearInterval(timer);
  }, [since]);
  // The camera was taken away in the middle of a delivery: what there is of it is kept.
  useEffect(() => {
    if (c.state === 'failed' && c.filming) void ending.current();
  }, [c.state, c.filming]);
  const leave = (): void => {
    settle();
    props.onClose();
  };
  const advice = c.rate === null ? null : rateAdvice(c.rate);
  const busy = last?.is === 'keeping';

  return (
    <dialog ref={dialog} aria-label={`Film bib ${bib}`} onClose={leave} className="film-screen">
      <header className="flex items-center gap-3 px-3 py-2">
        <span className="bib-block min-h-[56px] min-w-[76px]">{bib}</span>
        <p className="m-0 min-w-0 flex-1 text-body font-semibold leading-tight">
          <span className="block truncate">{name}</span>
          <span data-testid="filmed-count" className="tabular text-note font-normal text-soft">
            {thrown} thrown · {left} left today
          </span>
        </p>
        <Action onClick={() => dialog.current?.close()} disabled={c.filming}>
          Close
        </Action>
      </header>

      <div
        className={`relative min-h-0 bg-black ${c.filming ? 'outline outline-[6px] -outline-offset-[6px] outline-[#e58a63]' : ''}`}
      >
        <video ref={video} muted playsInline className="h-full w-full object-contain" />
        {c.state === 'ready' && <ChalkOverlay view={view} hand={props.hand} ratio={c.ratio} />}
        {c.state === 'ready' && (props.why === null || c.filming) && (
          <button
            type="button"
            data-filming={c.filming}
            disabled={busy}
            onClick={() => (c.filming ? void end() : begin())}
            className="absolute inset-0 flex w-full items-end justify-center border-0 bg-transparent p-4"
          >
            <span className="sign bg-[#2a1d15] px-5 py-3 text-head text-[#fffdf7]">
              {c.filming
                ? `Filming ${seconds.toFixed(1)} s · tap anywhere to stop`
                : busy
                  ? 'One moment'
                  : 'Tap anywhere to start'}
            </span>
          </button>
        )}
        {c.state === 'ready' && props.why !== null && !c.filming && (
          <p className="care-band absolute inset-x-3 bottom-3 m-0 px-3 py-2 text-lead text-ink">
            <b>{props.why}</b> Only the lead changes that, on the card.
          </p>
        )}
        {c.state === 'opening' && (
          <p className="absolute inset-0 m-0 grid place-items-center text-head text-[#fffdf7]">Opening the camera …</p>
        )}
        {c.state === 'failed' && (
          <div className="absolute inset-0 grid place-content-center gap-3 p-5">
            <Alert className="text-lead">{c.problem}</Alert>
            <Action main className="justify-center" onClick={c.openAgain}>
              Open the camera again
            </Action>
          </div>
        )}
      </div>

      <div className="grid gap-2 px-3 py-2">
        {last?.is === 'poor' ? (
          <div role="alert" className="border-l-[6px] border-care bg-wash px-3 py-2">
            {last.problems.map((p) => (
              <p key={p.code} className="m-0">
                <b>{p.says}</b> {p.change}
              </p>
            ))}
            <div className="mt-2 grid grid-cols-2 gap-2">
              <Action
                main
                className="justify-center"
                onClick={() => {
                  undecided.current = null;
                  props.onFilmAgain(last.id, last.throwsId);
                  setLast(null);
                }}
              >
                Film again
              </Action>
              <Action
                className="justify-center bg-paper"
                onClick={() => {
                  settle();
                  setLast(null);
                }}
              >
                Keep it
              </Action>
            </div>
          </div>
        ) : (
          <p role="status" data-testid="film-said" className="m-0 min-h-[24px] text-body font-semibold">
            {last === null
              ? ''
              : {
                  keeping: 'Keeping the film …',
                  looking: 'Kept. Looking at it …',
                  good: 'Good film.',
                  lost: 'This film was not kept. Film again.',
                  unread: 'Kept. It could not be looked at here.',
                }[last.is]}
          </p>
        )}
        {advice && last?.is !== 'poor' && <p className={`m-0 text-small text-soft ${c.filming ? 'invisible' : ''}`}>{advice}</p>}
        {props.others
          .filter((o) => o.view === view)
          .map((o) => (
            <p key={o.since} role="alert" className="care-band m-0 px-3 py-2 text-note">
              {atMoundInWords(o, props.timeZone)} Take another side.
            </p>
          ))}
        {!c.filming && <div className="max-h-[30dvh] overflow-auto">{props.trouble}</div>}
        <p
          data-testid="film-safety"
          className={`m-0 text-note ${props.notSafe ? 'care-band px-3 py-2 font-semibold text-ink' : 'text-soft'}`}
        >
          {safety}
        </p>
        <div className="grid grid-cols-2 gap-2">
          <label>
            <span className="sr-only">This phone films from</span>
            <select
              value={view}
              disabled={c.filming}
              onChange={(e) => props.onView(e.target.value as ViewId)}
              className="field w-full"
            >
              {VIEW_IDS.map((id) => (
                <option key={id} value={id}>
                  {VIEW_NAMES[id]}
                </option>
              ))}
            </select>
          </label>
          <Action className="justify-center" disabled={next === null || c.filming || busy} onClick={props.onNext}>
            {next === null ? 'Nobody after him' : `Next: ${next}`}
          </Action>
        </div>
        <details className="text-small text-soft">
          <summary className="min-h-[48px] cursor-pointer py-3">
            Camera{c.size && `, ${c.size}`}
            {c.rate !== null && `, ${Math.round(c.rate)} a second`}
            {c.exposure === 'locked' && ', exposure held'}
          </summary>
          <label className="block">
            Which camera
            <select
              value={c.cameraId ?? ''}
              disabled={c.filming}
              onChange={(e) => c.chooseCamera(e.target.value)}
              className="field mt-1 w-full"
            >
              {c.cameraId === null && <option value="">The one on the back</option>}
              {c.cameras.map((camera) => (
                <option key={camera.id} value={camera.id}>
                  {camera.name}
                </option>
              ))}
            </select>
          </label>
          {c.exposure === 'cannot' && (
            <p className="m-0 mt-2">The exposure of this camera cannot be held: it may change while it films.</p>
          )}
        </details>
      </div>
    </dialog>
  );
}
