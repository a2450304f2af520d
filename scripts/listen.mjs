// npm run --silent listen: hears a recording and compares it with a recipe. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/listen.ts');
