// npm run --silent class: one key for several sections, with a part for each. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/class.ts');
