// npm run --silent syllabus: reads a syllabus as it is printed. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/syllabus.ts');
