"""Reads joints that the product wrote (COCO keypoints JSON) with pycocotools, which knows nothing of it: python3 ops/check-coco.py FILE

Every image has its annotation and every annotation its image, keypoints count as they are; evaluated against themselves they match
wholly (AP 1), and moved by a tenth of the body's size less so. Where a frame has one point or none that COCO has a name for, its
size is no measure: such frames are counted and left out of the evaluation. Ends with 1 where something does not hold.
"""

import contextlib
import io
import json
import sys

from pycocotools.coco import COCO
from pycocotools.cocoeval import COCOeval


def average_precision(truth: COCO, results: list) -> float:
    evaluation = COCOeval(truth, truth.loadRes(results), "keypoints")
    evaluation.params.imgIds = [r["image_id"] for r in results]
    # All sizes: a body that is half out of the picture has a small area.
    evaluation.params.areaRng, evaluation.params.areaRngLbl = [[0, 1e10]] * 3, ["all", "medium", "large"]
    evaluation.evaluate()
    evaluation.accumulate()
    evaluation.summarize()
    return evaluation.stats[0]


def main(path: str) -> int:
    with contextlib.redirect_stdout(io.StringIO()):
        coco = COCO(path)
    person = coco.loadCats(coco.getCatIds(catNms=["person"]))[0]
    annotations = coco.loadAnns(coco.getAnnIds())
    wrong = []
    if len(person["keypoints"]) != 17 or any(not 1 <= k <= 17 for line in person["skeleton"] for k in line):
        wrong.append("the skeleton names keypoints that are not there")
    if sorted(a["image_id"] for a in annotations) != sorted(coco.getImgIds()):
        wrong.append("an image without an annotation, or the other way round")
    for a in annotations:
        image, points = coco.loadImgs(a["image_id"])[0], a["keypoints"]
        seen = [k for k in range(0, 51, 3) if points[k + 2] > 0]
        if len(points) != 51 or len(seen) != a["num_keypoints"]:
            wrong.append(f"{image['file_name']}: counts other keypoints than it has")
        if any(not (0 <= points[k] <= image["width"] and 0 <= points[k + 1] <= image["height"]) for k in seen):
            wrong.append(f"{image['file_name']}: a keypoint outside of its picture")
    judged = [a for a in annotations if a["num_keypoints"] > 1 and a["area"] > 0]
    same = [{k: a[k] for k in ("image_id", "category_id", "keypoints")} | {"score": 1.0} for a in judged]
    moved = []
    for a, r in zip(judged, same):
        by = 0.1 * a["area"] ** 0.5
        moved.append(r | {"keypoints": [v + by if k % 3 == 0 else v for k, v in enumerate(r["keypoints"])]})
    with contextlib.redirect_stdout(io.StringIO()):
        whole, less = average_precision(coco, same), average_precision(coco, moved)
    print(f"{len(annotations)} annotations, {len(judged)} of them evaluated: AP {whole:.3f} against themselves, {less:.3f} moved by a tenth of their size")
    if abs(whole - 1) > 1e-9 or less >= whole:
        wrong.append("evaluated against themselves they do not match")
    for line in wrong:
        print(line)
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1]) if len(sys.argv) == 2 else __doc__)
