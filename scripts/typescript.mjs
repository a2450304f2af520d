// node --import ./scripts/typescript.mjs FILE.ts: lets Node read the TypeScript of this house (decision 0033).
import { register } from 'node:module';

register('./typescript-hooks.mjs', import.meta.url);
