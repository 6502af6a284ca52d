import type { CamperFilms, CamperId } from '@stride-chalk/core';
import { camperById } from './campers.ts';
import { clipsOf } from './clips.ts';
import { slateBibsOf } from './films.ts';
import { refusalsOf } from './refusals.ts';
import { deliveriesOf } from './deliveries.ts';
import { removedOf } from './remove-clip.ts';
import { originsOf } from './tray/origins.ts';
import { filmingOf } from './simulated-camera.ts';

/** The films of one camper as the sort page lists them, and the files that were turned away. */
export async function filmsOfCamper(camperId: CamperId): Promise<CamperFilms> {
  const deliveries = await deliveriesOf(camperId);
  const ids = deliveries.map((d) => d.id);
  const [clips, refusals, removed, origins] = await Promise.all([clipsOf(ids), refusalsOf(ids), removedOf(ids), originsOf(ids)]);
  const slates = await slateBibsOf(clips.map((c) => c.filmId));
  const bib = slates.size === 0 ? null : (await camperById(camperId)).camper.bib;
  /** What a slate says that does not say him. */
  const otherBib = (bibs: readonly number[]): number | null => (bib === null || bibs.includes(bib) ? null : (bibs[0] ?? null));
  return {
    filming: filmingOf(ids),
    deliveries: deliveries.map(({ id, number, kind, occasion }) => ({ id, number, kind, occasion })),
    origins,
    clips: clips.map((c) => ({
      id: c.id,
      deliveryId: c.deliveryId,
      view: c.view,
      fileName: c.fileName,
      state: c.state,
      progress: c.progress,
      captureScale: c.captureScale,
      captureKnown: c.captureKnown,
      problem: c.problem,
      slateBib: otherBib(slates.get(c.filmId) ?? []),
      frames: c.frames,
      rate: c.frames && c.seconds ? (c.frames - 1) / c.seconds : null,
    })),
    removed,
    refusals: refusals.map(({ id, deliveryId, view, fileName, reason }) => ({ id, deliveryId, view, fileName, reason })),
  };
}
