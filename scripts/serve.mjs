// npm run serve: serves the built application.
import { command } from './prepare.mjs';

await command('server/main.ts');
