// npm run --silent syllabus: reads a syllabus as it is printed. Its standard output holds nothing but the answer.
import { checkNode, installPackages, PROGRAMS, run } from './prepare.mjs';

checkNode();
installPackages();
process.exitCode = run(PROGRAMS.tsx, ['cli/syllabus.ts', ...process.argv.slice(2)]);
