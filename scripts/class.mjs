// npm run --silent class: one key for several sections, with a part for each. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/class.ts', ...process.argv.slice(2)]);
