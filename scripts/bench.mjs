// npm run bench: how fast, as ratios measured in one run where that is what matters.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, run, runScript } from './prepare.mjs';

checkNode();
await installPrograms([
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
]);
installPackages();
if (runScript('bench/practice.ts') !== 0) giveUp('The benchmark of practice failed.');
if (runScript('bench/hearing.ts') !== 0) giveUp('The benchmark of the ear failed.');
if (runScript('bench/music.ts') !== 0) giveUp('The benchmark of passages and hearing failed.');
if (runScript('bench/engine.ts') !== 0) giveUp('The engine’s benchmark failed.');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0) giveUp('The application could not be built.');
if (runScript('bench/browser.ts') !== 0) giveUp('The page’s benchmark failed.');
if (runScript('bench/opening.ts') !== 0) giveUp('The benchmark of opening failed.');
if (runScript('bench/library.ts') !== 0) giveUp('The library’s benchmark failed.');
if (runScript('bench/studio.ts') !== 0) giveUp('The benchmark of a big studio failed.');
