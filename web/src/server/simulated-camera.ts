import { spawn } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { v7 } from 'uuid';
import { ageOrZero, type DeliveryId, type StaffId } from '@stride-chalk/core';
import { walkUpOrder } from '@stride-chalk/demo';
import { takeInClip } from './take-in-clip.ts';
import { deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { keepInMind } from './intake/run-tool.ts';
import { tellCamp } from './live.ts';
import { log } from './log.ts';
import { arrivalFolder } from './media.ts';
import { Refusal } from './refusal.ts';

/** True where the made-up camp is loaded: only there does a simulated camera stand at the field. */
export const hasSimulatedCamera = (): boolean => process.env.STRIDE_DEMO === '1';

/**
 * A delivery that the simulated camera has filmed: a phone without a camera plays it as if it saw it.
 *
 * @throws Refusal outside the demo
 */
export function standInFilm(): { readonly path: string; readonly etag: string } {
  if (!hasSimulatedCamera()) throw new Refusal('no-simulated-camera', 'The simulated camera stands in the demo only.', 404);
  return { path: join(process.env.STRIDE_DEMO_CLIPS!, STAND_IN_FILM), etag: STAND_IN_FILM };
}
const STAND_IN_FILM = '27-1-open-side.mp4';

/** A view that the simulated camera films just now, or that it could not film. */
export interface Filming {
  readonly deliveryId: DeliveryId;
  readonly view: 'openSide' | 'front';
  readonly share: number;
  /** Why it ended without a film, in words; null while it films. */
  readonly problem: string | null;
}
/** What the camera is at, by delivery and view: it goes on when nobody looks, and any page may ask. */
const under = new Map<string, Filming>();
const keyOf = (f: Pick<Filming, 'deliveryId' | 'view'>): string => `${f.deliveryId} ${f.view}`;

/** What the camera films of these deliveries; of what it could not film it says so once. */
export function filmingOf(deliveryIds: readonly string[]): Filming[] {
  const found = [...under.values()].filter((f) => deliveryIds.includes(f.deliveryId));
  for (const f of found) if (f.problem !== null) under.delete(keyOf(f));
  return found;
}

/**
 * Lets the simulated camera film one view of a delivery, in a process of its own, and takes the film in like any other. It answers when the camera has
 * begun; the camera goes on when the page is left. Consent and a sore arm stop it before it runs.
 */
export async function filmSimulated(input: {
  readonly deliveryId: DeliveryId;
  readonly view: 'openSide' | 'front';
  readonly staffId: StaffId;
}): Promise<void> {
  if (!hasSimulatedCamera()) throw new Refusal('no-simulated-camera', 'The simulated camera stands in the demo only.', 404);
  const { delivery, camp, camper } = await deliveryWithCamper(input.deliveryId);
  requireMayFilm(camper);
  const key = keyOf(input);
  if (under.get(key)?.problem === null) return;
  const asked = walkUpOrder(
    {
      bib: camper.bib,
      ageYears: ageOrZero(camper.born, camp.firstDay),
      hand: camper.hand,
      heightCentimetres: camper.heightCentimetres,
      delivery: delivery.number,
    },
    input.view,
  );
  // Tests that only need a film ask for fewer pictures a second: each is rendered.
  const order = { ...asked, framesPerSecond: Number(process.env.STRIDE_SIMULATED_RATE ?? asked.framesPerSecond) };
  let shown = -1;
  const tell = (share: number, problem: string | null = null): void => {
    under.set(key, { deliveryId: input.deliveryId, view: input.view, share, problem });
    // A page needs no more than every twentieth of the way.
    if (problem === null && Math.floor(20 * share) === shown) return;
    shown = Math.floor(20 * share);
    tellCamp(camp.id, { about: 'films', camper: camper.id });
  };
  tell(0);
  const fileName = `simulated-${camper.bib}-${delivery.number}-${input.view === 'front' ? 'front' : 'open-side'}.mp4`;
  void shoot({ ...input, fileName }, JSON.stringify(order), tell)
    .then(() => {
      under.delete(key);
      tellCamp(camp.id, { about: 'films', camper: camper.id });
    })
    .catch((error: unknown) => {
      if (!(error instanceof Refusal)) log.error({ err: error }, 'simulated camera');
      tell(1, error instanceof Refusal ? error.message : 'The simulated camera failed. Ask it again.');
    });
}

async function shoot(
  clip: {
    readonly deliveryId: DeliveryId;
    readonly view: 'openSide' | 'front';
    readonly staffId: StaffId;
    readonly fileName: string;
  },
  order: string,
  tell: (share: number) => void,
): Promise<void> {
  const path = join(arrivalFolder(), `${v7()}.mp4`);
  try {
    const camera = spawn(
      process.execPath,
      ['--import', 'tsx', join(process.env.STRIDE_DEMO_CLIPS!, '../src/film-one.ts'), order, path],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    keepInMind(camera);
    const ended = new Promise<number | null>((resolve, reject) => {
      camera.once('error', reject);
      camera.once('close', resolve);
    });
    for await (const line of createInterface({ input: camera.stdout })) tell(Number(line));
    const code = await ended;
    if (code !== 0) throw new Error(`the simulated camera ended with ${code}`);
    await takeInClip({ ...clip, body: Readable.toWeb(createReadStream(path)) as never });
  } finally {
    await rm(path, { force: true });
    await rm(`${path}.partial`, { force: true });
  }
}
