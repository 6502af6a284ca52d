/**
 * The planner: its time against the size of the camp, and its plans of thirty random camps held against the bound. No product
 * has to run. `npm run planning -w bench` prints the tables of docs/planner.md.
 */
import highsLoader from 'highs';
import { assignScorers, linkedDesign, planDay, planProblems, type IntegerSolver } from '@stride-chalk/core';
import { checkByMinute } from '../../core/src/dayplan/testing/check-by-minute.ts';
import { randomCamp, seeded, type CampSize } from '../../core/src/dayplan/testing/random-camp.ts';
import { sized } from './tiny.ts';

const highs = await highsLoader();
const solve: IntegerSolver = (program) => {
  const answer = highs.solve(program, { time_limit: 2 });
  return answer.Status === 'Optimal'
    ? new Map(Object.entries(answer.Columns).map(([name, c]) => [name, (c as { Primal: number }).Primal]))
    : null;
};
const say = (line: string): boolean => process.stdout.write(`${line}\n`);

/** Plans one camp as the server does: at most 400 tries, at most 2.5 s, then the scorers. */
function planned(seed: number, size?: CampSize) {
  const input = randomCamp(seed, size);
  const started = performance.now();
  const plan = planDay(input, { random: seeded(seed), keepGoing: (tries) => tries < 400 && performance.now() - started < 2500 });
  const middle = performance.now();
  const scorers = input.settings.staff.filter((s) => s.scores).map((s) => s.id);
  const campers = plan.sessions.map((s) => input.campers.find((c) => c.id === s.camper)!);
  const choices = assignScorers({ campers, scorers, blindShare: input.settings.blindShare }, solve);
  return { input, plan, scorers, choices, planning: middle - started, scoring: performance.now() - middle };
}

planned(1, { campers: 20, mounds: 6, staff: 10 });
say('| campers | planning, ms | scorers, ms | both, against 20 campers |\n|---|---|---|---|');
let base = 0;
for (const campers of sized([20, 40, 80, 120, 160, 200], [20])) {
  const runs = sized([1, 2, 3, 4, 5], [1])
    .map((seed) => planned(seed, { campers, mounds: 6, staff: 10 }))
    .sort((a, b) => a.planning + a.scoring - b.planning - b.scoring);
  const { planning, scoring } = runs[Math.floor(runs.length / 2)]!;
  base ||= planning + scoring;
  say(`| ${campers} | ${planning.toFixed(0)} | ${scoring.toFixed(0)} | ${((planning + scoring) / base).toFixed(1)} |`);
}

const row = (...cells: readonly (string | number)[]): void => {
  say(`| ${cells.join(' | ')} |`);
};
const COLUMNS = ['camp', 'campers', 'mounds', 'staff', 'finish, min', 'bound, min', 'over', 'by'];
const JUDGED = ['rules broken', 'linked', 'scored twice', 'ages apart'];
say('');
row(...COLUMNS, ...JUDGED);
row(...[...COLUMNS, ...JUDGED].map(() => '---'));
const over: number[] = [];
for (let seed = 1; seed <= sized(30, 2); seed++) {
  const { input, plan, scorers, choices } = planned(seed);
  const { facts } = plan;
  const broken =
    checkByMinute(input, plan.sessions).length +
    planProblems(input, plan.sessions).length +
    plan.unplaced.filter((u) => u.why === 'noRoom').length;
  const { linked } = linkedDesign(
    choices.flatMap((c) => [
      { camper: c.camper, coach: c.scorer },
      ...(c.secondScorer ? [{ camper: c.camper, coach: c.secondScorer }] : []),
    ]),
    scorers,
  );
  over.push(facts.minutes / facts.leastMinutes - 1);
  const { campers, settings } = input;
  row(
    ...[seed, campers.length, settings.mounds.length, settings.staff.length, facts.minutes, facts.leastMinutes],
    ...[`${(100 * over.at(-1)!).toFixed(1)} %`, facts.bound.by, broken, linked ? 'yes' : 'no'],
    ...[choices.filter((c) => c.secondScorer).length, `${(100 * facts.ageSpread).toFixed(0)} %`],
  );
}
over.sort((a, b) => a - b);
say(
  `\nOver the bound: ${(50 * (over[over.length / 2 - 1]! + over[over.length / 2]!)).toFixed(1)} % on median, ${(100 * over.at(-1)!).toFixed(1)} % at most.`,
);
