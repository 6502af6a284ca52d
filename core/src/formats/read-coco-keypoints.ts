import { z } from 'zod';
import { POINT_IDS, type PointId } from '../figures/point-ids.ts';
import type { Position } from '../figures/position.ts';
import { bodySide, type JointsOfFrame } from './coco-keypoints.ts';

/** What is read of a COCO file; whatever else it says is left alone. */
export const cocoFileSchema = z.object({
  images: z.array(
    z.object({ id: z.number(), file_name: z.string().max(400), width: z.number().positive(), height: z.number().positive() }),
  ),
  annotations: z.array(
    z.object({
      image_id: z.number(),
      category_id: z.number(),
      keypoints: z.array(z.number()),
      /** Ours: what COCO has no keypoint for. */
      points: z.record(z.string(), z.tuple([z.number(), z.number()])).optional(),
    }),
  ),
  categories: z.array(z.object({ id: z.number(), keypoints: z.array(z.string()) })),
});

export type CocoFile = z.infer<typeof cocoFileSchema>;

/** A file that cannot be read the right way, in words for whoever brought it. */
export class UnreadableJoints extends Error {
  override name = 'UnreadableJoints';
}

/**
 * Joints of a file of COCO keypoints (Lin TY et al., Microsoft COCO, 2014; three numbers a keypoint: x, y, and 0 for one that is not there), as points of one thrower. Keypoints that we
 * have no point for are left out.
 *
 * @param hand the thrower's: COCO tells left from right, a pitcher has a front leg and a throwing arm
 * @throws UnreadableJoints where a picture shows two bodies, or an annotation is of no picture, of no category, or has not three numbers a keypoint
 * @example readCocoKeypoints(cocoKeypoints(frames, 'R'), 'R') // the same frames
 */
export function readCocoKeypoints(file: CocoFile, hand: 'R' | 'L'): JointsOfFrame[] {
  const pictures = new Map(file.images.map((i) => [i.id, i]));
  const categories = new Map(file.categories.map((c) => [c.id, c]));
  const seen = new Set<number>();
  return file.annotations.map(({ image_id, category_id, keypoints, points = {} }, n) => {
    const [picture, category] = [pictures.get(image_id), categories.get(category_id)];
    if (!picture) throw new UnreadableJoints(`Annotation ${n + 1} is of picture ${image_id}, which the file does not have.`);
    if (!category) throw new UnreadableJoints(`Annotation ${n + 1} is of category ${category_id}, which the file does not have.`);
    const where = picture.file_name;
    if (seen.has(image_id))
      throw new UnreadableJoints(`${where} has two bodies: whose joints are the camper's is not told by the file.`);
    seen.add(image_id);
    if (keypoints.length !== 3 * category.keypoints.length)
      throw new UnreadableJoints(
        `${where} has ${keypoints.length} numbers for ${category.keypoints.length} keypoints: three for each are expected.`,
      );
    const own: Partial<Record<PointId, Position>> = {};
    for (const [i, name] of category.keypoints.entries()) {
      const [x, y, visible] = keypoints.slice(3 * i, 3 * i + 3) as [number, number, number];
      const id = visible > 0 && POINT_IDS.find((p) => bodySide(p, hand) === name);
      if (id) own[id] = { x, y };
    }
    for (const [id, [x, y]] of Object.entries(points))
      if (POINT_IDS.includes(id as PointId) && bodySide(id as PointId, hand) === null) own[id as PointId] = { x, y };
    return { fileName: where, width: picture.width, height: picture.height, points: own };
  });
}
