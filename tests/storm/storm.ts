import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { EngineMemory } from '../../src/core/fingering/fingering.ts';
import { syllabusCsv, readCsv } from '../../src/core/grading/syllabus-csv.ts';
import { readSyllabus } from '../../src/core/grading/syllabus.ts';
import { SHIPPED } from '../../src/core/grading/shipped/shipped.ts';
import { readBackup } from '../../src/core/library/backup.ts';
import { mergeBackup } from '../../src/core/library/backup-merge.ts';
import { arbitraryRecipe } from '../../src/core/recipe/arbitrary-recipe.ts';
import { titleOf } from '../../src/core/recipe/title.ts';
import { readSchool } from '../../src/core/schools/school.ts';
import { midiFile } from '../../src/core/score/midi.ts';
import { scoreOf } from '../../src/core/score/from-study.ts';
import { musicXml } from '../../src/core/score/musicxml.ts';
import { buildFrom } from '../../src/core/study/build.ts';
import { buildKept } from '../../src/core/study/kept-study.ts';
import { fromAddress, toAddress } from '../../src/core/study/address.ts';
import { MusicReader } from '../../cli/read-music.ts';
import { readOutside } from '../../src/core/base/reading.ts';
import { writeText } from '../../src/core/base/text-file.ts';
import { readBook } from '../../src/core/book/read-book.ts';
import { classPlanFrom } from '../../src/core/classroom/class-plan.ts';
import { readPage, tooMuch } from '../../src/core/grading/printed/read-page.ts';
import { INSTRUMENTS, INSTRUMENT_TABLE, type InstrumentId } from '../../src/core/instruments/instruments.ts';
import { choose } from '../../src/core/passage/read/choose.ts';
import { EVERY_FEATURE } from '../../src/core/passage/read/every-feature.fixture.ts';
import { planFrom } from '../../src/core/practice/plan-request.ts';
import { mergeHomework, mergeLog, readPupilFile } from '../../src/core/practice/pupil-file.ts';
import { Music } from '../../src/core/recipe/music.ts';
import { LONGEST_SOUND, readWave } from '../../src/core/sound/read-wave.ts';
import { compressed, inSomeEncoding, mutatedBytes, mutatedJson, mutatedMusic, mutatedText } from './mutations.ts';
import { BOOK, CLASS, HOMEWORK, LOG, LONG_PART, MEI, PLAN, PRINTED, SOUND, TUNE, WHOLE } from './samples.ts';

/** What came of one kind of input. */
export interface Weather {
  readonly name: string;
  readonly tried: number;
  readonly refused: number;
  /** The longest that one took, milliseconds. */
  readonly slowest: number;
  readonly broke: readonly { readonly input: string; readonly why: string }[];
}

const fixture = (name: string): string =>
  readFileSync(join(import.meta.dirname, '..', 'fixtures', 'first-edition', name), 'utf8');

/** Words no teacher should read: a validator's, a parser's, a language's own. */
const FOREIGN =
  /Invalid input|expected .*received|Unrecognized key|Too (?:small|big):|Unexpected token|undefined|NaN|\[object|JSON\.parse|Cannot read|is not a function|at position \d/;

/** One kind of input: how it comes about, and what is done with it; gives the words of its refusal. */
interface Kind {
  readonly name: string;
  /** Share of all inputs. */
  readonly share: number;
  readonly input: fc.Arbitrary<unknown>;
  readonly meet: (input: never) => Promise<string | undefined> | string | undefined;
}

/** No answer may take longer, milliseconds. */
const LONGEST = 10_000;

const memory = new EngineMemory();
const library = fixture('library.json');
const LIBRARY = readBackup(library);

const KINDS: readonly Kind[] = [
  {
    name: 'recipes',
    share: 0.2,
    input: arbitraryRecipe.chain((recipe) => mutatedJson({ ...recipe, ways: 2 })),
    meet: (recipe: unknown) => {
      const built = buildFrom(recipe, memory);
      if (!built.ok) return built.refusal.message;
      const { ways, passage } = built.value;
      const [way] = ways;
      if (!way) throw new Error('a study without a way');
      const study = { title: titleOf(built.value.recipe), recipe: built.value.recipe, passage, way };
      if (way.fingers.length !== passage.notes.length) throw new Error('fingers and notes differ in number');
      if (!musicXml(scoreOf(study)).includes('</score-partwise>')) throw new Error('half a file');
      if (midiFile(study).length < 20) throw new Error('no sound');
      return undefined;
    },
  },
  {
    name: 'addresses',
    share: 0.15,
    input: arbitraryRecipe.chain((recipe) => mutatedText(toAddress(recipe, 1).toString())),
    meet: (text: string) => {
      const read = fromAddress(new URLSearchParams(text));
      if (!read.ok) return read.refusal.message;
      toAddress(read.value.choices, read.value.way);
      return undefined;
    },
  },
  {
    name: 'kept studies',
    share: 0.1,
    input: fc
      .constantFrom(...(LIBRARY.ok ? LIBRARY.value.studies : []))
      .chain(({ recipe, fingering }) => mutatedJson({ recipe, fingering })),
    meet: (kept: unknown) => {
      const { recipe, fingering } = (kept ?? {}) as { recipe?: unknown; fingering?: unknown };
      const fingers = Array.isArray(fingering) ? fingering.filter((one) => one && typeof one === 'object') : [];
      const built = buildKept(recipe, fingers as never, memory);
      return built.ok ? undefined : built.refusal.message;
    },
  },
  {
    name: 'backups',
    share: 0.05,
    input: fc.oneof(
      mutatedText(library),
      mutatedJson(JSON.parse(library)).map((value) => JSON.stringify(value) ?? ''),
    ),
    meet: (text: string) => {
      const read = readBackup(text);
      if (!read.ok) return read.refusal.message;
      let count = 0;
      const here = LIBRARY.ok ? LIBRARY.value : read.value;
      const { fresh } = mergeBackup(here, read.value, () => `fresh-${(count += 1)}`);
      const ids = [...here.studies, ...fresh.studies].map(({ id }) => id);
      if (new Set(ids).size !== ids.length) throw new Error('two studies under one id');
      return undefined;
    },
  },
  {
    name: 'schools',
    share: 0.05,
    input: fc.oneof(
      mutatedText(fixture('school.json')),
      mutatedJson(JSON.parse(fixture('school.json'))).map((value) => JSON.stringify(value) ?? ''),
    ),
    meet: (text: string) => {
      const read = readSchool(text);
      return read.ok ? undefined : read.refusal.message;
    },
  },
  {
    name: 'syllabuses',
    share: 0.05,
    input: fc.oneof(
      mutatedText(fixture('syllabus.json')),
      mutatedJson(JSON.parse(fixture('syllabus.json'))).map((value) => JSON.stringify(value) ?? ''),
    ),
    meet: (text: string) => {
      const read = readSyllabus(text);
      return read.ok ? undefined : read.refusal.message;
    },
  },
  {
    name: 'CSV',
    share: 0.1,
    input: fc.constant(syllabusCsv(SHIPPED[1]!).split('\n').slice(0, 12).join('\n')).chain(mutatedText),
    meet: (text: string) => {
      const reading = readCsv(text, 'Storm');
      let step = reading.next();
      while (!step.done) step = reading.next();
      const { refusal, bad, good, syllabus } = step.value;
      const rows = text.split(/\r\n?|\n/).filter((row) => row.trim() !== '').length - 1;
      if (!refusal && good + bad.length < 1 && rows > 0) throw new Error('rows gone without a word');
      if (good > 0 && !syllabus && !refusal) throw new Error('good rows make nothing');
      return refusal ?? (bad.length > 0 ? bad.map(({ reason }) => reason).join(' ') : undefined);
    },
  },
  {
    name: 'MusicXML',
    share: 0.1,
    input: fc
      .constantFrom(EVERY_FEATURE, LONG_PART)
      .chain(mutatedMusic)
      .map((text) => new TextEncoder().encode(text)),
    meet: meetMusic,
  },
  {
    name: 'compressed MusicXML',
    share: 0.03,
    input: mutatedMusic(EVERY_FEATURE).chain((text) => mutatedBytes(compressed(text))),
    meet: meetMusic,
  },
  {
    name: 'ABC',
    share: 0.03,
    input: mutatedMusic(TUNE).map((text) => new TextEncoder().encode(text)),
    meet: meetMusic,
  },
  {
    name: 'MEI',
    share: 0.02,
    input: mutatedMusic(MEI).map((text) => new TextEncoder().encode(text)),
    meet: meetMusic,
  },
  {
    name: 'files in any encoding',
    share: 0.03,
    input: fc.constantFrom(EVERY_FEATURE, TUNE, MEI).chain((text) => mutatedBytes(inSomeEncoding(text))),
    meet: meetMusic,
  },
  {
    name: 'printed pages',
    share: 0.05,
    input: fc.record({
      text: mutatedText(PRINTED),
      instrument: fc.constantFrom(...INSTRUMENTS),
    }),
    meet: ({ text, instrument }: { text: string; instrument: InstrumentId }) => {
      const refusal = tooMuch(text);
      if (refusal !== undefined) return refusal;
      const { syllabus, lines } = readPage(text, instrument, 'Storm');
      if (syllabus && !readSyllabus(JSON.stringify(syllabus)).ok)
        throw new Error('a syllabus that cannot be read again');
      return lines.map(({ unread }) => unread).find((unread) => unread.length > 12);
    },
  },
  {
    name: 'lines of a book',
    share: 0.05,
    input: mutatedText(BOOK),
    meet: (text: string) => {
      const reading = readBook(text, memory);
      let step = reading.next();
      while (!step.done) step = reading.next();
      return step.value.find(({ reason }) => reason !== undefined)?.reason;
    },
  },
  {
    name: 'homework and logs',
    share: 0.05,
    input: fc.constantFrom(HOMEWORK, LOG).chain((file) =>
      fc.oneof(
        mutatedText(JSON.stringify(file)),
        mutatedJson(file).map((one) => JSON.stringify(one) ?? ''),
      ),
    ),
    meet: (text: string) => {
      const read = readPupilFile(text);
      if (!read.ok) return read.refusal.message;
      const owners = new Map(WHOLE.attempts.map(({ id, pupil }) => [id, pupil]));
      const here = {
        library: 'here',
        whole: WHOLE,
        ownerOf: (_: string, id: string) => owners.get(id),
        today: '2026-03-04',
      };
      const file = read.value;
      const { fresh } =
        file.format === 'step-ladder-log' ? mergeLog(file, WHOLE, here) : mergeHomework(file, here).tries;
      if (fresh.some(({ id }) => owners.has(id))) throw new Error('a try that is here comes in once more');
      return undefined;
    },
  },
  {
    name: 'sound',
    share: 0.03,
    input: mutatedBytes(SOUND),
    meet: (bytes: Uint8Array) => {
      const read = readWave(bytes);
      if (!read.ok) return read.refusal.message;
      if (read.value.samples.length > LONGEST_SOUND * read.value.rate) throw new Error('longer than can be heard');
      return undefined;
    },
  },
  {
    name: 'classes',
    share: 0.03,
    input: mutatedJson(CLASS),
    meet: (asked: unknown) => {
      const plan = classPlanFrom(asked);
      return plan.ok ? undefined : plan.refusal.message;
    },
  },
  {
    name: 'plans',
    share: 0.03,
    input: mutatedJson(PLAN),
    meet: (asked: unknown) => {
      const plan = planFrom(asked);
      return plan.ok ? undefined : plan.refusal.message;
    },
  },
];

const reader = new MusicReader();

/** Reads a file of music, takes a part for each instrument, and writes it back as it was. */
async function meetMusic(bytes: Uint8Array): Promise<string | undefined> {
  const read = await reader.read(bytes);
  if (!read.ok) return read.refusal.message;
  const { music, text, encoding } = read.value;
  writeText(text, encoding);
  for (const instrument of [INSTRUMENT_TABLE.violin, INSTRUMENT_TABLE.bass]) {
    const taken = choose(music, instrument, {}, 'Storm');
    if (!taken.ok) return taken.refusal.message;
    const said = Music.safeParse(taken.value.music);
    if (!said.success) return readOutside(Music, taken.value.music).ok ? undefined : 'The passage is refused in words.';
  }
  return undefined;
}

/** So many inputs are held at a time. */
const AT_A_TIME = 100;

function* sampled(input: fc.Arbitrary<unknown>, count: number, seed: number): Generator<unknown> {
  for (let from = 0; from < count; from += AT_A_TIME)
    yield* fc.sample(input, { numRuns: Math.min(AT_A_TIME, count - from), seed: seed + from });
}

/** Runs so many inputs in all, the same for the same seed. */
export async function storm(
  count: number,
  seed: number,
  only = '',
  tell: (weather: Weather) => void = () => undefined,
): Promise<Weather[]> {
  const all: Weather[] = [];
  for (const { name, share, input, meet } of KINDS.filter((kind) => kind.name.startsWith(only))) {
    const tried = Math.max(1, Math.round(count * share));
    let [refused, slowest] = [0, 0];
    const broke: { input: string; why: string }[] = [];
    for (const one of sampled(input, tried, seed)) {
      const text = (): string =>
        typeof one === 'string'
          ? one
          : one instanceof Uint8Array
            ? Buffer.from(one).toString('latin1')
            : (JSON.stringify(one) ?? String(one));
      const began = performance.now();
      try {
        const words = await meet(one as never);
        if (words === undefined) continue;
        refused += 1;
        if (words.length < 12 || FOREIGN.test(words)) {
          broke.push({ input: text(), why: `refused in foreign words: ${words}` });
        }
      } catch (error) {
        broke.push({ input: text(), why: error instanceof Error ? (error.stack ?? error.message) : String(error) });
      } finally {
        const took = performance.now() - began;
        slowest = Math.max(slowest, took);
        if (took > LONGEST) broke.push({ input: text(), why: `took ${Math.round(took / 1000)} s` });
      }
    }
    const weather = { name, tried, refused, broke, slowest };
    all.push(weather);
    tell(weather);
  }
  await reader.end();
  return all;
}
