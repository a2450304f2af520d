// npm run recordings: measures the recorded notes again and writes what was found.
import { writeFileSync } from 'node:fs';
import { measure } from './measure-recordings.ts';
import { MEASURED, RECORDED, type Measured } from './recordings.ts';

const notes: Record<string, Measured[]> = {};
for (const [instrument, name] of Object.entries(RECORDED)) notes[instrument] = await measure(name);
writeFileSync(MEASURED, `${JSON.stringify(notes, null, 1)}\n`);
