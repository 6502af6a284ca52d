import { EVENT_IDS, eventName, type EventId } from '../keyframes/events.ts';

/** 65.25 -> 01:05.250 (WebVTT timestamps: W3C, WebVTT, 3.1 and 4.2). */
function stamp(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
  return `${two(ms / 3_600_000)}:${two((ms / 60_000) % 60)}:${two((ms / 1000) % 60)}.${String(ms % 1000).padStart(3, '0')}`;
}

/**
 * Key frames as chapters of a film, a WebVTT file (W3C, WebVTT: The Web Video Text Tracks Format, 5.2 on chapters): each goes from its frame to the next
 * one, the last to the end of the film. Two on one frame share a chapter.
 *
 * @param marks key frames of one film
 * @param frameTimes when each frame is shown, in seconds of the file: chapters belong to the file, not to the real time of a slow-motion film
 * @param duration of the file in seconds
 * @throws RangeError for a frame that the film does not have
 * @example chaptersVtt([{ event: 'contact', frame: 1 }], [0, 0.5], 1) // 'WEBVTT\n\n00:00:00.500 --> 00:00:01.000\nfoot bears weight\n'
 */
export function chaptersVtt(
  marks: ReadonlyArray<{ readonly event: EventId; readonly frame: number }>,
  frameTimes: readonly number[],
  duration: number,
): string {
  const frames = [...new Set(marks.map((m) => m.frame))].sort((a, b) => a - b);
  const at = (frame: number): number => {
    const seconds = frameTimes[frame];
    if (seconds === undefined) throw new RangeError(`frame ${frame} is not in the film, which has ${frameTimes.length}`);
    return seconds;
  };
  const cues = frames.map((frame, i) => {
    const names = EVENT_IDS.filter((e) => marks.some((m) => m.event === e && m.frame === frame)).map(eventName);
    const next = frames[i + 1];
    return `${stamp(at(frame))} --> ${stamp(next === undefined ? Math.max(duration, at(frame)) : at(next))}\n${names.join(', ')}\n`;
  });
  return `WEBVTT\n${cues.map((cue) => `\n${cue}`).join('')}`;
}
