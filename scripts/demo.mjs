// npm run demo: everything from a bare machine to the demonstration studio in the browser.
import { checkNode, giveUp, installPackages, PROGRAMS, run, runScript, say } from './prepare.mjs';

checkNode();
installPackages();
say('Building the application …');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0)
  giveUp('The application could not be built; the lines above say why.');
process.exitCode = runScript('server/serve.ts', ['--demo', ...process.argv.slice(2)]);
