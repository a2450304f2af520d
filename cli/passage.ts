import { basename, extname, join } from 'node:path';
import { z } from 'zod';
import { readOutside, type Outcome, writeText } from '../src/core/base/index.ts';
import { instrumentFor, INSTRUMENTS } from '../src/core/instruments/index.ts';
import { foundIn, type MusicFile } from '../src/core/passage/index.ts';
import { handFields, playerFields, Recipe, titleOf } from '../src/core/recipe/index.ts';
import { scoreOf, fingersInto, onePart, withFingers, musicXml } from '../src/core/score/index.ts';
import { passageStudy, type PassageStudy } from '../src/core/study/index.ts';
import { readOptions } from './options.ts';
import { isSameFile, readBytes, written } from './outside.ts';
import { sayOnClosedOutput } from './question.ts';
import { MusicReader } from './read-music.ts';
import { answered, readJsonFile } from './recipe-file.ts';
import { studyAnswer } from './study-answer.ts';

const USAGE = `Reads a passage (MusicXML, compressed MusicXML, MEI, ABC) and fingers it.
Options: --file FILE   --instrument ${INSTRUMENTS.join('|')}   --list   --part ID   --voice N   --from N   --to N
         --rules FILE   --keep-fingers   --format json|musicxml   --out DIR   --into`;

const whole = (name: string) =>
  z
    .string()
    .regex(/^-?\d+$/, { error: `--${name} is the number of a bar, such as 12.` })
    .transform(Number)
    .optional();

const Options = z
  .object({
    file: z.string({ error: 'Name the file to read with --file FILE.' }),
    instrument: z
      .enum(INSTRUMENTS, { error: `Choose the instrument with --instrument ${INSTRUMENTS.join('|')}.` })
      .optional(),
    list: z.boolean().default(false),
    part: z.string().optional(),
    voice: z.string().optional(),
    from: whole('from'),
    to: whole('to'),
    rules: z.string().optional(),
    'keep-fingers': z.boolean().default(false),
    format: z.enum(['json', 'musicxml'], { error: 'The format is json or musicxml.' }).default('json'),
    out: z.string().optional(),
    into: z.boolean().default(false),
  })
  .refine((options) => options.list || options.instrument !== undefined, {
    error: `Choose the instrument with --instrument ${INSTRUMENTS.join('|')}.`,
  })
  .refine((options) => (!options.into && options.format === 'json') || options.out !== undefined, {
    error: 'What writes a file needs --out DIR, the folder to write to.',
  });

type Options = z.infer<typeof Options>;

const TEXT = { type: 'string' } as const;
const FLAG = { type: 'boolean' } as const;
const OPTIONS = {
  file: TEXT,
  instrument: TEXT,
  list: FLAG,
  part: TEXT,
  voice: TEXT,
  from: TEXT,
  to: TEXT,
  rules: TEXT,
  'keep-fingers': FLAG,
  format: TEXT,
  out: TEXT,
  into: FLAG,
} as const;

/** The hand's fields of a recipe, as a file of rules holds them. */
const Rules = z.strictObject({ ...handFields, setUp: playerFields.setUp, ways: Recipe.shape.ways }).partial();

/** The exit status: 0 when all is fingered, 1 when some or all is refused, 2 when nothing can be read at all. */
async function main(): Promise<number> {
  const options = readOptions(Options, OPTIONS, USAGE);
  if (!options) return 2;
  const file = await readFile(options.file);
  if (!file.ok) return answered({ error: errorOf(file) }, file.refusal.code === 'no-such-file' ? 2 : 1);
  if (options.list) return answered({ parts: partsOf(file.value) }, 0);
  const rules = options.rules === undefined ? { ok: true as const, value: {} } : readRules(options.rules);
  if (!rules.ok) return answered({ error: errorOf(rules) }, 1);
  const { part, voice, from, to, instrument = 'violin' } = options;
  const title = file.value.music.title ?? basename(options.file, extname(options.file));
  const study = passageStudy(file.value.music, {
    instrument,
    choice: { part, voice, from, to },
    title,
    rules: rules.value,
    keepFingers: options['keep-fingers'],
  });
  if (!study.ok) return answered({ error: errorOf(study) }, 1);
  const made = options.out === undefined ? undefined : write(file.value, study.value, options, options.out);
  return made && 'error' in made ? answered(made, 1) : answered({ ...answerOf(file.value, study.value), ...made }, 0);
}

function errorOf({ refusal }: { readonly refusal: { readonly path: string; readonly message: string } }): object {
  return { path: refusal.path, message: refusal.message };
}

async function readFile(path: string): Promise<Outcome<MusicFile>> {
  const bytes = readBytes(path, 'music', 'file');
  if (!bytes.ok) return bytes;
  const reader = new MusicReader();
  try {
    return await reader.read(bytes.value);
  } finally {
    await reader.end();
  }
}

function partsOf({ music }: MusicFile): object[] {
  return music.parts.map(({ id, name, bars, notes, voices }) => ({
    id,
    name,
    measures: bars.length,
    notes: notes.filter(({ tiedFrom }) => !tiedFrom).length,
    voices: voices.length,
    voiceNames: voices,
  }));
}

function readRules(path: string): Outcome<z.infer<typeof Rules>> {
  const json = readJsonFile(path, 'rules');
  return json.ok ? readOutside(Rules, json.value) : json;
}

function answerOf({ format, music }: MusicFile, { chosen, study, leftOut }: PassageStudy): object {
  const { music: _, ...recipe } = study.recipe;
  const answer = studyAnswer({ ...study, recipe });
  return {
    ...answer,
    format,
    part: chosen.part.id,
    notes: answer.notes.map((note, at) => ({
      ...note,
      measure: measureNumber(chosen.places[at]?.measure ?? ''),
      beat: chosen.places[at]?.beat,
      onset: chosen.music.notes[at]?.onset,
      length: chosen.music.notes[at]?.length,
      ...(study.passage.notes[at]?.chord
        ? { chord: study.passage.notes[at]?.chord?.map(({ name, midi }) => ({ pitch: name, midi })) }
        : {}),
    })),
    found: foundIn(study.passage, study.recipe.instrument),
    notices: [...leftOut.map(({ message }) => message), ...music.notices],
    ...(leftOut.length > 0 ? { leftOut } : {}),
  };
}

/** Bars are numbers wherever the file counts them so. */
function measureNumber(number: string): number | string {
  return /^\d+$/.test(number) ? Number(number) : number;
}

/** Writes the whole file with the fingers in it, or the chosen part alone. */
function write(
  music: MusicFile,
  { chosen, study }: PassageStudy,
  options: Options,
  out: string,
): { readonly file: string } | { readonly error: object } {
  const { format, text, encoding } = music;
  const way = study.ways[0];
  if (!way) throw new Error('A passage that was fingered has a way.');
  const { recipe, passage } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const whole = options.into ? fingersInto(music, chosen.places, way, instrument) : '';
  if (whole === undefined) {
    const message = `The notes of this ${format.toUpperCase()} file cannot be found one by one as they were read. Leave --into out and take --format musicxml, or export it from its program as MusicXML.`;
    return { error: { path: 'into', message } };
  }
  const part = (): string =>
    format === 'musicxml'
      ? onePart(withFingers(text, chosen.places, way, instrument), chosen.part.id)
      : musicXml(scoreOf({ title: titleOf(recipe), recipe, passage, way }));
  const name = options.into ? basename(options.file).replace(/\.mxl$/i, '.musicxml') : 'passage.musicxml';
  const file = join(out, name);
  if (options.into && isSameFile(file, options.file)) {
    const message = `“${out}” is the folder of the file itself, which would be written over. Choose another folder with --out.`;
    return { error: { path: 'out', message } };
  }
  const data = options.into ? writeText(whole, encoding) : { ok: true as const, value: part() };
  if (!data.ok) return { error: { path: 'into', message: data.refusal.message } };
  const message = written(file, data.value);
  return message === undefined ? { file } : { error: { path: 'out', message } };
}

sayOnClosedOutput();
process.exitCode = await main();
