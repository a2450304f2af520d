import { z } from 'zod';
import { TEMPERAMENTS } from '../src/core/intonation/index.ts';
import { listen, HEARING_LEVELS } from '../src/core/listening/index.ts';
import { readWave } from '../src/core/sound/index.ts';
import { readOptions } from './options.ts';
import { readBytes } from './outside.ts';
import { sayOnClosedOutput } from './question.ts';
import { answered, readStudy } from './recipe-file.ts';

const USAGE = `Hears a recording and compares it with a recipe: --recipe FILE --audio FILE.wav
Options: --temperament ${TEMPERAMENTS.join('|')}   --a 440|auto   --level ${HEARING_LEVELS.map(({ id }) => id).join('|')}`;

const HERTZ = 'The A is a number of hertz from 380 to 480, or auto.';

const Options = z.object({
  recipe: z.string({ error: 'Name the recipe with --recipe FILE.' }),
  audio: z.string({ error: 'Name the recording with --audio FILE.wav.' }),
  temperament: z
    .enum(TEMPERAMENTS, { error: `The temperament is one of: ${TEMPERAMENTS.join(', ')}.` })
    .default('equal'),
  a: z
    .union([z.literal('auto'), z.coerce.number({ error: HERTZ }).min(380, HERTZ).max(480, HERTZ)], { error: HERTZ })
    .default('auto'),
  level: z.string().default('beginner'),
});

/** The exit status: 0 for a report, 1 for a refusal, 2 when the options cannot be read. */
function main(): number {
  const text = { type: 'string' } as const;
  const options = readOptions(Options, { recipe: text, audio: text, temperament: text, a: text, level: text }, USAGE);
  if (!options) return 2;
  const study = readStudy(options.recipe);
  if (!study.ok) return answered({ error: { path: study.refusal.path, message: study.refusal.message } }, 1);
  const level = HEARING_LEVELS.find(({ id }) => id === options.level);
  if (!level) {
    const message = `The level is one of: ${HEARING_LEVELS.map(({ id }) => id).join(', ')}.`;
    return answered({ error: { path: 'level', message } }, 1);
  }
  const bytes = readBytes(options.audio, 'recording', 'audio');
  const sound = bytes.ok ? readWave(bytes.value) : bytes;
  if (!sound.ok) return answered({ error: { path: 'audio', message: sound.refusal.message } }, 1);
  return answered(listen(study.value, sound.value, { temperament: options.temperament, a: options.a, level }), 0);
}

sayOnClosedOutput();
process.exitCode = main();
