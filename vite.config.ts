import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { applicationLink } from './scripts/application-link.ts';
import { compressed } from './scripts/compressed.ts';
import { engraverProgram } from './scripts/engraver-program.ts';
import { Notices } from './scripts/notices.ts';
import { recordings } from './scripts/recordings.ts';

const notices = new Notices();

/**
 * What a page begins with in two files, not thirty which a browser fetches six at a time: what starts the workers and
 * the page's own light, then the application. Screens that come when they are asked for have files of their own.
 */
const TWO_FILES = [
  { name: 'start', test: /src\/app\/main\.ts$/, priority: 2 },
  { name: 'application', test: /src\/app\/application\.tsx$/, priority: 1 },
];

export default defineConfig({
  plugins: [
    engraverProgram(),
    recordings(),
    react(),
    tailwindcss(),
    notices.collect(),
    notices.write(),
    VitePWA({
      // The page itself says when a newer build is there, and when it is taken: `src/app/newer-version.ts`.
      registerType: 'prompt',
      injectRegister: false,
      includeAssets: ['icon.svg'],
      manifest: {
        name: 'Step Ladder',
        short_name: 'Step Ladder',
        description: 'Scale and arpeggio studies for string teachers, with fingerings worked out.',
        theme_color: '#f7f2e8',
        background_color: '#f7f2e8',
        display: 'standalone',
        icons: [{ src: 'icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,ttf,wasm}', 'notices.json'],
        importScripts: ['/sw-routes.js'],
        globIgnores: ['sw-routes.js'],
        // The engraver is large; it is cached like everything else, so that the score works offline.
        maximumFileSizeToCacheInBytes: 12 * 1024 * 1024,
        clientsClaim: true,
        cleanupOutdatedCaches: true,
        // A page comes from the server where there is one, so that a reload takes the newest build at once.
        navigateFallback: null,
        directoryIndex: null,
        runtimeCaching: [
          {
            // Recorded notes are many megabytes: kept when first heard, and there offline from then on.
            urlPattern: ({ url }) => url.pathname.endsWith('.mp3'),
            handler: 'CacheFirst',
            options: { cacheName: 'recordings', expiration: { maxEntries: 200 } },
          },
          {
            urlPattern: ({ request }) => request.mode === 'navigate',
            handler: 'NetworkFirst',
            options: {
              cacheName: 'pages',
              networkTimeoutSeconds: 3,
              // Every study has an address of its own; the same page stands at all of them.
              expiration: { maxEntries: 2 },
              precacheFallback: { fallbackURL: '/index.html' },
            },
          },
        ],
      },
    }),
    applicationLink(),
    compressed(),
  ],
  worker: { format: 'es', plugins: () => [engraverProgram(), notices.collect()] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 9000,
    rolldownOptions: { output: { codeSplitting: { groups: TWO_FILES } } },
  },
});
