import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { z } from 'zod';
import { useMutation } from '@tanstack/react-query';
import {
  filmTakenSchema,
  camperFilmsSchema,
  deliverySchema,
  doneSchema,
  type CamperFilms,
  type DeliveryKind,
  type ViewId,
  type DeliveryId,
  type ClipId,
} from '@stride-chalk/core';
import { askServer, type AskError } from '../../parts/ask-server.ts';
import { known, knownHere, useLive } from '../../parts/use-live.ts';
import { shelfOf } from '../../parts/device-store.ts';
import { campHeaders, pageCamp } from '../../parts/page-camp.ts';
import type { FilmPlace, SortClip, SortProps, Upload } from './types.ts';

const MEGABYTE = 1024 * 1024;
const MOST_BYTES = 200 * MEGABYTE;

/** This browser's own name, made once: it stands for the device where its files name none. null where the browser keeps nothing. */
async function browserName(): Promise<string | null> {
  try {
    const shelf = shelfOf<{ readonly id: string; readonly name: string }>('browser');
    const [kept] = await shelf.all();
    // Pages from before kept it as a text.
    const name = kept?.name ?? localStorage.getItem('stride-chalk.browser') ?? v7();
    if (!kept) await shelf.put({ id: 'name', name });
    localStorage.removeItem('stride-chalk.browser');
    return name;
  } catch {
    return null;
  }
}

const answerSchema = z.union([filmTakenSchema, z.object({ title: z.string() })]);
/** What came back for a film: that it was taken, why not, or nothing that can be read. */
function answerIn(text: string): Partial<z.infer<typeof filmTakenSchema> & { title: string }> {
  try {
    return answerSchema.parse(JSON.parse(text));
  } catch {
    return {};
  }
}

const takenIn = (id: ClipId, deliveryId: DeliveryId, view: ViewId, fileName: string): SortClip => ({
  id,
  deliveryId,
  view,
  fileName,
  state: 'checking',
  problem: null,
  slateBib: null,
  progress: 0,
  captureScale: 1,
  captureKnown: 'sure',
  frames: null,
  rate: null,
});

/** The deliveries and films of one camper, what is on its way, what was refused, and everything that can be done with them. */
export function useCamperFilms(
  props: Pick<SortProps, 'camper' | 'today' | 'deliveries' | 'clips' | 'origins' | 'refusals' | 'removed' | 'filming'>,
) {
  const camperId = props.camper.id;
  const path = `/api/campers/${camperId}/films`;
  const { deliveries: _d, clips: _c, origins: _o, refusals: _r, removed: _v, filming: _f } = props;
  const first: CamperFilms = { deliveries: _d, clips: _c, origins: _o, refusals: _r, removed: _v, filming: _f };
  const { data: films, error } = useLive({ schema: camperFilmsSchema, path, first, about: 'films', camper: camperId });
  /** Shown at once, before the server has been asked again. */
  const show = (change: (films: CamperFilms) => Partial<CamperFilms>): void =>
    void known.setQueryData<CamperFilms>([path], (now) => now && { ...now, ...change(now) });
  const [uploads, setUploads] = useState<Readonly<Record<string, Upload>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  /** A change of rate that touches marked key frames, until it is said once more. */
  const [asked, setAsked] = useState<{ readonly id: ClipId; readonly captureScale: number; readonly words: string } | null>(null);
  const sending = Object.keys(uploads).length > 0;

  /** Does something, then shows what the server has. */
  const { mutate: doing, isPending } = useMutation(
    {
      mutationFn: (work: () => Promise<unknown>) => work(),
      onMutate: () => setProblem(null),
      onError: (refused: Error) => setProblem(refused.message),
      onSettled: () => known.invalidateQueries({ queryKey: [path] }),
    },
    knownHere(),
  );
  const asks = (method: 'POST' | 'PUT' | 'PATCH' | 'DELETE', to: string, body?: unknown): void =>
    doing(() => askServer(doneSchema, to, { method, ...(body === undefined ? {} : { body }) }));
  // What the camera could not film it says once.
  const told = films.filming.find((f) => f.problem !== null)?.problem ?? null;
  useEffect(() => {
    if (told !== null) setProblem(told);
  }, [told]);

  // A film on its way would be lost with the page: the browser asks first.
  useEffect(() => {
    if (!sending) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [sending]);

  const arrived = (id: ClipId, deliveryId: DeliveryId, view: ViewId, fileName: string): void =>
    show(({ clips }) => ({ clips: [...clips.filter((c) => c.id !== id), takenIn(id, deliveryId, view, fileName)] }));
  const under = (key: string, upload: Upload): void => setUploads((u) => ({ ...u, [key]: upload }));
  const over = (key: string): void => setUploads(({ [key]: _, ...rest }) => rest);

  return {
    deliveries: films.deliveries,
    clips: films.clips,
    origins: films.origins,
    refusals: films.refusals,
    removed: films.removed,
    problem: problem ?? error?.message ?? null,
    adding: isPending,
    uploadOf(deliveryId: DeliveryId, view: ViewId): Upload | undefined {
      const camera = films.filming.find((f) => f.problem === null && f.deliveryId === deliveryId && f.view === view);
      return camera ? { share: camera.share, text: 'The simulated camera films' } : uploads[`${deliveryId} ${view}`];
    },

    attach(deliveryId: DeliveryId, view: ViewId, file: File): void {
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
      const named = { deliveryId, view, fileName: file.name.slice(-1000) };
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
      void browserName().then((browser) => {
        request.open('POST', `/api/clips?${new URLSearchParams({ ...named, ...(browser === null ? {} : { browser }) })}`);
        for (const [name, value] of Object.entries(campHeaders(pageCamp()))) request.setRequestHeader(name, value);
        request.send(file);
      });
    },

    /** Lets the simulated camera film; it goes on when this page is left. */
    film(deliveryId: DeliveryId, view: ViewId): void {
      show(({ filming }) => ({ filming: [...filming, { deliveryId, view, share: 0, problem: null }] }));
      asks('POST', '/api/simulated-films', { deliveryId, view });
    },
    again: (id: ClipId): void => asks('POST', `/api/clips/${id}/again`),

    addDelivery(kind: DeliveryKind): void {
      // Two quick taps make one.
      if (isPending) return;
      const body = { id: v7(), camperId, kind, thrownOn: props.today };
      doing(async () => {
        const made = await askServer(deliverySchema, '/api/deliveries', { method: 'POST', body });
        show(({ deliveries }) => ({ deliveries: [...deliveries.filter((d) => d.id !== made.id), made] }));
      });
    },
    /** Takes away a delivery of which nothing is there; its throw is taken back. */
    removeDelivery: (id: DeliveryId): void => asks('DELETE', `/api/deliveries/${id}`),
    /** Removes a film; one with key frames or points on it can be put back for a day. */
    remove: (id: ClipId): void => asks('DELETE', `/api/clips/${id}`),
    putBack: (id: ClipId): void => asks('PUT', `/api/removed-clips/${id}`),
    erase: (id: ClipId): void => asks('DELETE', `/api/removed-clips/${id}`),
    /** Moves a film, with the work on it, to where it belongs. */
    move: (id: ClipId, to: FilmPlace): void => asks('POST', `/api/clips/${id}/move`, to),
    /** Says at what rate a film was shot. Where key frames are marked the server asks once more, in its own words. */
    rescale: (id: ClipId, captureScale: number, confirmed = false): void =>
      doing(async () => {
        try {
          await askServer(doneSchema, `/api/clips/${id}`, { method: 'PATCH', body: { captureScale, confirmed } });
          setAsked(null);
        } catch (refused) {
          const { code, message } = refused as AskError;
          if (code !== 'has-marks') throw refused;
          setAsked({ id, captureScale, words: message });
        }
      }),
    asked,
    notRescaled: (): void => setAsked(null),
    dismiss: (id: string): void => asks('DELETE', `/api/refusals/${id}`),
  };
}
