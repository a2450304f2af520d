// npm run browsers: installs what drives Firefox and WebKit, builds, and goes the main path in both.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import {
  checkNode,
  giveUp,
  installPackages,
  installPrograms,
  PROGRAMS,
  ROOT,
  run,
  runScript,
  say,
} from './prepare.mjs';

checkNode();
await installPrograms([
  { program: 'firefox-esr', debian: 'firefox-esr' },
  { program: 'WebKitWebDriver', debian: 'webkit2gtk-driver' },
  { program: 'Xvfb', debian: 'xvfb' },
  { program: 'pulseaudio', debian: 'pulseaudio' },
]);
installPackages();
const folder = join(ROOT, 'tests', 'browsers');
if (!existsSync(join(folder, 'node_modules', 'puppeteer-core'))) {
  say('Installing what drives Firefox (npm ci) …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: folder,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) giveUp('npm could not install puppeteer-core. Check that the npm registry can be reached.');
}
say('Building the application …');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0)
  giveUp('The application could not be built; the lines above say why.');
process.exitCode = await runScript('scripts/browsers.ts', process.argv.slice(2));
