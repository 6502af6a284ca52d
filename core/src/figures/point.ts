/** A point of the picture in upright display pixels of the original clip: x right, y down, fractions allowed. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Throws an error that names the point when it is missing or not finite. */
export function requirePoint(point: Point | null | undefined, name: string): Point {
  if (point === null || point === undefined) throw new RangeError(`${name} is missing`);
  if (!Number.isFinite(point.x) || !Number.isFinite(point.y)) throw new RangeError(`${name} is not finite`);
  return point;
}

/** Throws an error that names both points when they coincide. */
export function requireApart(a: Point, aName: string, b: Point, bName: string): void {
  if (a.x === b.x && a.y === b.y) throw new RangeError(`${aName} coincides with ${bName}`);
}

/** Throws an error when the standard deviation of a point is not a finite number of at least 0. */
export function requirePointSd(pointSd: number): number {
  if (!Number.isFinite(pointSd) || pointSd < 0)
    throw new RangeError(`pointSd: a finite number of at least 0 was expected, not ${pointSd}`);
  return pointSd;
}

export const midpoint = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);
export const toDegrees = (radians: number): number => (radians * 180) / Math.PI;
