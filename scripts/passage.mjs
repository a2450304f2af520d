// npm run --silent passage: reads a passage somebody else wrote and fingers it. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/passage.ts');
