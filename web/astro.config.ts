import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { writeFile } from 'node:fs/promises';
import { defineConfig } from 'astro/config';

/** Writes down every route of the build, so that a test can walk them all. */
const listRoutes = () => {
  let patterns: string[] = [];
  return {
    name: 'list-routes',
    hooks: {
      'astro:routes:resolved': ({ routes }: { routes: ReadonlyArray<{ pattern: string; origin: string }> }) => {
        patterns = routes
          .filter((r) => r.origin === 'project')
          .map((r) => r.pattern)
          .sort();
      },
      'astro:build:done': () => writeFile(new URL('./dist/routes.json', import.meta.url), JSON.stringify(patterns, null, 2)),
    },
  };
};

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), listRoutes()],
  // Mutations are checked against the Origin header by our own middleware, JSON ones too.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    ssr: { noExternal: ['@stride-chalk/core', '@stride-chalk/demo', '@stride-chalk/fieldcam'] },
    worker: { format: 'es' },
  },
} as Parameters<typeof defineConfig>[0]);
