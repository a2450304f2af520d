// npm run bench: how fast, as ratios measured in one run where that is what matters.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, run, runScript } from './prepare.mjs';

checkNode();
await installPrograms([
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
]);
installPackages();
if ((await runScript('bench/practice.ts')) !== 0) giveUp('The benchmark of practice failed.');
if ((await runScript('bench/hearing.ts')) !== 0) giveUp('The benchmark of the ear failed.');
if ((await runScript('bench/music.ts')) !== 0) giveUp('The benchmark of passages and hearing failed.');
if ((await runScript('bench/engine.ts')) !== 0) giveUp('The engine’s benchmark failed.');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0) giveUp('The application could not be built.');
if ((await runScript('bench/browser.ts')) !== 0) giveUp('The page’s benchmark failed.');
if ((await runScript('bench/opening.ts')) !== 0) giveUp('The benchmark of opening failed.');
if ((await runScript('bench/library.ts')) !== 0) giveUp('The library’s benchmark failed.');
if ((await runScript('bench/studio.ts')) !== 0) giveUp('The benchmark of a big studio failed.');
