// npm run --silent plan: lays practice out over days. Its standard output holds nothing but the answer.
import { command } from './prepare.mjs';

await command('cli/plan.ts');
