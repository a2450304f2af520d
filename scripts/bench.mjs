// npm run bench: how fast, as ratios measured in one run where that is what matters.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPrograms([
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
]);
installPackages();
if (run(PROGRAMS.tsx, ['bench/practice.ts']) !== 0) giveUp('The benchmark of practice failed.');
if (run(PROGRAMS.tsx, ['bench/hearing.ts']) !== 0) giveUp('The benchmark of the ear failed.');
if (run(PROGRAMS.tsx, ['bench/music.ts']) !== 0) giveUp('The benchmark of passages and hearing failed.');
if (run(PROGRAMS.tsx, ['bench/engine.ts']) !== 0) giveUp('The engine’s benchmark failed.');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0) giveUp('The application could not be built.');
if (run(PROGRAMS.tsx, ['bench/browser.ts']) !== 0) giveUp('The page’s benchmark failed.');
if (run(PROGRAMS.tsx, ['bench/opening.ts']) !== 0) giveUp('The benchmark of opening failed.');
if (run(PROGRAMS.tsx, ['bench/library.ts']) !== 0) giveUp('The library’s benchmark failed.');
