import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { recordedKind, recorderOptions, RollingRecorder, type Recorded } from './rolling-recorder.ts';

/** A recorder as far as this needs one: what it has recorded says from when to when. */
class FakeRecorder extends EventTarget {
  state: 'inactive' | 'recording' = 'inactive';
  readonly mimeType = 'video/mp4;codecs=avc1';
  #from = 0;
  start(): void {
    this.state = 'recording';
    this.#from = performance.now();
    made.push(this);
  }
  stop(): void {
    this.state = 'inactive';
    const data = new Blob([`${this.#from}-${performance.now()}`]);
    queueMicrotask(() => {
      this.dispatchEvent(Object.assign(new Event('dataavailable'), { data }));
      this.dispatchEvent(new Event('stop'));
    });
  }
}
let made: FakeRecorder[];
let rolled: Recorded[];
const open = (): RollingRecorder =>
  new RollingRecorder(
    () => new FakeRecorder() as unknown as MediaRecorder,
    (film) => rolled.push(film),
  );
const running = (): number => made.filter((r) => r.state === 'recording').length;

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'setTimeout', 'performance'] });
  [made, rolled] = [[], []];
});
afterEach(() => vi.useRealTimers());

describe('recording all the time', () => {
  test.each([2100, 3999, 4001, 60_500])(
    'a tap after %i ms keeps what was recorded for two seconds before it, and no more than four',
    async (at) => {
      const r = open();
      await vi.advanceTimersByTimeAsync(at);
      expect(running()).toBe(2);
      r.take();
      expect([r.filming, running()]).toEqual([true, 1]);
      await vi.advanceTimersByTimeAsync(3000);
      const film = (await r.finish())!;
      const before = performance.now() - 3000 - film.from;
      expect(before).toBeGreaterThanOrEqual(2000);
      expect(before).toBeLessThanOrEqual(4000);
      expect(film.to - film.from).toBeCloseTo(before + 3000, 6);
      expect(await film.film.text()).toBe(`${film.from}-${film.to}`);
      expect(film.film.type).toBe('video/mp4');
      r.close();
      expect(running()).toBe(0);
    },
  );

  test('a tap in the first two seconds keeps all that there is; the next delivery may begin at once', async () => {
    const r = open();
    const from = performance.now();
    await vi.advanceTimersByTimeAsync(500);
    r.take();
    await vi.advanceTimersByTimeAsync(1000);
    expect((await r.finish())!.from).toBe(from);
    expect([r.filming, running()]).toEqual([false, 1]);
    r.take();
    await vi.advanceTimersByTimeAsync(1000);
    expect((await r.finish())!.from).toBe(from + 1500);
    expect(await r.finish()).toBeNull();
    r.close();
  });

  test('what is thrown away is told of, and nothing else is; no more than two ever run', async () => {
    const r = open();
    for (let i = 0; i < 30; i++) {
      await vi.advanceTimersByTimeAsync(1000);
      expect(running()).toBeLessThanOrEqual(2);
    }
    expect(rolled.length).toBeGreaterThan(10);
    for (const { from, to } of rolled) expect(to - from).toBe(4000);
    const so = rolled.length;
    r.take();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(rolled).toHaveLength(so);
    r.close();
  });
});

test('the best form that the browser records in and the server takes; none is said', () => {
  expect(recordedKind(() => true)).toContain('video/mp4;codecs=avc1');
  expect(recordedKind((k) => k.includes('vp9'))).toBe('video/webm;codecs=vp9');
  expect(recordedKind((k) => k.includes('vp8'))).toBeNull();
});

test('bits grow with size and rate, within limits', () => {
  const bits = (width: number, height: number, frameRate: number): number =>
    recorderOptions('video/mp4', { width, height, frameRate }).videoBitsPerSecond;
  expect(bits(1920, 1080, 60)).toBe(Math.round(1920 * 1080 * 60 * 0.12));
  expect(bits(320, 180, 30)).toBe(4_000_000);
  expect(bits(3840, 2160, 240)).toBe(40_000_000);
});
