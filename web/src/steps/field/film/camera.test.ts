import { afterEach, expect, test, vi } from 'vitest';
import { camerasHere, openCamera } from './camera.ts';

interface Mode {
  readonly width: number;
  readonly most: number;
}
/** A camera that gives each size at a rate of its own. */
function device(
  modes: readonly Mode[],
  more: { readonly able?: Record<string, unknown>; readonly fails?: readonly string[] } = {},
) {
  const asked: MediaStreamConstraints[] = [];
  let now = modes[0]!;
  let held: unknown = null;
  const track = {
    getCapabilities: () => ({ frameRate: { max: Math.max(...modes.map((m) => m.most)) }, ...more.able }),
    getSettings: () => ({ deviceId: 'back', width: now.width, frameRate: now.most, exposureTime: 50 }),
    applyConstraints: async (c: { width?: { ideal: number }; advanced?: unknown[] }) => {
      if (c.advanced) held = c.advanced[0];
      const wanted = modes.find((m) => m.width === c.width?.ideal);
      if (c.width && !wanted) throw new DOMException('no such size', 'OverconstrainedError');
      now = wanted ?? now;
    },
    stop: vi.fn(),
  };
  const fails = [...(more.fails ?? [])];
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: async (c: MediaStreamConstraints) => {
        asked.push(c);
        const name = fails.shift();
        if (name) throw new DOMException('no', name);
        return { getVideoTracks: () => [track], getTracks: () => [track] };
      },
      enumerateDevices: async () => [
        { kind: 'audioinput', deviceId: 'm', label: 'x' },
        { kind: 'videoinput', deviceId: 'a', label: '' },
        { kind: 'videoinput', deviceId: 'b', label: 'Back' },
      ],
    },
  });
  return { asked, track, settings: () => now, held: () => held };
}
afterEach(() => vi.unstubAllGlobals());

test('the fastest rate, and of the sizes that have it the largest', async () => {
  const slow = device([
    { width: 1920, most: 30 },
    { width: 1280, most: 120 },
    { width: 960, most: 120 },
  ]);
  await openCamera(null);
  expect(slow.settings()).toEqual({ width: 1280, most: 120 });
  // The one on the back, and no sound: nobody's voice is recorded.
  expect(slow.asked[0]).toMatchObject({
    audio: false,
    video: { facingMode: { ideal: 'environment' }, frameRate: { ideal: 240 } },
  });
  const even = device([
    { width: 1920, most: 60 },
    { width: 1280, most: 60 },
  ]);
  await openCamera('a');
  expect(even.settings()).toEqual({ width: 1920, most: 60 });
  expect(even.asked[0]).toMatchObject({ video: { deviceId: { exact: 'a' } } });
});

test('its exposure is held where it can be, as it is at that moment', async () => {
  const able = device([{ width: 1920, most: 60 }], { able: { exposureMode: ['manual', 'continuous'] } });
  expect(await (await openCamera(null)).lockExposure()).toBe('locked');
  expect(able.held()).toEqual({ exposureMode: 'manual', exposureTime: 50 });
  device([{ width: 1920, most: 60 }], { able: { exposureMode: ['continuous'] } });
  expect(await (await openCamera(null)).lockExposure()).toBe('cannot');
});

test('a camera that was chosen and is gone gives way to any other; why there is none is said in words', async () => {
  const gone = device([{ width: 1920, most: 60 }], { fails: ['OverconstrainedError'] });
  const camera = await openCamera('gone');
  expect(gone.asked[1]).toMatchObject({ video: { facingMode: { ideal: 'environment' } } });
  camera.close();
  expect(gone.track.stop).toHaveBeenCalled();
  for (const [name, words] of [
    ['NotAllowedError', 'Allow it for this page'],
    ['NotFoundError', 'has no camera'],
    ['NotReadableError', 'used by another program'],
    ['AbortError', 'cannot be opened'],
  ] as const) {
    device([{ width: 1920, most: 60 }], { fails: [name] });
    await expect(openCamera(null)).rejects.toThrow(words);
  }
  vi.stubGlobal('navigator', {});
  await expect(openCamera(null)).rejects.toThrow('over HTTPS');
  expect(await camerasHere()).toEqual([]);
});

test('cameras are named; one without a name by its number', async () => {
  device([{ width: 1920, most: 60 }]);
  expect(await camerasHere()).toEqual([
    { id: 'a', name: 'Camera 1' },
    { id: 'b', name: 'Back' },
  ]);
});
