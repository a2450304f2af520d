// npm test: everything from a bare machine to the last check in the browser.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, run, runBeside, say } from './prepare.mjs';

checkNode();
const programs = installPrograms([
  { program: 'xmllint', debian: 'libxml2-utils' },
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
  // An instrument nobody here made, for the ear to be tried on; its voices come with it.
  { program: 'fluidsynth', debian: 'fluidsynth' },
  { file: '/usr/share/sounds/sf2/TimGM6mb.sf2', debian: 'timgm6mb-soundfont' },
]);
installPackages();

/** Steps of one core each; those of a row one after the other, the rows beside each other. */
const BESIDE = [
  [['Lint', PROGRAMS.eslint, ['.']]],
  [
    ['Formatting', PROGRAMS.prettier, ['--check', '--log-level', 'warn', '.']],
    ['Types', PROGRAMS.tsc, ['--noEmit']],
    ['Build', PROGRAMS.vite, ['build', '--logLevel', 'warn']],
  ],
];

/** Steps that take all cores. */
const ALONE = [
  ['Unit tests', PROGRAMS.vitest, ['run', '--config', 'vitest.config.ts']],
  ['The interface in headless Chromium', PROGRAMS.vitest, ['run', '--config', 'vitest.e2e.config.ts']],
];

/** Says what a step found, and stops where it failed. */
function judge(name, status) {
  if (status !== 0) giveUp(`${name} failed; the lines above say where.`);
}

await Promise.all(
  BESIDE.map(async (row) => {
    for (const [name, program, args] of row) {
      const { status, printed } = await runBeside(program, args);
      say(`\n— ${name}\n${printed.trimEnd()}`);
      judge(name, status);
    }
  }),
);
await programs;
for (const [name, program, args] of ALONE) {
  say(`\n— ${name}`);
  judge(name, run(program, args));
}
say('\nEverything passed.');
