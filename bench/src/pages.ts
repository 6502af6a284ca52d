/**
 * What a page weighs and what it asks of the database, at camps of growing size with films, key frames and levels: every camper has a delivery with two
 * films of a second and a half at 240 per second. `STRIDE_TEST_POSTGRES=postgres://... npm run pages -w bench -- 40 200 1000`
 */
import { v7 } from 'uuid';
import { ALWAYS_ASKED, defaultSheet, resolveSheet } from '@stride-chalk/core';
import { query, startProduct } from '../../e2e/support/product.ts';
import { countingProxy } from './counting-proxy.ts';

const sizes = process.argv.slice(2).map(Number);
if (sizes.length === 0) sizes.push(40, 200, 1000);
const say = (line: string): boolean => process.stdout.write(`${line}\n`);
const PAGES = ['/', '/roster', '/check-in', '/day-plan', '/campers/7', '/bench/7', '/handouts/7', '/campers/7/card'];

say('| page | campers | bytes of the page | queries (asked twice) | bytes from the database |\n|---|---|---|---|---|');
for (const size of sizes) {
  let proxy: Awaited<ReturnType<typeof countingProxy>> | null = null;
  const product = await startProduct({
    demo: false,
    through: async (url) => {
      proxy = await countingProxy(url);
      return proxy.url;
    },
  });
  const sql = (text: string, values: unknown[] = []) => query(product.databaseUrl, text, values);
  const token = product.printed.split('/').at(-1)!;
  const joined = await fetch(`${product.url}/api/join`, {
    method: 'POST',
    redirect: 'manual',
    headers: { origin: product.url, 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ token, name: 'Lead', email: 'lead@bench.example', password: 'four fields of chalk' }),
  });
  const cookie = joined.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  const asked = resolveSheet(defaultSheet, '11-12')
    .filter((c) => c.scored)
    .map((c) => c.id);
  const bibs = Array.from({ length: size }, (_, i) => i + 1);
  const ids = bibs.map(() => v7());
  await sql('update camps set first_day = current_date, last_day = current_date + 4');
  await sql('insert into children (id) select unnest($1::uuid[])', [ids]);
  await sql(
    `insert into campers (id, child_id, camp_id, bib, name, born, hand, height_centimetres, guardian)
     select t.id, t.id, c.id, t.bib, 'Camper ' || t.bib, c.first_day - 4200, 'R', 150, 'Guardian ' || t.bib
     from unnest($1::uuid[], $2::int[]) as t(id, bib), camps c`,
    [ids, bibs],
  );
  await sql(
    `insert into consents (id, camper_id, film, share, given_by, how, entered_by)
     select gen_random_uuid(), c.id, true, true, 'Guardian', 'form', s.id from campers c, staff s`,
  );
  await sql(
    `insert into deliveries (id, camper_id, number, kind, thrown_on) select gen_random_uuid(), id, 1, 'stretch', current_date from campers`,
  );
  await sql(
    `with came as (
       insert into films (id, camp_id, sha256, bytes, codec, width, height)
       select gen_random_uuid(), c.camp_id, md5(d.id::text || v) || md5(v), 1000000, 'h264', 1920, 1080
       from deliveries d join campers c on c.id = d.camper_id, unnest(array['openSide', 'front']) v
       returning id, sha256)
     insert into clips (id, film_id, delivery_id, view, file_name, frame_times, bench_width, bench_height, state)
     select gen_random_uuid(), f.id, d.id, v, 'film.mp4',
       (select array_agg(i / 240.0 + 0.0000001) from generate_series(0, 359) i), 1920, 1080, 'ready' from deliveries d, unnest(array['openSide', 'front']) v, came f where f.sha256 = md5(d.id::text || v) || md5(v)`,
  );
  await sql(
    `insert into marks (clip_id, event, frame, entry_id, entered_by)
     select c.id, e, 10 * o, gen_random_uuid(), s.id from clips c, unnest($1::text[]) with ordinality as t(e, o), staff s`,
    [ALWAYS_ASKED],
  );
  await sql(
    `insert into scores (delivery_id, checkpoint, coach_id, sheet_id, level, entry_id, entered_by)
     select d.id, k, s.id, c.sheet_id, '3', gen_random_uuid(), s.id from deliveries d, unnest($1::text[]) k, staff s, camps c`,
    [asked],
  );
  await sql('analyze');
  const get = async (path: string): Promise<number> => {
    const answer = await fetch(product.url + path, { headers: { cookie } });
    const bytes = (await answer.arrayBuffer()).byteLength;
    if (answer.status !== 200) throw new Error(`${path} answers ${answer.status}`);
    return bytes;
  };
  for (const path of PAGES) {
    // What is kept from page to page is there, as it is in use.
    await get(path);
    const { value, asked: of } = await proxy!.during(() => get(path));
    say(`| ${path} | ${size} | ${value} | ${of.queries} (${of.repeated}) | ${of.bytes} |`);
  }
  await product.end();
  proxy!.end();
}
