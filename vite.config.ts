import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { applicationLink } from './scripts/application-link.ts';
import { compressed } from './scripts/compressed.ts';
import { engraverProgram } from './scripts/engraver-program.ts';
import { filesBelowBase } from './scripts/files-below-base.ts';
import { Notices } from './scripts/notices.ts';
import { offlineFiles } from './scripts/offline-files.ts';
import { recordings } from './scripts/recordings.ts';
import { workerAddress } from './scripts/worker-address.ts';

const notices = new Notices();

/**
 * What a page begins with in two files, not thirty which a browser fetches six at a time: what starts the workers and
 * the page's own light, then the application. Screens that come when they are asked for have files of their own.
 */
const TWO_FILES = [
  { name: 'start', test: /src\/app\/main\.ts$/, priority: 2 },
  { name: 'application', test: /src\/app\/application\.tsx$/, priority: 1 },
];

/** The engraver's script, in a file that holds nothing of ours. */
const ENGRAVER_APART = [{ name: 'verovio-module', test: /node_modules\/verovio\// }];

export default defineConfig({
  // The build works under any path: `index.html` finds out which.
  base: './',
  plugins: [
    engraverProgram(),
    recordings(),
    react(),
    tailwindcss(),
    notices.collect(),
    notices.write(),
    applicationLink(),
    filesBelowBase(),
    offlineFiles(),
    compressed(),
  ],
  worker: {
    format: 'es',
    plugins: () => [engraverProgram(), notices.collect(), workerAddress()],
    rolldownOptions: { output: { codeSplitting: { groups: ENGRAVER_APART } } },
  },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 9000,
    rolldownOptions: { output: { codeSplitting: { groups: TWO_FILES } } },
  },
});
