/** A minute of the day as a time field has it: 545 is '09:05'. */
export const timeValue = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

/** The minute of the day of a time field; null while it is empty. */
export function minuteOf(time: string): number | null {
  const m = /^(\d{2}):(\d{2})/.exec(time);
  return m ? Number(m[1]) * 60 + Number(m[2]) : null;
}
