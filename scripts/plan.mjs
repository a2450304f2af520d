// npm run --silent plan: lays practice out over days. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/plan.ts', ...process.argv.slice(2)]);
