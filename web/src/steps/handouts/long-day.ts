/** A day of the calendar as a family reads it: Saturday, 25 July. */
export const longDay = (iso: string): string =>
  new Intl.DateTimeFormat('en', { weekday: 'long', day: 'numeric', month: 'long', timeZone: 'UTC' }).format(
    new Date(`${iso}T12:00:00Z`),
  );
