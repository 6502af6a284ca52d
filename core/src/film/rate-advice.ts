/** From here on a camera shows release and foot contact to one frame; below it they fall between two. The staff's own threshold (frames per second). */
export const GOOD_RATE = 100;

/**
 * What a camera of a rate can still be used for, for whoever is about to film with it; null where it is fast enough.
 *
 * Between two frames of a camera of f frames per second lie 1/f seconds. A hand near release moves at some 20 m/s and more in youth (value from memory): between two frames at 30 a second it goes
 * two thirds of a metre, at 60 a third, at 240 less than a hand's breadth.
 *
 * @param framesPerSecond as measured from its frames
 * @throws RangeError for a rate that is no positive number
 * @example rateAdvice(30) // 'Only 30 a second: …'
 */
export function rateAdvice(framesPerSecond: number): string | null {
  if (!(framesPerSecond > 0)) throw new RangeError(`a rate above 0 was expected, not ${framesPerSecond}`);
  if (framesPerSecond >= GOOD_RATE) return null;
  const rate = Math.round(framesPerSecond);
  const apart = Math.round(1000 / framesPerSecond);
  const judged =
    framesPerSecond >= 50
      ? 'Posture, knee lift, stride and landing can be judged; release only roughly, arm speed not.'
      : 'Posture, knee lift and the landing can be judged; release and what the arm does cannot.';
  return `Only ${rate} a second, ${apart} ms from frame to frame. ${judged} Better: the phone’s own slow-motion camera, with the slate held up first.`;
}
