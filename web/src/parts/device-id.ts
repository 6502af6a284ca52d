import { v4 } from 'uuid';
import { shelfOf } from './device-store.ts';

/** What this device chose once and keeps: its own random id, its camera, from where it films. */
export interface DeviceChoices {
  readonly id: 'choices';
  /** By this the server tells what two devices say of one throw apart. It names nobody. */
  readonly device: string;
  readonly cameraId?: string;
  readonly view?: string;
}

const shelf = shelfOf<DeviceChoices>('device');

/** What this device has chosen so far; the first time it gets an id. A browser that keeps nothing gets a new one each time. */
export async function deviceChoices(): Promise<DeviceChoices> {
  const [kept] = await shelf.all().catch(() => []);
  if (kept) return kept;
  const made = { id: 'choices', device: v4() } as const;
  await shelf.put(made).catch(() => undefined);
  return made;
}

export async function choose(change: Partial<Pick<DeviceChoices, 'cameraId' | 'view'>>): Promise<void> {
  await shelf.put({ ...(await deviceChoices()), ...change }).catch(() => undefined);
}
