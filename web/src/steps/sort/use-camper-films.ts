import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { camperFilmsSchema, deliverySchema, doneSchema, type DeliveryKind, type ViewId } from '@stride-chalk/core';
import { askServer, type AskError } from '../../parts/ask-server.ts';
import { campHeaders, pageCamp } from '../../parts/page-camp.ts';
import type { FilmPlace, SortClip, SortProps, Upload } from './types.ts';

/** How often the server is asked while a film is in work, in milliseconds. */
const ASK_EVERY = 700;

const MEGABYTE = 1024 * 1024;
const MOST_BYTES = 200 * MEGABYTE;

/** This browser's own name, made once: it stands for the device where its files name none. */
function browserName(): string {
  const key = 'stride-chalk.browser';
  const name = localStorage.getItem(key) ?? v7();
  localStorage.setItem(key, name);
  return name;
}

function answerIn(text: string): { readonly id?: string; readonly title?: string } {
  try {
    return JSON.parse(text || '{}') as { id?: string; title?: string };
  } catch {
    return {};
  }
}

const takenIn = (id: string, deliveryId: string, view: ViewId, fileName: string): SortClip => ({
  id,
  deliveryId,
  view,
  fileName,
  state: 'checking',
  problem: null,
  progress: 0,
  captureScale: 1,
  captureKnown: 'sure',
  frames: null,
  rate: null,
});

/** The deliveries and films of one camper, what is on its way, what was refused, and everything that can be done with them. */
export function useCamperFilms(
  props: Pick<SortProps, 'camper' | 'today' | 'deliveries' | 'clips' | 'refusals' | 'removed' | 'filming'>,
) {
  const camperId = props.camper.id;
  const [deliveries, setDeliveries] = useState(props.deliveries);
  const [clips, setClips] = useState(props.clips);
  const [refusals, setRefusals] = useState(props.refusals);
  const [removed, setRemoved] = useState(props.removed);
  const [uploads, setUploads] = useState<Readonly<Record<string, Upload>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const failed = (error: Error): void => setProblem(error.message);
  const [filming, setFilming] = useState(props.filming);
  const [adding, setAdding] = useState(false);
  /** A change of rate that touches marked key frames, until it is said once more. */
  const [asked, setAsked] = useState<{ readonly id: string; readonly captureScale: number; readonly words: string } | null>(null);
  const working = filming.length > 0 || clips.some((c) => c.state === 'checking' || c.state === 'copying');
  const sending = Object.keys(uploads).length > 0;

  const now = () => askServer(camperFilmsSchema, `/api/campers/${camperId}/films`, { method: 'GET' });
  const taken = (films: Pick<SortProps, 'clips' | 'refusals' | 'removed'>): void => {
    setClips(films.clips);
    setRefusals(films.refusals);
    setRemoved(films.removed);
  };
  /** Does something, then shows what the server has. */
  const doing = (work: Promise<unknown>): void => {
    setProblem(null);
    work.then(now).then(taken).catch(failed);
  };

  // A film on its way would be lost with the page: the browser asks first.
  useEffect(() => {
    if (!sending) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [sending]);

  useEffect(() => {
    if (!working) return;
    const timer = setInterval(() => {
      now()
        .then((films) => {
          taken(films);
          setFilming(films.filming.filter((f) => f.problem === null));
          const told = films.filming.find((f) => f.problem !== null);
          if (told) setProblem(told.problem);
        })
        .catch((error: Error) => setProblem(error.message));
    }, ASK_EVERY);
    return () => clearInterval(timer);
  }, [working, camperId]);

  const arrived = (id: string, deliveryId: string, view: ViewId, fileName: string): void =>
    setClips((c) => [...c, takenIn(id, deliveryId, view, fileName)]);
  const under = (key: string, upload: Upload): void => setUploads((u) => ({ ...u, [key]: upload }));
  const over = (key: string): void => setUploads(({ [key]: _, ...rest }) => rest);

  return {
    deliveries,
    clips,
    refusals,
    problem,
    adding,
    uploadOf(deliveryId: string, view: ViewId): Upload | undefined {
      const camera = filming.find((f) => f.deliveryId === deliveryId && f.view === view);
      return camera ? { share: camera.share, text: 'The simulated camera films' } : uploads[`${deliveryId} ${view}`];
    },

    attach(deliveryId: string, view: ViewId, file: File): void {
      const key = `${deliveryId} ${view}`;
      const text = `${file.name}, sent`;
      setProblem(null);
      // Known before a byte is sent.
      if (file.size > MOST_BYTES) {
        setProblem(
          `${file.name} is ${Math.ceil(file.size / MEGABYTE)} MB; at most ${MOST_BYTES / MEGABYTE} MB are taken. Cut it to one delivery on your device.`,
        );
        return;
      }
      const request = new XMLHttpRequest();
      const named = { deliveryId, view, fileName: file.name.slice(-1000), browser: browserName() };
      request.open('POST', `/api/clips?${new URLSearchParams(named)}`);
      for (const [name, value] of Object.entries(campHeaders(pageCamp()))) request.setRequestHeader(name, value);
      request.upload.onprogress = (e) => under(key, { share: e.total > 0 ? e.loaded / e.total : 0, text });
      request.onload = () => {
        over(key);
        const answer = answerIn(request.responseText);
        if (request.status < 400 && answer.id) return arrived(answer.id, deliveryId, view, file.name);
        setProblem(`${file.name} was not taken. ${answer.title ?? `The server answered ${request.status}.`}`);
      };
      request.onerror = () => {
        over(key);
        setProblem(
          `${file.name} was not sent: the server does not answer. It is still on your device; choose it again when it does.`,
        );
      };
      under(key, { share: 0, text });
      request.send(file);
    },

    /** Lets the simulated camera film; it goes on when this page is left. */
    film(deliveryId: string, view: ViewId): void {
      setProblem(null);
      askServer(doneSchema, '/api/simulated-films', { method: 'POST', body: { deliveryId, view } })
        .then(() => setFilming((f) => [...f, { deliveryId, view, share: 0, problem: null }]))
        .catch(failed);
    },
    again(id: string): void {
      setProblem(null);
      askServer(doneSchema, `/api/clips/${id}/again`, { method: 'POST' })
        .then(() => setClips((c) => c.map((x) => (x.id === id ? { ...x, state: 'copying', problem: null, progress: 0 } : x))))
        .catch(failed);
    },

    addDelivery(kind: DeliveryKind): void {
      // Two quick taps make one.
      if (adding) return;
      setAdding(true);
      setProblem(null);
      askServer(deliverySchema, '/api/deliveries', {
        method: 'POST',
        body: { id: v7(), camperId, kind, thrownOn: props.today },
      })
        .then((d) => setDeliveries((all) => [...all, d]))
        .catch(failed)
        .finally(() => setAdding(false));
    },
    /** Takes away a delivery of which nothing is there; its throw is taken back. */
    removeDelivery(id: string): void {
      setProblem(null);
      askServer(doneSchema, `/api/deliveries/${id}`, { method: 'DELETE' })
        .then(() => setDeliveries((all) => all.filter((d) => d.id !== id)))
        .catch(failed);
    },
    /** Removes a film; one with key frames or points on it can be put back for a day. */
    remove: (id: string): void => doing(askServer(doneSchema, `/api/clips/${id}`, { method: 'DELETE' })),
    removed,
    putBack: (id: string): void => doing(askServer(doneSchema, `/api/removed-clips/${id}`, { method: 'PUT' })),
    erase: (id: string): void => doing(askServer(doneSchema, `/api/removed-clips/${id}`, { method: 'DELETE' })),
    /** Moves a film, with the work on it, to where it belongs. */
    move: (id: string, to: FilmPlace): void =>
      doing(askServer(doneSchema, `/api/clips/${id}/move`, { method: 'POST', body: to })),
    /** Says at what rate a film was shot. Where key frames are marked the server asks once more, in its own words. */
    rescale(id: string, captureScale: number, confirmed = false): void {
      askServer(doneSchema, `/api/clips/${id}`, { method: 'PATCH', body: { captureScale, confirmed } })
        .then(() => {
          setAsked(null);
          // The answer may have served other films of the same device.
          return now().then(taken);
        })
        .catch((error: AskError) =>
          error.code === 'has-marks' ? setAsked({ id, captureScale, words: error.message }) : setProblem(error.message),
        );
    },
    asked,
    notRescaled: (): void => setAsked(null),
    dismiss(id: string): void {
      askServer(doneSchema, `/api/refusals/${id}`, { method: 'DELETE' })
        .then(() => setRefusals((r) => r.filter((x) => x.id !== id)))
        .catch(failed);
    },
  };
}
