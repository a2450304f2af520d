// npm run --silent study: the command line. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/study.ts');
