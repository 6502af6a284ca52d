import { clipsOf } from './clips.ts';
import { refusalsOf } from './refusals.ts';
import { deliveriesOf } from './deliveries.ts';
import { removedOf } from './remove-clip.ts';
import { filmingOf } from './simulated-camera.ts';

/** The films of one camper as the sort page lists them, and the files that were turned away. */
export async function filmsOfCamper(camperId: string) {
  const deliveries = await deliveriesOf(camperId);
  const ids = deliveries.map((d) => d.id);
  const [clips, refusals, removed] = await Promise.all([clipsOf(ids), refusalsOf(ids), removedOf(ids)]);
  return {
    filming: filmingOf(ids),
    deliveries: deliveries.map(({ id, number, kind }) => ({ id, number, kind })),
    clips: clips.map((c) => {
      const times = c.frameTimes;
      const length = times && times.length > 1 ? times[times.length - 1]! - times[0]! : 0;
      return {
        id: c.id,
        deliveryId: c.deliveryId,
        view: c.view,
        fileName: c.fileName,
        state: c.state,
        progress: c.progress,
        captureScale: c.captureScale,
        captureKnown: c.captureKnown,
        problem: c.problem,
        frames: times?.length ?? null,
        rate: length > 0 ? (times!.length - 1) / length : null,
      };
    }),
    removed,
    refusals: refusals.map(({ id, deliveryId, view, fileName, reason }) => ({ id, deliveryId, view, fileName, reason })),
  };
}
