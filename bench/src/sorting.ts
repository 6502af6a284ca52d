/**
 * Sorting against the number of clips, in one run: `npm run sorting -w bench`. Three cameras with wrong clocks at one mound, nine of ten throws tapped, a slate at every other visit; the growth is told as time per clip
 * against that of the smallest day.
 */
import { sized } from './tiny.ts';
import { sortClips, type CameraClip, type LoggedThrow, type PlannedVisit } from '@stride-chalk/core';

const SECOND = 1000;
const CAMERAS = 3;

/** Numbers that look random and are the same in every run. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

function dayOf(clips: number) {
  const draw = numbers(clips);
  const throws: LoggedThrow[] = [];
  const visits: PlannedVisit[] = [];
  const made: CameraClip[] = [];
  const offsets = Array.from({ length: CAMERAS }, () => (draw() - 0.5) * 20 * 60 * SECOND);
  let now = 1_780_000_000_000;
  for (let bib = 1; made.length < clips; bib += 1) {
    now += 90 * SECOND;
    visits.push({ bib, at: now, throws: 4, mound: null });
    for (let k = 0; k < 4; k += 1) {
      now += (22 + 16 * draw()) * SECOND;
      if (draw() < 0.9) throws.push({ id: `${bib}-${k}`, bib, at: now + (1 + draw()) * SECOND, mound: null });
      for (const [c, offset] of offsets.entries()) {
        const start = Math.floor((now - offset - 3 * SECOND) / SECOND) * SECOND;
        const slates = k === 0 && bib % 2 === 0 ? [{ bib, view: null, instant: null, at: start }] : [];
        made.push({
          id: `${c}-${bib}-${k}`,
          camera: `camera ${c}`,
          start,
          end: start + (5 + 2 * draw()) * SECOND,
          release: null,
          shows: null,
          slates,
        });
      }
    }
  }
  return { clips: made.slice(0, clips), log: { throws, visits } };
}

let first: number | null = null;
for (const clips of sized([250, 500, 1000, 2000, 4000], [60, 120])) {
  const day = dayOf(clips);
  sortClips(day.clips.slice(0, 100), day.log);
  const runs = Array.from({ length: 3 }, () => {
    const began = performance.now();
    sortClips(day.clips, day.log);
    return performance.now() - began;
  }).sort((a, b) => a - b);
  const each = runs[1]! / clips;
  first ??= each;
  process.stdout.write(
    `${clips} clips: ${Math.round(runs[1]!)} ms (median of 3), ${each.toFixed(2)} ms a clip, ${(each / first).toFixed(2)} times that of the first\n`,
  );
}
