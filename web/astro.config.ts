import node from '@astrojs/node';
import react from '@astrojs/react';
import pwa from '@vite-pwa/astro';
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
  integrations: [
    react(),
    listRoutes(),
    // The worker of the field: it keeps what pages are made of, but for the decoder of films.
    pwa({
      strategies: 'injectManifest',
      srcDir: 'src/workers',
      filename: 'field-worker.ts',
      injectRegister: false,
      manifest: false,
      injectManifest: {
        globPatterns: [
          '_astro/**/*.{js,css,woff2}',
          'chalk.svg',
          'sun.js',
          'plain.css',
          'without-network.html',
          'app.webmanifest',
          'icon-*.png',
        ],
        globIgnores: ['_astro/film.worker*'],
        rollupFormat: 'iife',
      },
    }),
  ],
  // Mutations are checked against the Origin header by our own middleware, JSON ones too.
  security: { checkOrigin: false },
  // Pages run the scripts that are hashed here, and nothing that stands in them otherwise.
  experimental: {
    csp: {
      directives: [
        "default-src 'none'",
        "img-src 'self' blob: data:",
        "media-src 'self' blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "worker-src 'self'",
        "manifest-src 'self'",
        "form-action 'self'",
        "base-uri 'none'",
        "frame-ancestors 'none'",
      ],
      scriptDirective: { resources: ["'self'"] },
      styleDirective: { resources: ["'self'"] },
    },
  },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    build: { assetsInlineLimit: 0 },
    ssr: { noExternal: ['@stride-chalk/core', '@stride-chalk/demo', '@stride-chalk/fieldcam'] },
    worker: { format: 'es' },
  },
} as Parameters<typeof defineConfig>[0]);
