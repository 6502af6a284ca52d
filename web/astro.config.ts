import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  // Mutations are checked against the Origin header by our own middleware, JSON ones too.
  security: { checkOrigin: false },
  devToolbar: { enabled: false },
  vite: {
    plugins: [tailwindcss()],
    ssr: { noExternal: ['@stride-chalk/core', '@stride-chalk/demo', '@stride-chalk/fieldcam'] },
    worker: { format: 'es' },
  },
} as Parameters<typeof defineConfig>[0]);
