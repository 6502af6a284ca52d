import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';
import { clipHealth, type GreyPicture, type HealthProblemCode } from '@stride-chalk/core';
import { DEMO_CLIPS, LAST_YEAR_CLIPS, PRACTICE_CLIPS, RETURNING_CLIPS } from '@stride-chalk/demo';

const [WIDTH, HEIGHT, A_SECOND] = [480, 270, 12];
const CLIPS = [...DEMO_CLIPS, ...PRACTICE_CLIPS, ...LAST_YEAR_CLIPS, ...RETURNING_CLIPS].map((c) => c.fileName);

/** A clip of the simulated camera through a filter of ffmpeg, sampled as a phone samples its own. */
function sampled(fileName: string, filter: string): GreyPicture[] {
  // What does not count pictures is done to those that are looked at only.
  const counts = /\bn\b|trim/.test(filter);
  const few = `fps=${A_SECOND}`;
  const chain = [...(counts ? [filter, few] : [few, filter]), `scale=${WIDTH}:${HEIGHT}`, 'format=gray']
    .filter((f) => f !== '')
    .join(',');
  const file = fileURLToPath(new URL(`../../demo/clips/${fileName}`, import.meta.url));
  // Frames on which no other one rests need not be decoded where none is counted.
  const enough = counts ? [] : ['-skip_frame', 'noref'];
  const raw = execFileSync('ffmpeg', ['-v', 'error', ...enough, '-i', file, '-vf', chain, '-f', 'rawvideo', '-'], {
    maxBuffer: 1e8,
  });
  const size = WIDTH * HEIGHT;
  return Array.from({ length: raw.length / size }, (_, i) => ({
    ...{ width: WIDTH, height: HEIGHT, seconds: i / A_SECOND },
    pixels: new Uint8Array(raw.subarray(i * size, (i + 1) * size)),
  }));
}
const blamed = (fileName: string, filter: string, framesPerSecond = 120): HealthProblemCode[] => {
  const pictures = sampled(fileName, filter);
  return clipHealth({ seconds: pictures.length / A_SECOND, framesPerSecond, pictures }).map((p) => p.code);
};

/** Defects in several strengths, on the films of both views. */
const DEFECTS: ReadonlyArray<readonly [HealthProblemCode, string, number?]> = [
  ...[0.42, 0.36, 0.3, 0.24, 0.18].map((k) => ['dark', `lutyuv=y=val*${k}`] as const),
  ...[1.9, 2.1, 2.4, 2.8, 3.4].map((k) => ['bright', `lutyuv=y=clip(val*${k}\\,0\\,255)`] as const),
  ...[3.4, 4, 5, 6.5, 9].map((s) => ['blurred', `gblur=sigma=${s}`] as const),
  ...[9, 12, 16, 20].map((a) => ['shaky', `crop=iw-80:ih-60:x=40+${a}*sin(n*0.25)+5*sin(n*0.61):y=30+6*cos(n*0.31)`] as const),
  ['shaky', 'crop=iw-80:ih-60:x=if(lt(n\\,130)\\,30\\,55):y=30'],
  ...[0.62, 0.66, 0.7].map((k) => ['cut-off', `crop=iw:ih*${k}:0:ih*${1 - k}`] as const),
  ...[0.7, 0.74].map((k) => ['cut-off', `crop=iw:ih*${k}:0:0`] as const),
  ...[49, 40, 30, 25, 15].map((k) => ['few-frames', '', k] as const),
  ...[0.6, 0.8, 1, 1.1, 1.2].map((s) => ['short', `trim=duration=${s}`] as const),
  ...[4, 8, 12].map((n) => ['nobody', `trim=end_frame=1,loop=260:1,noise=alls=${n}:allf=t`] as const),
  ...[0.24, 0.2].map((k) => ['nobody', `crop=iw*${k}:ih*${k}:iw*0.02:ih*0.05`] as const),
];

test('of 40 clips with a known defect at least 95 % are found by its name', () => {
  const missed = DEFECTS.flatMap(([code, filter, rate], i) => {
    // Every fifth film: all views, children and hands come up.
    const fileName = CLIPS[(7 * i + 3) % CLIPS.length]!;
    const found = blamed(fileName, filter, rate);
    return found.includes(code) ? [] : [`${code} (${filter}) on ${fileName}: ${found.join() || 'nothing'}`];
  });
  expect(DEFECTS).toHaveLength(40);
  expect(missed.length / DEFECTS.length, missed.join('\n')).toBeLessThanOrEqual(0.05);
});

test('of 20 good clips, some with the noise of a small sensor or a grey day, at most 5 % are blamed', () => {
  const kinds = ['', 'noise=alls=8:allf=t', 'lutyuv=y=val*0.75', 'lutyuv=y=clip(val*1.25\\,0\\,255)'];
  const wrong = Array.from({ length: 20 }, (_, i) => {
    const fileName = CLIPS[(3 * i + 1) % CLIPS.length]!;
    const found = blamed(fileName, kinds[i % kinds.length]!);
    return found.length === 0 ? [] : [`${fileName} ${kinds[i % kinds.length]}: ${found.join()}`];
  }).flat();
  expect(wrong.length / 20, wrong.join('\n')).toBeLessThanOrEqual(0.05);
});
