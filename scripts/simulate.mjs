// npm run --silent simulate: the simulated pupil plays a recipe into a WAVE file. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/simulate.ts', ...process.argv.slice(2)]);
