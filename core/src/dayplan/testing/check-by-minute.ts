import type { DayInput, Session } from '../day.ts';

/**
 * Walks a plan minute by minute and tells every rule that it breaks. It shares no line with the planner or with `planProblems`,
 * so that it can convict both.
 *
 * @param now what a group has thrown by then is history
 */
export function checkByMinute(input: DayInput, sessions: readonly Session[], now = -1): string[] {
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
  for (const s of sessions)
    for (let minute = s.warmUpFrom; minute < s.from; minute++)
      if (settings.breaks.some((b) => b.from <= minute && minute < b.to)) wrong.add(`${s.camper} warms up in a break`);
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
    const own = sessions.filter((s) => members.has(s.camper) && s.to > now).sort((a, b) => a.from - b.from);
    // One steps down and the next steps up; only who was not there yet by then comes later.
    for (const [i, s] of own.entries()) {
      const next = own[i + 1];
      if (!next || (next.mound === s.mound && next.from === s.to)) continue;
      const ready = input.campers.find((c) => c.id === next.camper)!.readyFrom + settings.warmUpMinutes;
      if (ready <= s.to) wrong.add(`group ${word} is cut`);
    }
  }
  return [...wrong].sort();
}
