import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import { choices } from '../src/core/base/words.ts';
import { readPage } from '../src/core/grading/printed/read-page.ts';
import { INSTRUMENTS, isInstrument } from '../src/core/instruments/instruments.ts';
import { sayOnClosedOutput } from './question.ts';
import { reasonOf } from './system-reasons.ts';

const USAGE = `Reads a syllabus as it is printed and writes what was read, line by line, as JSON.
Options: --text FILE   --instrument ${INSTRUMENTS.join('|')}   --name NAME (of the syllabus; the file's own when left out)`;

/** The answer's exit status: 0 when something was read, 1 when nothing was, 2 when the question cannot be. */
function main(): number {
  const options = readOptions();
  if (!options) return 2;
  let text: string;
  try {
    text = readFileSync(options.text, 'utf8');
  } catch (error) {
    process.stderr.write(`The file “${options.text}” cannot be read: ${reasonOf(error)}\n`);
    return 2;
  }
  const { syllabus, lines } = readPage(text, options.instrument, options.name);
  process.stdout.write(`${JSON.stringify({ syllabus: syllabus ?? null, lines })}\n`);
  return syllabus ? 0 : 1;
}

function readOptions() {
  try {
    const { values } = parseArgs({
      options: { text: { type: 'string' }, instrument: { type: 'string' }, name: { type: 'string' } },
    });
    const { text, instrument = '', name } = values;
    if (text !== undefined && isInstrument(instrument)) {
      return { text, instrument, name: (name ?? basename(text).replace(/\.[^.]*$/, '')).trim() || 'Printed syllabus' };
    }
    const wrong =
      text === undefined
        ? 'Name the file to read: --text FILE.'
        : `Say whose syllabus it is: --instrument, one of ${choices(INSTRUMENTS)}.`;
    process.stderr.write(`${wrong}\n${USAGE}\n`);
  } catch {
    process.stderr.write(`${USAGE}\n`);
  }
  return undefined;
}

sayOnClosedOutput();
process.exitCode = main();
