import type { DayInput, Minute, Session } from './day.ts';
import { moveSession } from './move-session.ts';
import { planProblems, type PlanProblem } from './plan-problems.ts';
import { comesAfter, wasThrown } from './so-far.ts';
import type { CamperId } from '../record/ids.ts';

/** Sessions of the plan before that break no rule now, groups whole but for who comes too late for them; what is thrown stays. */
export function stillStanding(input: DayInput, before: readonly Session[], now: Minute | undefined): Session[] {
  const campers = new Map(input.campers.map((c) => [c.id, c]));
  const thrown = (s: Session): boolean => now !== undefined && wasThrown(s, campers.get(s.camper), now);
  let kept = withOthersFilming(input, before, now);
  for (let again = true; again; ) {
    const loose = new Set<CamperId>();
    for (const problem of planProblems(input, kept, now)) {
      const own = kept.filter((s) => problem.campers.includes(s.camper) && !thrown(s)).sort((a, b) => a.from - b.from);
      // Where two are in each other's way the later one goes.
      for (const s of problem.kind === 'pair' ? own.slice(-1) : own) loose.add(s.camper);
    }
    const groups = new Set(
      [...loose].flatMap((id) => {
        const together = campers.get(id)?.together;
        if (!together) return [];
        // Who comes after the others are through holds up nobody.
        const others = kept.filter((s) => !loose.has(s.camper) && campers.get(s.camper)?.together === together);
        const end = Math.max(...others.map((s) => s.to));
        return comesAfter(input.settings, campers.get(id)!.readyFrom, end) ? [] : [together];
      }),
    );
    const goes = (s: Session): boolean =>
      !thrown(s) && (loose.has(s.camper) || groups.has(campers.get(s.camper)?.together ?? ''));
    again = kept.some(goes);
    kept = kept.filter((s) => !goes(s));
  }
  return kept;
}

const OTHER_HANDS: readonly PlanProblem['code'][] = ['filmerAway', 'filmerTwice', 'cameraAway', 'cameraTwice'];

/** Where only the one who films, or the camera, is missing, somebody else films at the same time and nobody moves. */
function withOthersFilming(input: DayInput, before: readonly Session[], now: Minute | undefined): Session[] {
  let kept = [...before];
  const wrong = (sessions: readonly Session[], camper: CamperId) =>
    planProblems(input, sessions, now).filter((p) => p.campers.includes(camper));
  for (const camper of new Set(
    planProblems(input, kept, now)
      .filter((p) => OTHER_HANDS.includes(p.code))
      .flatMap((p) => p.campers),
  )) {
    const s = kept.find((k) => k.camper === camper)!;
    const problems = wrong(kept, camper);
    if (problems.length === 0 || problems.some((p) => !OTHER_HANDS.includes(p.code)) || (now !== undefined && s.to <= now))
      continue;
    const next = moveSession(input, kept, camper, s);
    if (wrong(next, camper).length === 0) kept = next;
  }
  return kept;
}
