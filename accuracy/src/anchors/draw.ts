/** Draws the anchor pictures into the web application: `npm run anchors -w accuracy`. What is no longer drawn is taken away. */
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { anchorDrawings, type AnchorDrawing } from './anchor-drawing.ts';
import { ANCHORS } from './anchor-list.ts';

const folder = fileURLToPath(new URL('../../../web/public/anchors/', import.meta.url));
const list = fileURLToPath(new URL('../../../core/src/sheet/data/anchors.json', import.meta.url));
mkdirSync(folder, { recursive: true });
const drawings = ANCHORS.flatMap(anchorDrawings);
const fileOf = (d: AnchorDrawing): string => `${d.set}-${d.level}.svg`;
for (const d of drawings) writeFileSync(`${folder}${fileOf(d)}`, d.svg);
const names = new Set(drawings.map(fileOf));
for (const file of readdirSync(folder)) if (!names.has(file)) rmSync(`${folder}${file}`);
const sets = drawings.filter((d) => d.level === 3).map(({ set, band, outline }) => ({ set, band, outline }));
// A line a set: what changed is seen.
writeFileSync(list, `[\n${sets.map((s) => JSON.stringify(s)).join(',\n')}\n]\n`);
const bytes = drawings.reduce((sum, d) => sum + Buffer.byteLength(d.svg), 0);
process.stdout.write(`${drawings.length} drawings, ${Math.round(bytes / 1024)} kB\n`);
