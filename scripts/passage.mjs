// npm run --silent passage: reads a passage somebody else wrote and fingers it. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/passage.ts', ...process.argv.slice(2)]);
