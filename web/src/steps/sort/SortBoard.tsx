import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import { DELIVERY_KINDS, type DeliveryKind, type ViewId } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { useFileDrop } from '../../parts/use-file-drop.ts';
import { useAwake } from '../../parts/use-awake.ts';

export interface SortClip {
  readonly id: string;
  readonly deliveryId: string;
  readonly view: ViewId;
  readonly fileName: string;
  readonly state: 'checking' | 'copying' | 'ready';
  readonly progress: number;
  readonly captureScale: number;
  readonly frames: number | null;
  readonly rate: number | null;
}
export interface SortProps {
  readonly camper: {
    readonly id: string;
    readonly bib: number;
    readonly name: string;
    readonly age: number;
    readonly hand: 'R' | 'L';
    readonly sore: boolean;
    readonly consentToFilm: boolean;
    readonly guardian: string;
  };
  readonly today: string;
  /** What arm care says of today. */
  readonly arm: { readonly left: number; readonly says: string };
  /** True in the demo, where a simulated camera stands at the field. */
  readonly simulated: boolean;
  /** False for a helper: the bench is not his. */
  readonly mayScore: boolean;
  readonly deliveries: ReadonlyArray<{ readonly id: string; readonly number: number; readonly kind: string }>;
  readonly clips: readonly SortClip[];
  readonly refusals: ReadonlyArray<{
    readonly id: string;
    readonly deliveryId: string;
    readonly view: string;
    readonly fileName: string;
    readonly reason: string;
  }>;
}

/** The two views that every delivery needs, then those that some film besides. */
const VIEWS: ReadonlyArray<readonly [ViewId, string]> = [
  ['openSide', 'Open side'],
  ['front', 'Front'],
  ['closedSide', 'Closed side'],
  ['rear', 'Rear'],
];
const KIND_NAMES: Readonly<Record<DeliveryKind, string>> = {
  stretch: 'stretch',
  windUp: 'wind-up',
  quick: 'quick, with runners',
  drill: 'drill',
};
interface Upload {
  readonly share: number;
  readonly text: string;
}

/** The films of one camper: each delivery with its views, a place to drop what is missing, and what became of each file. */
export function SortBoard(props: SortProps) {
  const { camper } = props;
  const awake = useAwake();
  const [deliveries, setDeliveries] = useState(props.deliveries);
  const [clips, setClips] = useState(props.clips);
  const [refusals, setRefusals] = useState(props.refusals);
  const [uploads, setUploads] = useState<Readonly<Record<string, Upload>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const barred = !camper.consentToFilm ? 'No consent to film.' : camper.sore ? 'A sore arm.' : null;
  const mayThrow = !barred && props.arm.left > 0;
  const working = clips.some((c) => c.state !== 'ready');

  useEffect(() => {
    if (!working) return;
    const timer = setInterval(() => {
      askServer<{ clips: SortClip[]; refusals: SortProps['refusals'] }>(`/api/campers/${camper.id}/films`, { method: 'GET' })
        .then((now) => {
          setClips(now.clips);
          setRefusals(now.refusals);
        })
        .catch((error: Error) => setProblem(error.message));
    }, 700);
    return () => clearInterval(timer);
  }, [working, camper.id]);

  const attach = (deliveryId: string, view: ViewId, file: File): void => {
    const key = `${deliveryId} ${view}`;
    setProblem(null);
    const request = new XMLHttpRequest();
    request.open('POST', `/api/clips?${new URLSearchParams({ deliveryId, view, fileName: file.name })}`);
    request.upload.onprogress = (e) =>
      setUploads((u) => ({ ...u, [key]: { share: e.total > 0 ? e.loaded / e.total : 0, text: `${file.name}, sent` } }));
    const done = (): void => setUploads(({ [key]: _, ...rest }) => rest);
    request.onload = () => {
      done();
      const answer = JSON.parse(request.responseText || '{}') as { id?: string; title?: string };
      if (request.status >= 400 || !answer.id)
        return setProblem(`${file.name} was not taken. ${answer.title ?? `The server answered ${request.status}.`}`);
      setClips((c) => [
        ...c,
        {
          id: answer.id!,
          deliveryId,
          view,
          fileName: file.name,
          state: 'checking',
          progress: 0,
          captureScale: 1,
          frames: null,
          rate: null,
        },
      ]);
    };
    request.onerror = () => {
      done();
      setProblem(`${file.name} was not sent: the server does not answer. Choose it again when it does.`);
    };
    setUploads((u) => ({ ...u, [key]: { share: 0, text: `${file.name}, sent` } }));
    request.send(file);
  };

  const [kind, setKind] = useState<DeliveryKind>('stretch');
  /** Lets the simulated camera film a view; it tells how far it is, a line at a time. */
  const filmSimulated = async (deliveryId: string, view: ViewId): Promise<void> => {
    const key = `${deliveryId} ${view}`;
    setProblem(null);
    setUploads((u) => ({ ...u, [key]: { share: 0, text: 'The simulated camera films' } }));
    try {
      const answer = await fetch('/api/simulated-films', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ deliveryId, view }),
      });
      if (!answer.ok || !answer.body)
        throw new Error(((await answer.json()) as { title?: string }).title ?? 'The simulated camera does not answer.');
      let rest = '';
      for (const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader(); ; ) {
        const { done, value } = await reader.read();
        if (done) break;
        const lines = (rest + value).split('\n');
        rest = lines.pop()!;
        for (const line of lines) {
          const news = JSON.parse(line) as { share?: number; id?: string; title?: string };
          if (news.title) throw new Error(news.title);
          if (news.share !== undefined) setUploads((u) => ({ ...u, [key]: { ...u[key]!, share: news.share! } }));
          if (news.id)
            setClips((c) => [
              ...c,
              {
                id: news.id!,
                deliveryId,
                view,
                fileName: 'simulated.mp4',
                state: 'checking',
                progress: 0,
                captureScale: 1,
                frames: null,
                rate: null,
              },
            ]);
        }
      }
    } catch (error) {
      setProblem((error as Error).message);
    }
    setUploads(({ [key]: _, ...others }) => others);
  };

  const addDelivery = (): void => {
    setProblem(null);
    askServer<{ id: string; number: number; kind: string }>('/api/deliveries', {
      method: 'POST',
      body: { id: v7(), camperId: camper.id, kind, thrownOn: props.today },
    })
      .then((d) => setDeliveries((all) => [...all, d]))
      .catch((error: Error) => setProblem(error.message));
  };
  const remove = (id: string): void => {
    askServer(`/api/clips/${id}`, { method: 'DELETE' })
      .then(() => setClips((c) => c.filter((x) => x.id !== id)))
      .catch((error: Error) => setProblem(error.message));
  };
  const rescale = (id: string, captureScale: number): void => {
    askServer(`/api/clips/${id}`, { method: 'PATCH', body: { captureScale } })
      .then(() => setClips((c) => c.map((x) => (x.id === id ? { ...x, captureScale } : x))))
      .catch((error: Error) => setProblem(error.message));
  };
  const dismiss = (id: string): void => {
    askServer(`/api/refusals/${id}`, { method: 'DELETE' })
      .then(() => setRefusals((r) => r.filter((x) => x.id !== id)))
      .catch((error: Error) => setProblem(error.message));
  };
  const ready = clips.length > 0 && clips.every((c) => c.state === 'ready');

  return (
    <main data-awake={awake} className="mx-auto max-w-[1180px] px-5 pb-10">
      <header className="flex flex-wrap items-stretch gap-4 border-b-2 border-ink">
        <a
          href="/"
          className="bib-block min-h-[76px] min-w-[96px] !text-[48px] no-underline"
          aria-label={`Bib ${camper.bib}; back to the camp`}
        >
          {camper.bib}
        </a>
        <div className="min-w-0 flex-1 basis-[200px] self-center">
          <h1 className="m-0 text-[32px]">{camper.name}</h1>
          <p className="m-0 text-[15px] text-soft">
            {camper.age}, throws {camper.hand === 'L' ? 'left' : 'right'} · guardian {camper.guardian}
            {!barred && props.arm.left > 0 && ` · ${props.arm.left} throws left today`}
          </p>
        </div>
        <div className="ms-auto flex flex-wrap items-center gap-3 py-2">
          <a className="quiet-action min-h-[48px]" href={`/campers/${camper.bib}/card`}>
            Card
          </a>
          {mayThrow && (
            <label className="text-[15px] text-soft">
              from the{' '}
              <select
                value={kind}
                onChange={(e) => setKind(e.target.value as DeliveryKind)}
                className="min-h-[48px] border-[1.5px] border-soft bg-paper px-2 text-[16px] text-ink"
              >
                {DELIVERY_KINDS.map((k) => (
                  <option key={k} value={k}>
                    {KIND_NAMES[k]}
                  </option>
                ))}
              </select>
            </label>
          )}
          {mayThrow && (
            <button
              type="button"
              className={ready ? 'quiet-action min-h-[48px]' : 'main-action min-h-[48px]'}
              onClick={addDelivery}
            >
              {deliveries.length === 0 ? 'First delivery' : 'Next delivery'}
            </button>
          )}
          {ready && props.mayScore && (
            <a className="main-action min-h-[48px]" href={`/bench/${camper.bib}`}>
              To the bench
            </a>
          )}
        </div>
      </header>

      {barred && (
        <p className="care-band my-5 px-5 py-4 text-[18px]">
          <b>{barred}</b>{' '}
          {camper.consentToFilm
            ? `Bib ${camper.bib} does not throw and is not filmed today. The family is told, and a licensed medical professional decides when throwing starts again.`
            : `Nobody has agreed to filming bib ${camper.bib}. No film is taken in and nothing is handed out.`}
        </p>
      )}
      {!barred && !mayThrow && (
        <p className="care-band my-5 px-5 py-4 text-[18px]">
          <b>Arm care.</b> {props.arm.says} Films of what has been thrown are taken in; only the lead allows more, on the{' '}
          <a href={`/campers/${camper.bib}/card`}>card</a>.
        </p>
      )}
      {problem && (
        <p role="alert" className="care-band my-4 px-5 py-3 text-[17px]">
          {problem}
        </p>
      )}
      {refusals.map((r) => (
        <p key={r.id} role="alert" className="care-band my-4 flex flex-wrap items-center gap-4 px-5 py-3 text-[16px]">
          <span className="flex-1">
            <b>{r.fileName} was not taken.</b> {r.reason} Nothing of it was kept.
          </span>
          <button type="button" className="quiet-action" onClick={() => dismiss(r.id)}>
            Read
          </button>
        </p>
      ))}
      {mayThrow && deliveries.length === 0 && (
        <p className="my-8 text-[20px]">
          No delivery yet. Start with <b>First delivery</b>, then drop the film of each view: open side and front.
        </p>
      )}

      {deliveries.map((d) => (
        <section key={d.id} aria-labelledby={`d-${d.number}`} className="border-b border-rule py-4">
          <h2 id={`d-${d.number}`} className="m-0 mb-2 text-[24px]">
            Delivery {d.number} <span className="text-[17px] font-medium text-soft">{KIND_NAMES[d.kind as DeliveryKind]}</span>
          </h2>
          <div className="grid grid-cols-[1fr_1fr_250px] grid-rows-[1fr_1fr] gap-3 max-[900px]:grid-cols-1 max-[900px]:grid-rows-none">
            {VIEWS.map(([view, name]) => {
              const clip = clips.find((c) => c.deliveryId === d.id && c.view === view);
              const upload = uploads[`${d.id} ${view}`];
              return clip ? (
                <ClipCard
                  key={view}
                  clip={clip}
                  name={name}
                  onRemove={() => remove(clip.id)}
                  onRescale={(k) => rescale(clip.id, k)}
                />
              ) : (
                <DropPlace
                  key={view}
                  name={name}
                  upload={upload}
                  barred={barred !== null}
                  needed={view === 'openSide' || view === 'front'}
                  onFile={(f) => attach(d.id, view, f)}
                  onSimulate={
                    props.simulated && (view === 'openSide' || view === 'front') ? () => void filmSimulated(d.id, view) : null
                  }
                />
              );
            })}
          </div>
        </section>
      ))}
    </main>
  );
}

function ClipCard({
  clip,
  name,
  onRemove,
  onRescale,
}: {
  clip: SortClip;
  name: string;
  onRemove: () => void;
  onRescale: (k: number) => void;
}) {
  const main = clip.view === 'openSide' || clip.view === 'front';
  const share = clip.state === 'ready' ? 1 : clip.state === 'copying' ? 0.3 + 0.7 * clip.progress : 0.15;
  return (
    <div
      className={`grid border border-rule bg-paper ${main ? 'row-span-2 grid-rows-[auto_200px_auto]' : 'grid-rows-[auto_90px_auto]'}`}
      data-testid={`clip-${clip.view}`}
      data-state={clip.state}
    >
      <p className="sign m-0 flex justify-between px-3 py-[6px] text-[18px] font-semibold">
        {name}
        {clip.state === 'ready' && <span className="text-grass">ready</span>}
      </p>
      {clip.state === 'ready' ? (
        <img
          src={`/api/clips/${clip.id}/frames/${Math.floor((clip.frames ?? 2) / 2)}`}
          alt={`${name}, a frame from the middle`}
          loading="lazy"
          className="h-full w-full object-cover"
        />
      ) : (
        <div className="grid content-center gap-2 bg-wash px-4">
          <span className="text-[15px]">
            {clip.state === 'checking' ? 'Every frame is checked' : `Copy for the bench, ${Math.round(100 * clip.progress)} %`}
          </span>
          <progress max={1} value={share} className="h-[10px] w-full accent-clay" aria-label={`${name} in work`} />
        </div>
      )}
      <div className="flex min-h-[44px] flex-wrap items-center justify-between gap-1 px-3 py-1 text-[13.5px] text-soft">
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

function DropPlace({
  name,
  upload,
  barred,
  needed,
  onFile,
  onSimulate,
}: {
  name: string;
  upload: Upload | undefined;
  barred: boolean;
  needed: boolean;
  onFile: (file: File) => void;
  onSimulate: (() => void) | null;
}) {
  const input = useRef<HTMLInputElement>(null);
  const drop = useFileDrop((file) => {
    if (!barred) onFile(file);
  });
  if (upload) {
    return (
      <div
        className={`grid content-center gap-2 border-2 border-dashed border-soft bg-wash px-4 ${needed ? 'row-span-2 min-h-[270px]' : 'min-h-[120px]'}`}
      >
        <span className="sign text-[18px] font-semibold">{name}</span>
        <span className="truncate text-[14px]">
          {upload.text}: {Math.round(100 * upload.share)} %
        </span>
        <progress max={1} value={upload.share} className="h-[10px] w-full accent-clay" aria-label={`${name}: ${upload.text}`} />
      </div>
    );
  }
  return (
    <div
      {...drop.place}
      className={`grid content-center justify-items-start gap-2 border-2 border-dashed px-4 ${needed ? 'row-span-2 min-h-[270px]' : 'min-h-[120px]'} ${drop.over ? 'border-clay bg-wash' : needed ? 'border-soft' : 'border-rule'}`}
    >
      <span className={`sign text-[18px] font-semibold ${needed ? '' : 'text-soft'}`}>
        {name}
        {needed ? '' : ', if filmed'}
      </span>
      <button
        type="button"
        disabled={barred}
        className="quiet-action min-h-[48px] disabled:opacity-50"
        onClick={() => input.current?.click()}
        aria-label={`Choose the film, ${name}`}
      >
        Choose film
      </button>
      {needed && <span className="text-[13.5px] text-soft">or drop it here: MP4, MOV, WebM</span>}
      {onSimulate && (
        <button
          type="button"
          disabled={barred}
          className="quiet-action min-h-[48px]"
          onClick={onSimulate}
          aria-label={`Film with the simulated camera, ${name}`}
        >
          Film with the simulated camera
        </button>
      )}
      <input
        ref={input}
        type="file"
        accept="video/*,.mp4,.mov,.webm"
        hidden
        aria-hidden="true"
        tabIndex={-1}
        data-testid={`file-${name}`}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </div>
  );
}
