/** A place in the picture in upright display pixels of the original clip: x right, y down, fractions allowed. */
export interface Position {
  readonly x: number;
  readonly y: number;
}

/** Throws an error that names both points when they coincide. */
export function requireApart(a: Position, aName: string, b: Position, bName: string): void {
  if (a.x === b.x && a.y === b.y) throw new RangeError(`${aName} coincides with ${bName}`);
}

export const midpoint = (a: Position, b: Position): Position => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
export const distance = (a: Position, b: Position): number => Math.hypot(a.x - b.x, a.y - b.y);
export const toDegrees = (radians: number): number => (radians * 180) / Math.PI;
