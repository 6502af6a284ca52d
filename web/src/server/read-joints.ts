import { v7 } from 'uuid';
import {
  isStale,
  POINTS,
  readCocoKeypoints,
  UnreadableJoints,
  wasSeen,
  type CamperId,
  type CocoFile,
  type Entry,
  type JointsRead,
  type PointId,
} from '@stride-chalk/core';
import { benchSet } from './bench.ts';
import { camperById } from './campers.ts';
import { recordEntry, type AtTheBench } from './entries.ts';
import { Refusal } from './refusal.ts';

/** How exact another program is nobody knows: half as exact as joints are that ours finds (`docs/measured.md`), since what goes together in ours (`foundTogether`) need not in theirs; pixels of a film of 540. */
const READ_SD = 9.2;
/** How much wider or narrower than the film a picture may be, as a share: a pixel of rounding, and no other cut. */
const SAME_SHAPE = 0.01;

/**
 * Takes joints from a file of another program as proposals: on key frames that are marked, of films of this camper. Nobody has seen them, and nothing is measured
 * by them, before somebody confirms them one by one; what somebody has placed or confirmed stays. The whole file is read before anything of it is taken.
 */
export async function readJoints(camperId: CamperId, file: CocoFile, by: AtTheBench): Promise<JointsRead> {
  const { camper } = await camperById(camperId);
  const set = await benchSet(camperId);
  const entries: Entry[] = [];
  const left: string[] = [];
  let kept = 0;
  for (const { fileName, width, height, points } of framesOf(file, camper.hand)) {
    const [, clipId, number] = /([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})-(\d+)\.\w+$/.exec(fileName) ?? [];
    const clip = set.clips.find((c) => c.id === clipId);
    if (!clip) {
      left.push(
        `${fileName}: no film of bib ${camper.bib}. A picture is named by its film and frame, as in the file that we write.`,
      );
      continue;
    }
    if (Math.abs(width / height / (clip.width / clip.height) - 1) > SAME_SHAPE)
      throw new Refusal(
        'joints-unreadable',
        `${fileName} is ${width} by ${height} pixels and its film ${clip.width} by ${clip.height}: places in it are not those of the film. Nothing was taken.`,
      );
    const scale = clip.width / width;
    const frame = Number(number);
    const own = set.marks.filter((m) => m.clipId === clip.id);
    const events = own.filter((m) => m.frame === frame).map((m) => m.event);
    if (events.length === 0) left.push(`${fileName}: frame ${frame} is no key frame that is marked.`);
    for (const event of events)
      for (const [id, at] of Object.entries(points)) {
        const [point, x, y] = [id as PointId, scale * at.x, scale * at.y];
        if (x < 0 || y < 0 || x > clip.width || y > clip.height)
          throw new Refusal('joints-unreadable', `${fileName}: ${POINTS[point]} lies outside of the film. Nothing was taken.`);
        const there = set.points.find((p) => p.clipId === clip.id && p.event === event && p.point === point);
        if (there && wasSeen(there.origin) && !isStale(there, own)) {
          kept += 1;
          continue;
        }
        const pointSd = (READ_SD * clip.height) / 540;
        entries.push({ kind: 'point', clipId: clip.id, event, point, x, y, pointSd, frame, origin: 'proposed' });
      }
  }
  for (const entry of entries) await recordEntry(v7(), entry, by);
  return { taken: entries.length, kept, left };
}

function framesOf(file: CocoFile, hand: 'R' | 'L') {
  try {
    return readCocoKeypoints(file, hand);
  } catch (error) {
    if (error instanceof UnreadableJoints) throw new Refusal('joints-unreadable', `${error.message} Nothing was taken.`);
    throw error;
  }
}
