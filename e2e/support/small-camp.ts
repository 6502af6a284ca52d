import { v7 } from 'uuid';

/** One camper of two deliveries in the camp that an empty product begins with, no film. */
export async function smallCamp(run: (text: string, values?: unknown[]) => Promise<unknown>): Promise<{ deliveries: string[] }> {
  const [camper, ...deliveries] = Array.from({ length: 3 }, () => v7());
  await run('insert into children (id) values ($1)', [camper]);
  await run(
    `insert into campers (id, child_id, camp_id, bib, name, born, hand, height_centimetres, guardian)
    select $1, $1, id, 7, 'Seven', first_day - 5800, 'R', 170, 'G' from camps`,
    [camper],
  );
  await run(`insert into consents (id, camper_id, film, share, given_by, how) values ($1, $1, true, false, 'G', 'by word')`, [
    camper,
  ]);
  for (const [i, id] of deliveries.entries())
    await run(`insert into deliveries (id, camper_id, number, kind, thrown_on) values ($1, $2, $3, 'stretch', '2026-07-13')`, [
      id,
      camper,
      i + 1,
    ]);
  return { deliveries };
}
