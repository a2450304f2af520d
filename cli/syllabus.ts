import { basename } from 'node:path';
import { z } from 'zod';
import { choices } from '../src/core/base/index.ts';
import { readPage } from '../src/core/grading/index.ts';
import { INSTRUMENTS } from '../src/core/instruments/index.ts';
import { readOptions } from './options.ts';
import { readTextFile } from './outside.ts';
import { sayOnClosedOutput } from './question.ts';

const USAGE = `Reads a syllabus as it is printed and writes what was read, line by line, as JSON.
Options: --text FILE   --instrument ${INSTRUMENTS.join('|')}   --name NAME (of the syllabus; the file's own when left out)`;

const Options = z.object({
  text: z.string({ error: 'Name the file to read: --text FILE.' }),
  instrument: z.enum(INSTRUMENTS, {
    error: `Say whose syllabus it is: --instrument, one of ${choices(INSTRUMENTS)}.`,
  }),
  name: z.string().optional(),
});

/** The answer's exit status: 0 when something was read, 1 when nothing was, 2 when the question cannot be. */
function main(): number {
  const TEXT = { type: 'string' } as const;
  const options = readOptions(Options, { text: TEXT, instrument: TEXT, name: TEXT }, USAGE);
  if (!options) return 2;
  const text = readTextFile(options.text, 'printedPage', 'text');
  if (!text.ok) {
    process.stderr.write(`${text.refusal.message}\n`);
    return 2;
  }
  const name = (options.name ?? basename(options.text).replace(/\.[^.]*$/, '')).trim().slice(0, 120);
  const { syllabus, lines } = readPage(text.value, options.instrument, name || 'Printed syllabus');
  process.stdout.write(`${JSON.stringify({ syllabus: syllabus ?? null, lines })}\n`);
  return syllabus ? 0 : 1;
}

sayOnClosedOutput();
process.exitCode = main();
