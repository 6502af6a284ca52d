/** How late a tap may come and still have the whole delivery: the recording has run for so long before it, in milliseconds. */
const BEFORE = 2000;
/** What a browser may record in and the server takes, the best first. */
const KINDS = ['video/mp4;codecs=avc1.640028', 'video/mp4;codecs=avc1.42E01E', 'video/webm;codecs=h264', 'video/webm;codecs=vp9'];
/** Bits for a pixel of each picture: on the high side, so that a hand in motion is not smeared. Our choice, no source. */
const BITS_A_PIXEL = 0.12;
const [FEWEST_BITS, MOST_BITS] = [4_000_000, 40_000_000];

/** What was recorded of one delivery. */
export interface Recorded {
  readonly film: Blob;
  /** When its recording began and ended, by `performance.now()`. */
  readonly from: number;
  readonly to: number;
}

interface Run {
  readonly recorder: MediaRecorder;
  readonly from: number;
  readonly ended: Promise<Recorded>;
}

/** The kind in which this browser records; null where it has none that the server takes. */
export const recordedKind = (isKnown = (kind: string) => MediaRecorder.isTypeSupported(kind)): string | null =>
  KINDS.find(isKnown) ?? null;

/**
 * Records all the time, so that a tap may come late: two recordings run, each begun two seconds after the other one. The tap keeps the older one, which has run for two to four seconds; without a tap
 * the older one is thrown away when the newer one is old enough. Every delivery is a film of its own, with a beginning that any player reads.
 */
export class RollingRecorder {
  readonly #make: () => MediaRecorder;
  readonly #rolled: (film: Recorded) => void;
  #runs: Run[] = [];
  #kept: Run | null = null;
  #timer: ReturnType<typeof setInterval> | undefined;

  /** @param rolled told of each recording that is thrown away: what it has really recorded says how fast the camera is */
  constructor(make: () => MediaRecorder, rolled: (film: Recorded) => void) {
    this.#make = make;
    this.#rolled = rolled;
    this.#roll();
  }

  #roll(): void {
    this.#runs = [this.#begin()];
    this.#timer = setInterval(() => {
      if (this.#runs.length > 1) this.#throwAway(this.#runs.shift()!);
      this.#runs.push(this.#begin());
    }, BEFORE);
  }

  #begin(): Run {
    const recorder = this.#make();
    const from = performance.now();
    const parts: Blob[] = [];
    const ended = new Promise<Recorded>((resolve) => {
      recorder.addEventListener('dataavailable', (event) => parts.push(event.data));
      recorder.addEventListener('stop', () =>
        resolve({ film: new Blob(parts, { type: recorder.mimeType.split(';')[0]! }), from, to: performance.now() }),
      );
    });
    recorder.start();
    return { recorder, from, ended };
  }

  #throwAway(run: Run): void {
    if (run.recorder.state === 'inactive') return;
    run.recorder.stop();
    void run.ended.then(this.#rolled);
  }

  /** Whether a delivery is being filmed. */
  get filming(): boolean {
    return this.#kept !== null;
  }

  /** Keeps what has been recorded for two seconds or more, and what comes. */
  take(): void {
    if (this.#kept || this.#runs.length === 0) return;
    clearInterval(this.#timer);
    const [oldest, ...newer] = this.#runs;
    this.#kept = oldest!;
    this.#runs = [];
    for (const run of newer) if (run.recorder.state !== 'inactive') run.recorder.stop();
  }

  /** Ends the film of a delivery; the next one may begin at once. */
  async finish(): Promise<Recorded | null> {
    const kept = this.#kept;
    if (!kept) return null;
    if (kept.recorder.state !== 'inactive') kept.recorder.stop();
    this.#kept = null;
    this.#roll();
    return kept.ended;
  }

  close(): void {
    clearInterval(this.#timer);
    for (const { recorder } of [...this.#runs, ...(this.#kept ? [this.#kept] : [])])
      if (recorder.state !== 'inactive') recorder.stop();
    this.#runs = [];
    this.#kept = null;
  }
}

/** What a recorder of a camera's pictures is made with: as many bits as its size and rate are worth. */
export function recorderOptions(
  kind: string,
  picture: { readonly width?: number; readonly height?: number; readonly frameRate?: number },
) {
  const { width = 1280, height = 720, frameRate = 30 } = picture;
  const bits = Math.round(width * height * frameRate * BITS_A_PIXEL);
  return { mimeType: kind, videoBitsPerSecond: Math.max(FEWEST_BITS, Math.min(MOST_BITS, bits)) };
}
