import type { DayInput, Session } from '../day.ts';

/**
 * Walks a plan minute by minute and tells every rule that it breaks. It shares no line with the planner or with `planProblems`,
 * so that it can convict both.
 */
export function checkByMinute(input: DayInput, sessions: readonly Session[]): string[] {
  const { settings } = input;
  const wrong = new Set<string>();
  const seen = new Set<string>();
  for (const s of sessions) {
    if (seen.has(s.camper)) wrong.add(`${s.camper} twice`);
    seen.add(s.camper);
    const camper = input.campers.find((c) => c.id === s.camper);
    if (!camper) {
      wrong.add(`${s.camper} is not to throw`);
      continue;
    }
    if (s.to - s.from !== settings.minutes[camper.ageGroup]) wrong.add(`${s.camper} minutes`);
    if (s.from - s.warmUpFrom !== settings.warmUpMinutes) wrong.add(`${s.camper} warm-up`);
    if (camper.readyFrom > s.warmUpFrom) wrong.add(`${s.camper} is not there`);
    if (settings.warmUpThrows + s.deliveries > camper.throwsLeft) wrong.add(`${s.camper} arm care`);
    if (s.deliveries < 1 || s.deliveries > settings.deliveries[camper.ageGroup]) wrong.add(`${s.camper} deliveries`);
  }
  for (let minute = 0; minute < 1440; minute++) {
    const now = sessions.filter((s) => s.from <= minute && minute < s.to);
    if (now.length === 0) continue;
    for (const b of settings.breaks) if (b.from <= minute && minute < b.to) wrong.add(`break at ${minute}`);
    const where = (
      key: 'mound' | 'camera' | 'filmer',
      list: ReadonlyArray<{ from: number; to: number; name?: string; id?: string; films?: boolean }>,
    ): void => {
      const used = now.map((s) => s[key]);
      if (new Set(used).size !== used.length) wrong.add(`${key} in two places at ${minute}`);
      for (const name of used) {
        const own = list.find((w) => (w.name ?? w.id) === name);
        if (!own || minute < own.from || minute >= own.to || own.films === false)
          wrong.add(`${key} ${name} not there at ${minute}`);
      }
    };
    where('mound', settings.mounds);
    where('camera', settings.cameras);
    where('filmer', settings.staff);
    const people = sessions.filter((s) => s.warmUpFrom <= minute && minute < s.to).map((s) => s.camper);
    if (new Set(people).size !== people.length) wrong.add(`a camper in two places at ${minute}`);
  }
  for (const word of new Set(input.campers.flatMap((c) => c.together ?? []))) {
    const members = new Set(input.campers.filter((c) => c.together === word).map((c) => c.id));
    const own = sessions.filter((s) => members.has(s.camper)).sort((a, b) => a.from - b.from);
    // Nobody who is not of the group stands on the mound between two of them.
    for (const [i, s] of own.entries()) {
      const next = own[i + 1];
      if (
        next &&
        next.mound === s.mound &&
        sessions.some((o) => o.mound === s.mound && !members.has(o.camper) && o.from >= s.to && o.to <= next.from)
      )
        wrong.add(`group ${word} is cut`);
    }
  }
  return [...wrong].sort();
}
