// npm run --silent simulate: the simulated pupil plays a recipe into a WAVE file. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/simulate.ts');
