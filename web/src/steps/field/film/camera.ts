/** A camera that is open. */
export interface OpenCamera {
  readonly stream: MediaStream;
  readonly id: string;
  /** Whether its exposure stays as it is now; 'cannot' where the device does not let it. */
  readonly lockExposure: () => Promise<'locked' | 'cannot'>;
  readonly close: () => void;
}
export interface CameraChoice {
  readonly id: string;
  readonly name: string;
}

/** What stands for no camera of the device at all: a filmed delivery that is played into the same path. */
export const STAND_IN = 'stand-in';
/** Sizes that are tried, the largest first: of two that give the same rate the larger one is better. */
const WIDTHS = [1920, 1280, 960] as const;
/** More is not asked for. */
const MOST_RATE = 240;

/** The cameras of this device as far as it tells; their names are known once one was allowed. */
export async function camerasHere(): Promise<CameraChoice[]> {
  const all = (await navigator.mediaDevices?.enumerateDevices().catch(() => [])) ?? [];
  return all
    .filter((d) => d.kind === 'videoinput')
    .map((d, i) => ({ id: d.deviceId, name: d.label === '' ? `Camera ${i + 1}` : d.label }));
}

/**
 * Opens a camera of the device at the highest rate that it takes, at the largest size that has this rate; the one on the back where none was chosen.
 *
 * @throws Error in words for whoever holds the phone
 */
export async function openCamera(cameraId: string | null): Promise<OpenCamera> {
  if (!navigator.mediaDevices)
    throw new Error('The camera can only be used over HTTPS: open the address that begins with https.');
  const asked = cameraId === null ? { facingMode: { ideal: 'environment' } } : { deviceId: { exact: cameraId } };
  const wanted = { ...asked, width: { ideal: WIDTHS[0] }, frameRate: { ideal: MOST_RATE } };
  const stream = await navigator.mediaDevices.getUserMedia({ video: wanted, audio: false }).catch(async (error: DOMException) => {
    // The camera that was chosen is not there any more: any other one.
    if (cameraId !== null && ['OverconstrainedError', 'NotFoundError'].includes(error.name))
      return (await openCamera(null)).stream;
    throw new Error(whyNot(error.name));
  });
  const track = stream.getVideoTracks()[0]!;
  await takeFastest(track);
  return {
    stream,
    id: track.getSettings().deviceId ?? '',
    lockExposure: () => lockExposure(track),
    close: () => {
      for (const t of stream.getTracks()) t.stop();
    },
  };
}

const whyNot = (name: string): string =>
  name === 'NotAllowedError'
    ? 'The camera is not allowed here. Allow it for this page in the settings of the browser, then open it again.'
    : name === 'NotFoundError'
      ? 'This device has no camera. Count here, and let another one film.'
      : name === 'NotReadableError'
        ? 'The camera is used by another program. Close that one, then open it again.'
        : 'The camera cannot be opened on this device.';

/** Asks a camera for its fastest rate at each size, and stays with the best. What it then really gives is counted in what it films. */
async function takeFastest(track: MediaStreamTrack): Promise<void> {
  const most = track.getCapabilities?.().frameRate?.max ?? MOST_RATE;
  const frameRate = { ideal: Math.min(most, MOST_RATE) };
  let best: { readonly rate: number; readonly width: number } | null = null;
  for (const width of WIDTHS) {
    const done = await track.applyConstraints({ width: { ideal: width }, frameRate }).then(
      () => true,
      () => false,
    );
    if (!done) continue;
    const rate = track.getSettings().frameRate ?? 0;
    if (best === null || rate > best.rate + 1) best = { rate, width };
  }
  if (best) await track.applyConstraints({ width: { ideal: best.width }, frameRate }).catch(() => undefined);
}

/** Not every browser names what it can hold still. */
interface Exposing {
  readonly exposureMode?: readonly string[] | string;
  readonly exposureTime?: unknown;
}
async function lockExposure(track: MediaStreamTrack): Promise<'locked' | 'cannot'> {
  const able = (track.getCapabilities?.() ?? {}) as Exposing;
  if (!able.exposureMode?.includes('manual')) return 'cannot';
  const { exposureTime } = track.getSettings() as Exposing;
  const held = { exposureMode: 'manual', ...(typeof exposureTime === 'number' ? { exposureTime } : {}) };
  return track.applyConstraints({ advanced: [held as MediaTrackConstraintSet] }).then(
    () => 'locked' as const,
    () => 'cannot' as const,
  );
}

/** The pictures of the stand-in, a second. */
const PLAYED_RATE = 60;

/** Plays a filmed delivery again and again as if a camera saw it: everything behind it is what a camera's pictures go through. */
export async function openStandIn(url: string): Promise<OpenCamera> {
  const film = document.createElement('video');
  Object.assign(film, { muted: true, loop: true, playsInline: true, src: url });
  await film.play().catch(() => {
    throw new Error('The film of the simulated camera is not on this device: open it once with a network.');
  });
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width: film.videoWidth, height: film.videoHeight });
  const pen = canvas.getContext('2d')!;
  pen.drawImage(film, 0, 0);
  const stream = canvas.captureStream(PLAYED_RATE);
  let drawn = requestAnimationFrame(function draw() {
    pen.drawImage(film, 0, 0);
    drawn = requestAnimationFrame(draw);
  });
  return {
    ...{ stream, id: STAND_IN },
    lockExposure: async () => 'cannot',
    close: () => {
      cancelAnimationFrame(drawn);
      film.pause();
      film.removeAttribute('src');
      for (const t of stream.getTracks()) t.stop();
    },
  };
}
