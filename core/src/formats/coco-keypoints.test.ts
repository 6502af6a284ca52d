import { describe, expect, test } from 'vitest';
import { bodySide, cocoKeypoints } from './coco-keypoints.ts';

const frame = (points: Parameters<typeof cocoKeypoints>[0][number]['points'], fileName = 'a-12.jpg') => ({
  ...{ fileName, width: 960, height: 540 },
  points,
});
const POINTS = {
  throwingWrist: { x: 300, y: 100 },
  frontKnee: { x: 500, y: 384 },
  head: { x: 400, y: 90 },
  nose: { x: 410, y: 95 },
};

describe('COCO keypoints', () => {
  test('a right-hander throws with his right arm and lands on his left leg; a left-hander the other way round', () => {
    expect(['throwingWrist', 'gloveElbow', 'frontKnee', 'backAnkle'].map((p) => bodySide(p as never, 'R'))).toEqual([
      'right_wrist',
      'left_elbow',
      'left_knee',
      'right_ankle',
    ]);
    expect([bodySide('throwingWrist', 'L'), bodySide('frontKnee', 'L'), bodySide('nose', 'L')]).toEqual([
      'left_wrist',
      'right_knee',
      'nose',
    ]);
    // What COCO has no name for.
    for (const point of ['head', 'frontHeel', 'backToe', 'ball', 'glove', 'headBack'] as const)
      expect(bodySide(point, 'R')).toBeNull();
  });

  // The data format as the COCO site gives it: 17 keypoints of x, y, v; v 0 not labelled (x = y = 0), 2 labelled and visible; bbox x, y, width, height. From memory.
  test('seventeen times x, y, v in the order of COCO; what is not placed is 0, 0, 0; the rest stands beside it', () => {
    const { annotations, categories } = cocoKeypoints([frame(POINTS)], 'R');
    const [a] = annotations;
    expect(a!.keypoints).toHaveLength(51);
    const at = (name: string) =>
      a!.keypoints.slice(3 * categories[0]!.keypoints.indexOf(name), 3 * categories[0]!.keypoints.indexOf(name) + 3);
    expect([at('nose'), at('right_wrist'), at('left_knee'), at('left_wrist')]).toEqual([
      [410, 95, 2],
      [300, 100, 2],
      [500, 384, 2],
      [0, 0, 0],
    ]);
    expect(a).toMatchObject({
      num_keypoints: 3,
      iscrowd: 0,
      bbox: [300, 90, 200, 294],
      area: 200 * 294,
      points: { head: [400, 90] },
    });
    expect(categories[0]!.keypoints).toHaveLength(17);
  });

  test('every annotation has an image of its own, under a name and an id of its own', () => {
    const { images, annotations } = cocoKeypoints([frame(POINTS), frame({ nose: { x: 1, y: 2 } }, 'a-13.jpg')], 'R');
    expect(images.map((i) => i.file_name)).toEqual(['a-12.jpg', 'a-13.jpg']);
    expect(annotations.map((a) => a.image_id)).toEqual(images.map((i) => i.id));
    expect(new Set(images.map((i) => i.id)).size).toBe(2);
  });

  test('its lines join keypoints that there are', () => {
    const [person] = cocoKeypoints([], 'R').categories;
    for (const pair of person!.skeleton) {
      expect(pair).toHaveLength(2);
      for (const k of pair) expect(person!.keypoints[k - 1]).toBeDefined();
    }
  });

  test('a frame without a joint is refused by its name', () => {
    expect(() => cocoKeypoints([frame({}, 'b-7.jpg')], 'R')).toThrow('b-7.jpg');
  });
});
