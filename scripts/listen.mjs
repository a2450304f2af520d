// npm run --silent listen: hears a recording and compares it with a recipe. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/listen.ts', ...process.argv.slice(2)]);
