import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { createRequire } from 'node:module';
import { MPEGDecoder } from 'mpg123-decoder';
import { describe, expect, it } from 'vitest';
import { measureFile } from './measure-recordings.ts';
import { MEASURED, RECORDED, type Measured } from './recordings.ts';
import { THOROUGH } from '../tests/thorough.ts';

describe('the recorded notes', () => {
  it('measure as is written of them, every third in the usual run, and sound near what they are called', async () => {
    const written = JSON.parse(readFileSync(MEASURED, 'utf8')) as Record<keyof typeof RECORDED, Measured[]>;
    const decoder = new MPEGDecoder();
    await decoder.ready;
    for (const [instrument, name] of Object.entries(RECORDED) as [keyof typeof RECORDED, string][]) {
      const folder = dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));
      expect(written[instrument].length).toBeGreaterThan(5);
      for (const [place, { file, midi, ...facts }] of written[instrument].entries()) {
        if (place % 3 === 0 || THOROUGH > 1)
          expect(await measureFile(decoder, join(folder, file)), file).toEqual(facts);
        // One is a half step off what it is called; that is why they are measured.
        expect(Math.abs(1200 * Math.log2(facts.hz / (440 * 2 ** ((midi - 69) / 12)))), file).toBeLessThan(110);
      }
    }
    decoder.free();
  });
});
