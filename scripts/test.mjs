// npm test: everything from a bare machine to the last check in the browser.
import { checkNode, giveUp, installPackages, installPrograms, PROGRAMS, say, start } from './prepare.mjs';

checkNode();
const programs = installPrograms([
  { program: 'xmllint', debian: 'libxml2-utils' },
  { program: 'chromium', debian: 'chromium' },
  { program: 'chromedriver', debian: 'chromium-driver' },
  // A web server, for the configuration that is shipped.
  { file: '/usr/sbin/nginx', debian: 'nginx-light' },
  // An instrument nobody here made, for the ear to be tried on; its voices come with it.
  { program: 'fluidsynth', debian: 'fluidsynth' },
  { file: '/usr/share/sounds/sf2/TimGM6mb.sf2', debian: 'timgm6mb-soundfont' },
]);
installPackages();

const E2E = ['run', '--config', 'vitest.e2e.config.ts'];

/** Steps that wait for nobody: they take what the others leave of the machine, and are heard as soon as they end. */
const MEANWHILE = [
  ['Lint', PROGRAMS.eslint, ['.']],
  ['Formatting', PROGRAMS.prettier, ['--check', '--log-level', 'warn', '.']],
];

/** Steps beside each other. */
const BESIDE = [
  ['Types', PROGRAMS.tsc, ['--noEmit']],
  ['Build', PROGRAMS.vite, ['build', '--logLevel', 'warn']],
];

/** Steps that take all cores, one after the other. */
const ALONE = [
  ['Unit tests', PROGRAMS.vitest, ['run', '--config', 'vitest.config.ts']],
  ['The interface in headless Chromium', PROGRAMS.vitest, [...E2E, '--project', 'side by side']],
];

/** What is played and heard as it sounds: with anything at work beside it, sound would be lost. */
const IN_TIME = ['Sound in headless Chromium, in time', PROGRAMS.vitest, [...E2E, '--project', 'in time']];

const started = new Set();

/** Runs a step to its end; says what it printed where that was not on screen already. Stops everything where it failed. */
async function step([name, program, args], how) {
  const { child, end } = start(program, args, how);
  started.add(child);
  if (how.seen) say(`\n— ${name}`);
  const { status, printed } = await end;
  started.delete(child);
  if (!how.seen) say(`\n— ${name}\n${printed.trimEnd()}`);
  if (status === 0) return;
  for (const other of started) other.kill();
  giveUp(`${name} failed; the lines above say where.`);
}

const meanwhile = MEANWHILE.map((one) => step(one, { last: true }));
await Promise.all(BESIDE.map((one) => step(one, {})));
await programs;
for (const one of ALONE) await step(one, { seen: true });
await Promise.all(meanwhile);
await step(IN_TIME, { seen: true });
say('\nEverything passed.');
