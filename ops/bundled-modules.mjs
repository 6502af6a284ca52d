import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('../', import.meta.url));
const folder = `${root}node_modules/.cache/stride-chalk/`;
const NAMES = ['core', 'fieldcam', 'finder', 'demo'];
const named = (of) => Object.fromEntries(NAMES.map((name) => [`@stride-chalk/${name}`, of(name)]));

/** Where tests that reckon much find our modules: as Node reads them by itself, each call of vitest's own module loader takes several times as long as what is called. */
export const BUNDLED = named((name) => `${folder}${name}.mjs`);

/** Bundles them, once before the tests. */
export default async function setup() {
  await build({
    entryPoints: Object.fromEntries(NAMES.map((name) => [name, `${root}${name}/src/index.ts`])),
    alias: named((name) => `${root}${name}/src/index.ts`),
    ...{ outdir: folder, outExtension: { '.js': '.mjs' }, bundle: true, splitting: true, format: 'esm' },
    ...{ platform: 'node', packages: 'external', sourcemap: 'inline', logLevel: 'error' },
  });
}
