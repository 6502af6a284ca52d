import { instantInZone, type CameraId, type ThrowLog } from '@stride-chalk/core';

/** How far a clip may lie from the throws of its day, in milliseconds. */
const NEAR = 30 * 60_000;

/**
 * Most cameras write the time of their place as if it were that of Greenwich. Of each camera whose clips lie among the throws only when they are read so, the difference in milliseconds; the others have none.
 *
 * @param log by the clock of the server
 */
export function zoneShifts(
  clips: ReadonlyArray<{ readonly camera: CameraId; readonly start: number }>,
  log: ThrowLog,
  timeZone: string,
): Map<CameraId, number> {
  const told = [...log.throws, ...log.visits].map((t) => t.at);
  const near = (at: number): boolean => told.some((t) => Math.abs(t - at) < NEAR);
  const shifts = new Map<CameraId, number>();
  for (const camera of new Set(clips.map((c) => c.camera))) {
    const starts = clips.filter((c) => c.camera === camera).map((c) => c.start);
    const shift = asLocalTime(starts[0]!, timeZone) - starts[0]!;
    const asSaid = starts.filter(near).length;
    const asLocal = starts.filter((s) => near(s + shift)).length;
    if (asLocal > asSaid) shifts.set(camera, shift);
  }
  return shifts;
}

/** The instant at which the clocks of a place show what an instant shows in Greenwich. */
function asLocalTime(at: number, timeZone: string): number {
  const text = new Date(at).toISOString();
  const [hours, minutes] = [Number(text.slice(11, 13)), Number(text.slice(14, 16))];
  return instantInZone(text.slice(0, 10), 60 * hours + minutes, timeZone) + (at % 60_000);
}
