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
import { mutatedJson, mutatedText } from './mutations.ts';

/** What came of one kind of input. */
export interface Weather {
  readonly name: string;
  readonly tried: number;
  readonly refused: number;
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
  readonly meet: (input: never) => string | undefined;
}

const memory = new EngineMemory();
const library = fixture('library.json');
const LIBRARY = readBackup(library);

const KINDS: readonly Kind[] = [
  {
    name: 'recipes',
    share: 0.3,
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
    share: 0.25,
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
    share: 0.15,
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
    share: 0.1,
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
];

/** Runs so many inputs in all, the same for the same seed. */
export function storm(count: number, seed: number): Weather[] {
  return KINDS.map(({ name, share, input, meet }) => {
    const inputs = fc.sample(input, { numRuns: Math.max(1, Math.round(count * share)), seed });
    let refused = 0;
    const broke: { input: string; why: string }[] = [];
    for (const one of inputs) {
      const text = typeof one === 'string' ? one : (JSON.stringify(one) ?? String(one));
      try {
        const words = meet(one as never);
        if (words === undefined) continue;
        refused += 1;
        if (words.length < 12 || FOREIGN.test(words))
          broke.push({ input: text, why: `refused in foreign words: ${words}` });
      } catch (error) {
        broke.push({ input: text, why: error instanceof Error ? (error.stack ?? error.message) : String(error) });
      }
    }
    return { name, tried: inputs.length, refused, broke };
  });
}
