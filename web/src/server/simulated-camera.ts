import { type ChildProcess, spawn } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { v7 } from 'uuid';
import { ageOn } from '@stride-chalk/core';
import { walkUpOrder } from '@stride-chalk/demo';
import { takeInClip, type ClipRow } from './clips.ts';
import { deliveryWithCamper, requireMayFilm } from './deliveries.ts';
import { arrivalFolder } from './media.ts';
import { Refusal } from './refusal.ts';

/** True where the made-up camp is loaded: only there does a simulated camera stand at the field. */
export const hasSimulatedCamera = (): boolean => process.env.STRIDE_DEMO === '1';

/**
 * Films one view of a delivery with the simulated camera, in a process of its own, and takes the film in like any other.
 * Yields the share that is filmed, at last the clip. Consent and a sore arm stop it before the camera runs.
 */
export async function* filmSimulated(input: {
  readonly deliveryId: string;
  readonly view: 'openSide' | 'front';
  readonly staffId: string;
}): AsyncGenerator<{ readonly share: number } | { readonly clip: ClipRow }> {
  if (!hasSimulatedCamera()) throw new Refusal('no-simulated-camera', 'The simulated camera stands in the demo only.', 404);
  const { delivery, camp, camper } = await deliveryWithCamper(input.deliveryId);
  requireMayFilm(camper);
  const order = walkUpOrder(
    {
      bib: camper.bib,
      ageYears: ageOn(camper.born, camp.firstDay),
      hand: camper.hand,
      heightCentimetres: camper.heightCentimetres,
      delivery: delivery.number,
    },
    input.view,
  );
  yield { share: 0 };
  const path = join(arrivalFolder(), `${v7()}.mp4`);
  let camera: ChildProcess | null = null;
  try {
    camera = spawn(
      process.execPath,
      ['--import', 'tsx', join(process.env.STRIDE_DEMO_CLIPS!, '../src/film-one.ts'), JSON.stringify(order), path],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    const running = camera;
    const ended = new Promise<number | null>((resolve, reject) => {
      running.once('error', reject);
      running.once('close', resolve);
    });
    for await (const line of createInterface({ input: running.stdout! })) yield { share: Number(line) };
    const code = await ended;
    if (code !== 0) throw new Error(`the simulated camera ended with ${code}`);
    const fileName = `simulated-${camper.bib}-${delivery.number}-${input.view === 'front' ? 'front' : 'open-side'}.mp4`;
    yield { clip: await takeInClip({ ...input, fileName, body: Readable.toWeb(createReadStream(path)) as never }) };
  } finally {
    // A coach who leaves the page does not wait for the film.
    camera?.kill();
    await rm(path, { force: true });
    await rm(`${path}.partial`, { force: true });
  }
}
