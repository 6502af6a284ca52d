import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import type { DeliveryKind, ViewId } from '@stride-chalk/core';
import { askServer } from '../../parts/ask-server.ts';
import { filmSimulated } from './film-simulated.ts';
import type { SortClip, SortProps, Upload } from './types.ts';

/** How often the server is asked while a film is in work, in milliseconds. */
const ASK_EVERY = 700;

const takenIn = (id: string, deliveryId: string, view: ViewId, fileName: string): SortClip => ({
  id,
  deliveryId,
  view,
  fileName,
  state: 'checking',
  progress: 0,
  captureScale: 1,
  frames: null,
  rate: null,
});

/** The deliveries and films of one camper, what is on its way, what was refused, and everything that can be done with them. */
export function useCamperFilms(props: Pick<SortProps, 'camper' | 'today' | 'deliveries' | 'clips' | 'refusals'>) {
  const camperId = props.camper.id;
  const [deliveries, setDeliveries] = useState(props.deliveries);
  const [clips, setClips] = useState(props.clips);
  const [refusals, setRefusals] = useState(props.refusals);
  const [uploads, setUploads] = useState<Readonly<Record<string, Upload>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const failed = (error: Error): void => setProblem(error.message);
  const working = clips.some((c) => c.state !== 'ready');

  useEffect(() => {
    if (!working) return;
    const timer = setInterval(() => {
      askServer<{ clips: SortClip[]; refusals: SortProps['refusals'] }>(`/api/campers/${camperId}/films`, { method: 'GET' })
        .then((now) => {
          setClips(now.clips);
          setRefusals(now.refusals);
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
    uploadOf: (deliveryId: string, view: ViewId): Upload | undefined => uploads[`${deliveryId} ${view}`],

    attach(deliveryId: string, view: ViewId, file: File): void {
      const key = `${deliveryId} ${view}`;
      const text = `${file.name}, sent`;
      setProblem(null);
      const request = new XMLHttpRequest();
      request.open('POST', `/api/clips?${new URLSearchParams({ deliveryId, view, fileName: file.name })}`);
      request.upload.onprogress = (e) => under(key, { share: e.total > 0 ? e.loaded / e.total : 0, text });
      request.onload = () => {
        over(key);
        const answer = JSON.parse(request.responseText || '{}') as { id?: string; title?: string };
        if (request.status < 400 && answer.id) return arrived(answer.id, deliveryId, view, file.name);
        setProblem(`${file.name} was not taken. ${answer.title ?? `The server answered ${request.status}.`}`);
      };
      request.onerror = () => {
        over(key);
        setProblem(`${file.name} was not sent: the server does not answer. Choose it again when it does.`);
      };
      under(key, { share: 0, text });
      request.send(file);
    },

    async film(deliveryId: string, view: ViewId): Promise<void> {
      const key = `${deliveryId} ${view}`;
      const text = 'The simulated camera films';
      setProblem(null);
      under(key, { share: 0, text });
      await filmSimulated(deliveryId, view, (share) => under(key, { share, text }))
        .then((id) => arrived(id, deliveryId, view, 'simulated.mp4'))
        .catch(failed);
      over(key);
    },

    addDelivery(kind: DeliveryKind): void {
      setProblem(null);
      askServer<SortProps['deliveries'][number]>('/api/deliveries', {
        method: 'POST',
        body: { id: v7(), camperId, kind, thrownOn: props.today },
      })
        .then((d) => setDeliveries((all) => [...all, d]))
        .catch(failed);
    },
    remove(id: string): void {
      askServer(`/api/clips/${id}`, { method: 'DELETE' })
        .then(() => setClips((c) => c.filter((x) => x.id !== id)))
        .catch(failed);
    },
    rescale(id: string, captureScale: number): void {
      askServer(`/api/clips/${id}`, { method: 'PATCH', body: { captureScale } })
        .then(() => setClips((c) => c.map((x) => (x.id === id ? { ...x, captureScale } : x))))
        .catch(failed);
    },
    dismiss(id: string): void {
      askServer(`/api/refusals/${id}`, { method: 'DELETE' })
        .then(() => setRefusals((r) => r.filter((x) => x.id !== id)))
        .catch(failed);
    },
  };
}
