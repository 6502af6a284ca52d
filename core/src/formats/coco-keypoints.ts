import type { PointId } from '../figures/point-ids.ts';
import type { Position } from '../figures/position.ts';

/** The seventeen keypoints of COCO in their order (Lin TY et al., Microsoft COCO, 2014; names and order as its annotation files have them). */
const KEYPOINTS = [
  ...['nose', 'left_eye', 'right_eye', 'left_ear', 'right_ear', 'left_shoulder', 'right_shoulder', 'left_elbow', 'right_elbow'],
  ...['left_wrist', 'right_wrist', 'left_hip', 'right_hip', 'left_knee', 'right_knee', 'left_ankle', 'right_ankle'],
] as const;
/** Which of them lines join, counted from one, as the annotation files of COCO have it. */
const SKELETON = [
  ...[
    [16, 14],
    [14, 12],
    [17, 15],
    [15, 13],
    [12, 13],
    [6, 12],
    [7, 13],
    [6, 7],
    [6, 8],
    [7, 9],
    [8, 10],
    [9, 11],
  ],
  ...[
    [2, 3],
    [1, 2],
    [1, 3],
    [2, 4],
    [3, 5],
    [4, 6],
    [5, 7],
  ],
] as const;
/** Visible, and placed. */
const VISIBLE = 2;

/** The joints of one frame of a film. */
export interface JointsOfFrame {
  /** Names the picture: the film and its frame. */
  readonly fileName: string;
  readonly width: number;
  readonly height: number;
  /** Pixels of the film as `contract.md` has them: x right, y down. */
  readonly points: Readonly<Partial<Record<PointId, Position>>>;
}

/** A file of COCO keypoints. What it has no keypoint for (centre of the head, heel, toe, ball, glove) stands beside them under `points`. */
export interface CocoKeypoints {
  readonly images: ReadonlyArray<{
    readonly id: number;
    readonly width: number;
    readonly height: number;
    readonly file_name: string;
  }>;
  readonly annotations: ReadonlyArray<{
    readonly id: number;
    readonly image_id: number;
    readonly category_id: number;
    readonly iscrowd: 0;
    readonly keypoints: readonly number[];
    readonly num_keypoints: number;
    readonly bbox: readonly [number, number, number, number];
    readonly area: number;
    readonly points: Readonly<Record<string, readonly [number, number]>>;
  }>;
  readonly categories: ReadonlyArray<{
    readonly id: number;
    readonly name: string;
    readonly supercategory: string;
    readonly keypoints: readonly string[];
    readonly skeleton: ReadonlyArray<readonly number[]>;
  }>;
}

/**
 * Left and right of the body: a right-hander throws with his right arm, and his left leg is the front one.
 *
 * @example bodySide('frontKnee', 'R') // 'left_knee'
 */
export function bodySide(point: PointId, hand: 'R' | 'L'): (typeof KEYPOINTS)[number] | null {
  const [throwing, glove] = hand === 'R' ? ['right', 'left'] : ['left', 'right'];
  const name = point
    .replace(/^(throwing|back)(?=[A-Z])/, `${throwing}_`)
    .replace(/^(glove|front)(?=[A-Z])/, `${glove}_`)
    .toLowerCase();
  return KEYPOINTS.find((k) => k === name) ?? null;
}

/**
 * Joints as COCO keypoints: one image a frame, one annotation an image. Only what was placed or confirmed belongs in it: COCO has no word for a guess.
 *
 * @throws RangeError for a frame without a joint
 * @example cocoKeypoints([{ fileName: 'a-12.jpg', width: 960, height: 540, points: { nose: { x: 1, y: 2 } } }], 'R').annotations[0]?.num_keypoints // 1
 */
export function cocoKeypoints(frames: readonly JointsOfFrame[], hand: 'R' | 'L'): CocoKeypoints {
  return {
    images: frames.map(({ width, height, fileName }, i) => ({ id: i + 1, width, height, file_name: fileName })),
    annotations: frames.map(({ fileName, points }, i) => {
      const placed = Object.entries(points) as ReadonlyArray<readonly [PointId, Position]>;
      if (placed.length === 0) throw new RangeError(`${fileName} has no joint`);
      const named = new Map(placed.map(([id, p]) => [bodySide(id, hand), p] as const));
      const own = KEYPOINTS.flatMap((k) => {
        const p = named.get(k);
        return p ? [p.x, p.y, VISIBLE] : [0, 0, 0];
      });
      const [xs, ys] = [placed.map(([, p]) => p.x), placed.map(([, p]) => p.y)];
      const [left, top] = [Math.min(...xs), Math.min(...ys)];
      const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
      return {
        ...{ id: i + 1, image_id: i + 1, category_id: 1, iscrowd: 0 as const },
        keypoints: own,
        num_keypoints: own.filter((v, k) => k % 3 === 2 && v > 0).length,
        bbox: [left, top, wide, high] as const,
        area: wide * high,
        points: Object.fromEntries(placed.flatMap(([id, p]) => (bodySide(id, hand) ? [] : [[id, [p.x, p.y] as const]]))),
      };
    }),
    categories: [{ id: 1, name: 'person', supercategory: 'person', keypoints: KEYPOINTS, skeleton: SKELETON }],
  };
}
