import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { clipById, gloveSideOf, towardsTargetOf } from './clips.ts';
import { framePicture } from './frame-picture.ts';
import { prepareClip } from './prepare-clip.ts';
import { refusalsOf } from './refusals.ts';
import { removeClip } from './remove-clip.ts';
import { takeInClip } from './take-in-clip.ts';
import { db } from './db/connect.ts';
import { clips, refusals } from './db/schema.ts';
import { addDelivery } from './deliveries.ts';
import { benchPath, originalPath } from './media.ts';
import { makeVideo, mediaFiles, newWorld, takeIn, testPicture, type World } from './testing/world.ts';

let world: World;
beforeAll(async () => {
  world = await newWorld();
});
afterAll(() => world.end());
afterEach(async () => {
  for (const clip of await db().select().from(clips)) await removeClip(clip.id, world.coach).catch(() => undefined);
  await db().delete(refusals);
});

const H264 = ['-pix_fmt', 'yuv420p', '-c:v', 'libx264'];
const VP9 = ['-c:v', 'libvpx-vp9', '-b:v', '200k', '-deadline', 'realtime', '-cpu-used', '8'];
const HEVC = ['-c:v', 'libx265', '-preset', 'ultrafast', '-x265-params', 'log-level=none'];
/** Uneven frame times: every third frame comes late, as a phone in poor light writes them. */
const VARIABLE = [
  '-vf',
  "settb=1/90000,setpts='(N+0.4*mod(N,3))/30/TB'",
  '-fps_mode',
  'passthrough',
  '-enc_time_base',
  '1:90000',
];

const packetTimes = (path: string): number[] =>
  spawnSync(
    'ffprobe',
    ['-v', 'error', '-select_streams', 'v:0', '-show_entries', 'frame=best_effort_timestamp_time', '-of', 'csv=p=0', path],
    { encoding: 'utf8' },
  )
    .stdout.split('\n')
    .map((l) => Number.parseFloat(l))
    .filter(Number.isFinite);

describe('a film that is taken in', () => {
  test.each([
    ['H.264 in MP4', 'a.mp4', H264, 'h264'],
    ['H.264 in MOV', 'a.mov', H264, 'h264'],
    ['H.264 in MP4 with long groups and B-frames', 'b.mp4', [...H264, '-g', '250', '-bf', '3'], 'h264'],
    ['H.264 with a variable rate', 'v.mp4', [...VARIABLE, ...H264], 'h264'],
    ['VP9 in WebM', 'a.webm', VP9, 'vp9'],
    ['VP9 with a variable rate', 'v.webm', [...VARIABLE, ...VP9], 'vp9'],
    ['H.264 in MKV', 'a.mkv', H264, 'h264'],
    ['H.264 of a camera, MTS', 'a.mts', H264, 'h264'],
    ['H.264 in fragments', 'f.mp4', [...H264, '-g', '10', '-movflags', 'frag_keyframe+empty_moov+default_base_moof'], 'h264'],
    ['HEVC', 'h.mp4', ['-pix_fmt', 'yuv420p', ...HEVC], 'hevc'],
    ['HEVC of 10 bit with a variable rate', 'h.mov', [...VARIABLE, '-pix_fmt', 'yuv420p10le', ...HEVC], 'hevc'],
    ['VP8', 'v8.webm', ['-c:v', 'libvpx', '-b:v', '300k', '-deadline', 'realtime'], 'vp8'],
    [
      'AV1',
      'av1.mp4',
      ['-pix_fmt', 'yuv420p', '-c:v', 'libaom-av1', '-cpu-used', '8', '-usage', 'realtime', '-b:v', '300k'],
      'av1',
    ],
    ['Motion JPEG in AVI', 'm.avi', ['-pix_fmt', 'yuvj420p', '-c:v', 'mjpeg'], 'mjpeg'],
  ])('%s: kept untouched, every frame time indexed, and the copy has the same times', async (_name, file, coding, codec) => {
    const path = makeVideo(world, file, [...testPicture(1), ...coding]);
    const bytes = await readFile(path);
    const { id } = await takeIn(world, bytes, { fileName: file });
    await prepareClip(id);
    const clip = await clipById(id);
    expect(clip).toMatchObject({ state: 'ready', codec, width: 320, height: 180, progress: 1, towardsTarget: 1 });
    expect(clip.sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
    expect(await readFile(originalPath(clip.sha256))).toEqual(bytes);
    expect(clip.frameTimes).toEqual(packetTimes(path));
    expect(clip.frameTimes).toHaveLength(30);
    // The uneven film really is uneven: every third step is a short one.
    const short = clip.frameTimes!.filter((t, i) => i > 0 && t - clip.frameTimes![i - 1]! < 0.01).length;
    expect(short).toBe(coding.includes('passthrough') ? 9 : 0);
    const copied = packetTimes(benchPath(id));
    expect(copied).toHaveLength(30);
    for (const [i, t] of copied.entries()) expect(Math.abs(t - clip.frameTimes![i]!)).toBeLessThan(0.0005);
  });

  test('an edit list that cuts the beginning off leaves the frames that are shown, at the times at which they are shown', async () => {
    const whole = makeVideo(world, 'whole.mp4', [...testPicture(2), ...H264, '-g', '60', '-bf', '2']);
    // Begins between two key frames: the file holds more than it shows.
    const cut = makeVideo(world, 'cut-off.mp4', ['-ss', '0.5', '-i', whole, '-c', 'copy']);
    const { id } = await takeIn(world, await readFile(cut), { fileName: 'cut-off.mp4' });
    await prepareClip(id);
    const clip = await clipById(id);
    expect(clip.frameTimes).toEqual(packetTimes(cut));
    const copied = packetTimes(benchPath(id));
    expect(copied).toHaveLength(clip.frameTimes!.length);
    for (const [i, t] of copied.entries()) expect(Math.abs(t - clip.frameTimes![i]!)).toBeLessThan(0.0005);
  });

  test('a picture on the cover is none of the film', async () => {
    const cover = makeVideo(world, 'cover.jpg', [...testPicture(0.1, 30, '64x64'), '-frames:v', '1']);
    const flat = makeVideo(world, 'flat2.mp4', [...testPicture(0.5), ...H264]);
    const both = makeVideo(world, 'both.mp4', [
      '-i',
      cover,
      '-i',
      flat,
      '-map',
      '0',
      '-map',
      '1',
      '-c',
      'copy',
      '-disposition:v:0',
      'attached_pic',
    ]);
    const { id } = await takeIn(world, await readFile(both));
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'ready', codec: 'h264', width: 320, height: 180 });
    expect((await clipById(id)).frameTimes).toHaveLength(15);
  });

  test('a phone held upright is shown upright', async () => {
    const flat = makeVideo(world, 'flat.mp4', [...testPicture(0.5), ...H264]);
    const turned = makeVideo(world, 'turned.mp4', ['-i', flat, '-c', 'copy', '-metadata:s:v:0', 'rotate=90']);
    const { id } = await takeIn(world, await readFile(turned));
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ width: 180, height: 320, benchWidth: 180, benchHeight: 320 });
  });

  test('slow motion keeps its capture rate', async () => {
    const path = makeVideo(world, 'slow.mp4', [
      ...testPicture(1),
      ...H264,
      '-movflags',
      'use_metadata_tags',
      '-metadata',
      'com.android.capture.fps=240',
    ]);
    expect(await takeIn(world, await readFile(path))).toMatchObject({ captureScale: 8 });
  });

  test('a single frame is the frame asked for', async () => {
    const path = makeVideo(world, 'g.mp4', [...testPicture(1), ...H264]);
    const { id } = await takeIn(world, await readFile(path));
    await prepareClip(id);
    const [a, b] = await Promise.all([framePicture(id, 3), framePicture(id, 20)]);
    expect(a.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(a.equals(b)).toBe(false);
    await expect(framePicture(id, 30)).rejects.toMatchObject({ code: 'not-found' });
  });

  test('is taken up again after the server was killed between two steps', async () => {
    const path = makeVideo(world, 'again.mp4', [...testPicture(1), ...H264]);
    const { id } = await takeIn(world, await readFile(path));
    await db()
      .update(clips)
      .set({ state: 'copying', progress: 0.4, frameTimes: packetTimes(path) })
      .where(eq(clips.id, id));
    await prepareClip(id);
    expect(await clipById(id)).toMatchObject({ state: 'ready', progress: 1 });
  });
});

describe('a film that is refused leaves nothing behind', () => {
  const nothingLeft = async (): Promise<void> => {
    expect(await db().select().from(clips)).toEqual([]);
    expect(await mediaFiles()).toEqual([]);
  };

  test.each([
    ['an empty file', () => new Uint8Array(0), 'empty'],
    ['a text', () => new TextEncoder().encode('bib,name\n7,Camper\n'.repeat(400)), 'not-a-video'],
    ['a picture', () => readFile(makeVideo(world, 'still.png', [...testPicture(1), '-frames:v', '1'])), 'not-a-video'],
    [
      'sound alone',
      () => readFile(makeVideo(world, 'sound.mp4', ['-f', 'lavfi', '-i', 'sine=duration=1', '-c:a', 'aac'])),
      'not-a-video',
    ],
    ['MPEG-4 part 2', () => readFile(makeVideo(world, 'm.mp4', [...testPicture(0.5), '-c:v', 'mpeg4'])), 'codec'],
    [
      'more than 60 seconds',
      () => readFile(makeVideo(world, 'long.mp4', [...testPicture(61, 60, '160x120'), ...H264, '-preset', 'ultrafast'])),
      'too-long',
    ],
    [
      'a file without its index',
      async () => (await readFile(makeVideo(world, 'cut.mp4', [...testPicture(1), ...H264]))).subarray(0, 5000),
      'damaged',
    ],
    [
      'a playlist that names another file',
      () =>
        new TextEncoder().encode(
          `#EXTM3U\n#EXT-X-TARGETDURATION:1\n#EXTINF:1,\nfile://${world.folder}/flat.mp4\n#EXT-X-ENDLIST\n`,
        ),
      'not-a-video',
    ],
    [
      'a list for joining files',
      () => new TextEncoder().encode(`ffconcat version 1.0\nfile '${world.folder}/flat.mp4'\n`),
      'not-a-video',
    ],
  ])('%s', async (_name, make, code) => {
    await expect(takeIn(world, await make())).rejects.toMatchObject({ code });
    await nothingLeft();
  });

  test('more than 200 MB, before all of it has arrived', async () => {
    let sent = 0;
    const body = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent += 1;
        if (sent > 400) return controller.close();
        controller.enqueue(new Uint8Array(1024 * 1024));
      },
    });
    await expect(
      takeInClip({ deliveryId: world.delivery, view: 'front', fileName: 'big.mp4', body: body as never, staffId: world.coach }),
    ).rejects.toMatchObject({ code: 'too-large', status: 413 });
    expect(sent).toBeLessThan(300);
    await nothingLeft();
  });

  test.each([
    [
      'damaged in the middle',
      (bytes: Buffer) => {
        const broken = Buffer.from(bytes);
        // The film data lie behind the index here (faststart); a run of them is overwritten.
        broken.fill(0xa5, Math.floor(bytes.length * 0.5), Math.floor(bytes.length * 0.6));
        return broken;
      },
    ],
    ['cut short behind its index', (bytes: Buffer) => bytes.subarray(0, Math.floor(bytes.length * 0.7))],
  ])('%s: found when it is read through, told to the coach, and gone', async (_name, harm) => {
    const path = makeVideo(world, 'harm.mp4', [...testPicture(2, 30, '640x360'), ...H264, '-movflags', '+faststart']);
    const clip = await takeIn(world, harm(await readFile(path))).catch((error: { code: string }) => error.code);
    if (typeof clip === 'string') expect(clip).toBe('damaged');
    else {
      await prepareClip(clip.id);
      expect(await refusalsOf([world.delivery])).toMatchObject([
        { code: 'damaged', fileName: 'clip.mp4', enteredBy: world.coach },
      ]);
    }
    await nothingLeft();
  });

  test('without consent, or with a sore arm, neither delivery nor film is taken', async () => {
    const film = new TextEncoder().encode('x');
    await expect(takeIn(world, film, { deliveryId: world.withoutConsent.delivery })).rejects.toMatchObject({
      code: 'no-consent',
    });
    await expect(takeIn(world, film, { deliveryId: world.sore.delivery })).rejects.toMatchObject({ code: 'sore-arm' });
    for (const [camperId, code] of [
      [world.withoutConsent.camper, 'no-consent'],
      [world.sore.camper, 'sore-arm'],
    ] as const)
      await expect(
        addDelivery({ camperId, kind: 'stretch', thrownOn: '2026-07-14', staffId: world.coach }),
      ).rejects.toMatchObject({ code });
    await nothingLeft();
  });

  test('a second film of the same view, while the first stays', async () => {
    const bytes = await readFile(makeVideo(world, 'two.mp4', [...testPicture(0.5), ...H264]));
    const first = await takeIn(world, bytes);
    await expect(takeIn(world, bytes)).rejects.toMatchObject({ code: 'view-taken', status: 409 });
    expect(await mediaFiles()).toEqual([first.sha256]);
    const other = await takeIn(world, bytes, { deliveryId: world.secondDelivery });
    await removeClip(first.id, world.coach);
    // The same bytes serve the other delivery, so the original stays until nobody uses it.
    expect(await mediaFiles()).toEqual([other.sha256]);
  });

  test('two sends of the same view at once make one clip', async () => {
    const bytes = await readFile(makeVideo(world, 'race.mp4', [...testPicture(0.5), ...H264]));
    const sends = await Promise.allSettled([takeIn(world, bytes), takeIn(world, bytes), takeIn(world, bytes)]);
    expect(sends.filter((s) => s.status === 'fulfilled')).toHaveLength(1);
    expect(await db().select().from(clips)).toHaveLength(1);
    expect(await mediaFiles()).toHaveLength(1);
  });
});

describe('the reading of film', () => {
  test('sees nothing but the film: another file of the server stays closed', async () => {
    await writeFile(join(world.folder, 'secret.txt'), 'guardian phone numbers');
    const trap = `#EXTM3U\n#EXT-X-MEDIA-SEQUENCE:0\n#EXTINF:10.0,\nconcat:file:///${world.folder}/secret.txt\n#EXT-X-ENDLIST`;
    await expect(takeIn(world, new TextEncoder().encode(trap), { fileName: 'trap.mp4' })).rejects.toMatchObject({
      code: 'not-a-video',
    });
  });

  test('towards the target: open and closed side, either hand, none in line with it', () => {
    expect([
      towardsTargetOf('openSide', 'R'),
      towardsTargetOf('openSide', 'L'),
      towardsTargetOf('closedSide', 'R'),
      towardsTargetOf('closedSide', 'L'),
    ]).toEqual([1, -1, -1, 1]);
    expect([towardsTargetOf('front', 'R'), towardsTargetOf('rear', 'L')]).toEqual([null, null]);
    // From the front a right-hander's glove side lies to the right of the picture.
    expect([gloveSideOf('front', 'R'), gloveSideOf('front', 'L'), gloveSideOf('rear', 'R'), gloveSideOf('rear', 'L')]).toEqual([
      ...[1, -1, -1, 1],
    ]);
    expect([gloveSideOf('openSide', 'R'), gloveSideOf('closedSide', 'L')]).toEqual([null, null]);
  });
});
