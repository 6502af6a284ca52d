/** The real time of every frame of one clip. */
export interface FrameTimebase {
  readonly frameCount: number;
  /** Median time between two frames in real seconds; 0 for a single frame. */
  readonly frameInterval: number;
  /** Real seconds from the start of the first frame to the end of the last. */
  readonly duration: number;
  /** The longer of the times to the frames beside it, in real seconds; 0 for a single frame. Throws a RangeError for a frame that is not there. */
  intervalAt(frame: number): number;
  /** Start of a frame in real seconds from the clip's first frame. Throws a RangeError for a frame that is not there. */
  timeOf(frame: number): number;
  /** The last frame that has started at `seconds`. Throws a RangeError before the first frame and after the end of the last. */
  frameAt(seconds: number): number;
}

/**
 * Real (capture) time of the frames of a clip, constant or variable rate.
 *
 * The last frame is taken to last one median frame interval.
 *
 * @param frameTimesSeconds each frame's time in the file, in seconds, strictly increasing
 * @param captureScale capture rate / file rate: 8 for a clip filmed at 240 and played at 30 per second
 * @throws RangeError naming the option, when times do not increase or the scale is not positive
 * @example
 * const film = frameTimebase([0, 0.1, 0.2], 2);
 * film.timeOf(2); // 0.1
 * film.frameAt(0.06); // 1
 */
export function frameTimebase(frameTimesSeconds: readonly number[], captureScale: number): FrameTimebase {
  if (!(captureScale > 0) || !Number.isFinite(captureScale))
    throw new RangeError(`captureScale: a positive number was expected, not ${captureScale}`);
  if (frameTimesSeconds.length === 0) throw new RangeError('frameTimesSeconds: at least one frame was expected');
  const first = frameTimesSeconds[0]!;
  const starts = frameTimesSeconds.map((t, i) => {
    if (!Number.isFinite(t)) throw new RangeError(`frameTimesSeconds: frame ${i} has no finite time`);
    if (i > 0 && !(t > frameTimesSeconds[i - 1]!))
      throw new RangeError(`frameTimesSeconds: frame ${i} does not come after frame ${i - 1}`);
    return (t - first) / captureScale;
  });
  const intervals = starts
    .slice(1)
    .map((t, i) => t - starts[i]!)
    .sort((a, b) => a - b);
  const middle = intervals.length >> 1;
  const frameInterval =
    intervals.length === 0
      ? 0
      : intervals.length % 2 === 1
        ? intervals[middle]!
        : (intervals[middle - 1]! + intervals[middle]!) / 2;
  const frameCount = starts.length;
  const duration = starts[frameCount - 1]! + frameInterval;
  const timeOf = (frame: number): number => {
    const t = starts[frame];
    if (t === undefined) throw new RangeError(`frame ${frame} is not in the clip, which has frames 0 to ${frameCount - 1}`);
    return t;
  };
  return {
    frameCount,
    frameInterval,
    duration,
    intervalAt(frame) {
      const at = timeOf(frame);
      const [before, after] = [starts[frame - 1], starts[frame + 1]];
      return Math.max(before === undefined ? 0 : at - before, after === undefined ? 0 : after - at);
    },
    timeOf,
    frameAt(seconds) {
      if (!(seconds >= 0 && seconds <= duration))
        throw new RangeError(`${seconds} s is outside the clip, which lasts from 0 to ${duration} s`);
      let low = 0;
      let high = frameCount - 1;
      while (low < high) {
        const mid = (low + high + 1) >> 1;
        if (starts[mid]! <= seconds) low = mid;
        else high = mid - 1;
      }
      return low;
    },
  };
}
