import { z } from 'zod';
import { readOutside } from '../src/core/base/index.ts';
import { bowedSound, RATE, InventedPupil, performanceOf } from '../src/core/listening/index.ts';
import { waveFile } from '../src/core/sound/index.ts';
import { readOptions } from './options.ts';
import { written } from './outside.ts';
import { sayOnClosedOutput } from './question.ts';
import { answered, readJsonFile, readStudy } from './recipe-file.ts';

const USAGE = 'The simulated pupil plays a recipe: --recipe FILE --pupil FILE --out FILE.wav';

const Options = z.object({
  recipe: z.string({ error: 'Name the recipe with --recipe FILE.' }),
  pupil: z.string().optional(),
  out: z.string({ error: 'Name the file to write with --out FILE.wav.' }),
});

/** The exit status: 0 when it was played, 1 for a refusal, 2 when the options cannot be read. */
function main(): number {
  const text = { type: 'string' } as const;
  const options = readOptions(Options, { recipe: text, pupil: text, out: text }, USAGE);
  if (!options) return 2;
  const study = readStudy(options.recipe);
  if (!study.ok) return answered({ error: { path: study.refusal.path, message: study.refusal.message } }, 1);
  const json = options.pupil === undefined ? { ok: true as const, value: {} } : readJsonFile(options.pupil, 'pupil');
  const pupil = json.ok ? readOutside(InventedPupil, json.value) : json;
  if (!pupil.ok) return answered({ error: { path: pupil.refusal.path || 'pupil', message: pupil.refusal.message } }, 1);
  const count = study.value.passage.notes.length;
  const beyond = pupil.value.faults.findIndex(({ at, backTo = 0 }) => Math.max(at, backTo) >= count);
  if (beyond >= 0) {
    const message = `This study has ${count} notes, counted from 0 to ${count - 1}. Place the fault on one of them.`;
    return answered({ error: { path: `faults.${beyond}`, message } }, 1);
  }
  const played = performanceOf(study.value, pupil.value);
  const samples = bowedSound(played, pupil.value);
  const message = written(options.out, waveFile(samples, RATE));
  if (message !== undefined) return answered({ error: { path: 'out', message } }, 1);
  const notes = played.map(({ at, onset, length, midi, hz, cents }) => ({ at, onset, length, midi, hz, cents }));
  return answered({ file: options.out, rate: RATE, seconds: samples.length / RATE, notes }, 0);
}

sayOnClosedOutput();
process.exitCode = main();
