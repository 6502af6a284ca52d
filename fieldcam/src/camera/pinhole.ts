import { cross, dot, sub, unit, vec, type Vec3 } from '../vector.ts';

/** A point of the picture in pixels: origin top left, x right, y down, fractions allowed. */
export interface ImagePoint {
  readonly x: number;
  readonly y: number;
  /** Distance from the camera along its axis, in metres. */
  readonly depth: number;
}

export interface PinholeCamera {
  readonly width: number;
  readonly height: number;
  readonly eye: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  readonly forward: Vec3;
  /** Focal length in pixels. */
  readonly focal: number;
  project(point: Vec3): ImagePoint;
}

/** A pinhole camera on a tripod at `eye`, looking at `target`, `focal` in pixels, square pixels, level horizon. */
export function pinholeCamera(options: {
  readonly eye: Vec3;
  readonly target: Vec3;
  readonly focal: number;
  readonly width: number;
  readonly height: number;
}): PinholeCamera {
  const { eye, target, focal, width, height } = options;
  const forward = unit(sub(target, eye));
  const right = unit(cross(forward, vec(0, 1, 0)));
  const up = cross(right, forward);
  const project = (point: Vec3): ImagePoint => {
    const d = sub(point, eye);
    const depth = dot(d, forward);
    return {
      x: width / 2 + (focal * dot(d, right)) / depth,
      y: height / 2 - (focal * dot(d, up)) / depth,
      depth,
    };
  };
  return { width, height, eye, right, up, forward, focal, project };
}
