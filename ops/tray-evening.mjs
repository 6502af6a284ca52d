/** Puts an evening of two cameras into the tray of a running demo, for the picture of it: eight throws of four campers, tapped at a mound, and the films of them. */
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const CAMPERS = [14, 33, 38, 52];
/** Films of the demo that stand for them. */
const FILMS = ['19-1', '19-2', '19-3', '27-1', '27-2', '27-3', '4-1', '4-2'];
const VIEWS = { 'card of the side': 'open-side', 'card of the front': 'front' };
/** The cameras are three minutes slow and seven fast. */
const OFF = { 'card of the side': -180_000, 'card of the front': 420_000 };

/** An id that says when it was made (RFC 9562, version 7). */
function v7({ msecs = Date.now() } = {}) {
  const hex = msecs.toString(16).padStart(12, '0') + randomBytes(10).toString('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/** Taps the throws and writes the folder; answers where it lies. */
export async function trayEvening(page, url) {
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-evening-'));
  const campers = new Map();
  const first = Date.now() - 40 * 60_000;
  const { lines } = await (await page.request.get(`${url}/api/gate`)).json();
  for (const c of lines) campers.set(c.bib, c);
  const device = v7();
  for (const [i, film] of FILMS.entries()) {
    const camper = campers.get(CAMPERS[Math.floor(i / 2)]);
    const at = first + Math.floor(i / 2) * 173_000 + (i % 2) * 27_000 + ((i * 7919) % 9000);
    const day = new Date(at).toISOString().slice(0, 10);
    // The last throw nobody has tapped.
    if (i < FILMS.length - 1) {
      const answer = await page.request.put(`${url}/api/care/${v7({ msecs: at })}`, {
        data: { kind: 'throws', camperId: camper.id, day, throwKind: 'filming', count: 1, mound: 'Mound 1', device },
      });
      if (!answer.ok()) throw new Error(await answer.text());
    }
    for (const [camera, view] of Object.entries(VIEWS)) {
      mkdirSync(join(folder, camera), { recursive: true });
      const to = join(folder, camera, `MOV_${String(210 + i).padStart(4, '0')}.mp4`);
      const own = ['-map', '0:v', '-c', 'copy', '-metadata', `comment=${v7()}`];
      execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', `demo/clips/${film}-${view}.mp4`, ...own, to]);
      const changed = new Date(at + 1200 + OFF[camera]);
      utimesSync(to, changed, changed);
    }
  }
  return { folder, end: () => rmSync(folder, { recursive: true, force: true }) };
}
