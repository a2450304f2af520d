// npm test: everything from a bare machine to the last check in the browser.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, run, say } from './prepare.mjs';

checkNode();
installPrograms([
  { program: 'xmllint', debian: 'libxml2-utils' },
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
  // An instrument nobody here made, for the ear to be tried on; its voices come with it.
  { program: 'fluidsynth', debian: 'fluidsynth' },
  { file: '/usr/share/sounds/sf2/TimGM6mb.sf2', debian: 'timgm6mb-soundfont' },
]);
installPackages();

const STEPS = [
  ['Formatting', PROGRAMS.prettier, ['--check', '--log-level', 'warn', '.']],
  ['Lint', PROGRAMS.eslint, ['.']],
  ['Types', PROGRAMS.tsc, ['--noEmit']],
  ['Unit tests', PROGRAMS.vitest, ['run', '--config', 'vitest.config.ts']],
  ['Build', PROGRAMS.vite, ['build', '--logLevel', 'warn']],
  ['The interface in headless Chromium', PROGRAMS.vitest, ['run', '--config', 'vitest.e2e.config.ts']],
];

for (const [name, program, args] of STEPS) {
  say(`\n— ${name}`);
  if (run(program, args) !== 0) giveUp(`${name} failed; the lines above say where.`);
}
say('\nEverything passed.');
