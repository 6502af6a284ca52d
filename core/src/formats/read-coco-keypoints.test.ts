import { expect, test } from 'vitest';
import { cocoKeypoints } from './coco-keypoints.ts';
import { cocoFileSchema, readCocoKeypoints } from './read-coco-keypoints.ts';

const frames = [
  {
    ...{ fileName: 'a-12.jpg', width: 960, height: 540 },
    points: { frontKnee: { x: 1, y: 2 }, backKnee: { x: 3, y: 4 }, throwingWrist: { x: 5, y: 6 }, ball: { x: 7, y: 8 } },
  },
  { ...{ fileName: 'a-13.jpg', width: 960, height: 540 }, points: { gloveElbow: { x: 9.5, y: 10 } } },
];
const file = () => cocoFileSchema.parse(JSON.parse(JSON.stringify(cocoKeypoints(frames, 'L'))));

test('what we have written is read as it was, for either hand', () => {
  expect(readCocoKeypoints(file(), 'L')).toEqual(frames);
  // Read for the other hand the same left knee is the other leg.
  expect(readCocoKeypoints(file(), 'R')[0]!.points).toMatchObject({ backKnee: { x: 1, y: 2 }, frontKnee: { x: 3, y: 4 } });
});

test('an annotation of another program: other keypoints, in another order, some not there', () => {
  const read = readCocoKeypoints(
    {
      images: [{ id: 7, file_name: 'b-1.png', width: 100, height: 50 }],
      // Three numbers a keypoint, 0 for one that is not labelled (COCO data format, keypoint detection).
      annotations: [{ image_id: 7, category_id: 3, keypoints: [10, 20, 1, 30, 40, 2, 0, 0, 0, 50, 60, 2] }],
      categories: [{ id: 3, keypoints: ['right_knee', 'left_hip', 'left_knee', 'tail'] }],
    },
    'R',
  );
  expect(read).toEqual([
    { fileName: 'b-1.png', width: 100, height: 50, points: { backKnee: { x: 10, y: 20 }, frontHip: { x: 30, y: 40 } } },
  ]);
});

test.each([
  ['a picture with two bodies', (f: ReturnType<typeof file>) => f.annotations.push(f.annotations[0]!), 'a-12.jpg has two bodies'],
  ['a picture that is not there', (f: ReturnType<typeof file>) => f.images.pop(), 'of picture 2, which the file does not have'],
  ['a category that is not there', (f: ReturnType<typeof file>) => f.categories.pop(), 'of category 1'],
  ['a number too few', (f: ReturnType<typeof file>) => f.annotations[1]!.keypoints.pop(), 'has 50 numbers for 17 keypoints'],
])('%s is refused, and named', (_, breaks, words) => {
  const broken = file();
  breaks(broken);
  expect(() => readCocoKeypoints(broken, 'L')).toThrow(words);
});
