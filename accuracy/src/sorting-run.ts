/**
 * Looks for deliveries in films that run on, sorts the clips of two hundred simulated days, and prints the tables of docs/measured.md: `npm run sorting -w accuracy`. The limits of the search were set on films 1 to 60; 61
 * to 90 were not looked at before.
 */
import { longFilmStudy } from './long-film-study.ts';
import { sortingStudy, type SortingStudy } from './sorting-study.ts';

const DAYS = Number(process.argv[2] ?? 200);
const share = (x: number): string => `${(100 * x).toFixed(2)} %`;
const say = (name: string, study: SortingStudy): void => {
  process.stdout.write(
    `${name}: ${study.clips} clips, placed ${share(study.placed)}, right of those ${share(study.right)}, cameras that cannot know ${study.unknown}\n`,
  );
  for (const bin of study.calibration)
    process.stdout.write(`  from ${bin.from}: ${bin.clips} clips, stated ${share(bin.stated)}, right ${share(bin.right)}\n`);
};
for (const [from, to] of [
  [1, 30],
  [31, 60],
  [61, 90],
] as const) {
  const study = longFilmStudy(from, to);
  process.stdout.write(
    `films ${from} to ${to}: ${study.whole} of ${study.deliveries} deliveries whole, ${study.right} of ${study.finds} finds right, cut into ${study.cutInto}\n`,
  );
}
say('slates and taps', sortingStudy(DAYS));
say('no slates', sortingStudy(DAYS, { withSlates: false }));
say('no taps', sortingStudy(Math.ceil(DAYS / 4), { withTaps: false }));
say('neither', sortingStudy(Math.ceil(DAYS / 10), { withSlates: false, withTaps: false }));
