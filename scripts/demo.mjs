// npm run demo: everything from a bare machine to the demonstration studio in the browser.
import { checkNode, command, giveUp, installPackages, PROGRAMS, run, say } from './prepare.mjs';

checkNode();
installPackages(false);
say('Building the application …');
if (run(PROGRAMS.vite, ['build', '--logLevel', 'warn']) !== 0)
  giveUp('The application could not be built; the lines above say why.');
process.argv.push('--demo');
await command('server/main.ts');
