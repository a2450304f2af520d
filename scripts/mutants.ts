// npm run mutants: changes operators in the core one at a time, runs the nearest tests, prints what no test noticed.
//   npm run mutants                          a sample of 30 in each folder of the core
//   npm run mutants -- --rooms bowing        one folder
//   npm run mutants -- --most 40 --seed 2    so many to a folder, another sample
//   npm run mutants -- --rooms bowing --files metre,tempo    of files with such names alone
// It works on a copy; the checkout is left alone.
import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { parseArgs } from 'node:util';
import ts from 'typescript';

const root = join(import.meta.dirname, '..');
const { values } = parseArgs({
  options: {
    rooms: { type: 'string', default: readdirSync(join(root, 'src/core')).join(',') },
    most: { type: 'string', default: '30' },
    seed: { type: 'string', default: '1' },
    files: { type: 'string', default: '' },
  },
});

/** What each operator is changed to. */
const OTHERS: Readonly<Record<string, string>> = {
  '===': '!==',
  '!==': '===',
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
};

interface Mutant {
  readonly file: string;
  readonly line: number;
  readonly from: number;
  readonly old: string;
  readonly now: string;
}

/** Every operator of a file that can be changed; strings put together with `+` are left. */
function mutantsOf(file: string): Mutant[] {
  const text = readFileSync(join(root, file), 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isBinaryExpression(node)) {
      const old = node.operatorToken.getText();
      const now = OTHERS[old];
      const words = [node.left, node.right].some(
        (side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side),
      );
      if (now && !(old === '+' && words)) {
        const from = node.operatorToken.getStart();
        found.push({ file, line: source.getLineAndCharacterOfPosition(from).line + 1, from, old, now });
      }
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function filesUnder(folder: string): string[] {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return entry.name === 'reference' ? [] : filesUnder(path);
    return entry.name.endsWith('.ts') ? [path] : [];
  });
}

/** Tests that take minutes are no nearest ones. */
const SLOW = /memory\.test/;

/** The tests of a room, those beside the file first. */
function testsFor(file: string, room: string): string[] {
  const all = filesUnder(`src/core/${room}`).filter((name) => name.endsWith('.test.ts') && !SLOW.test(name));
  const reference = room === 'fingering' ? ['src/core/fingering/reference/reference.test.ts'] : [];
  const beside = all.filter((name) => dirname(name) === dirname(file));
  return [...new Set([...beside, ...all, ...reference])];
}

/** Numbers from 0 up to 1, the same for the same seed. */
function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state * 1664525 + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A part of a whole, per cent. */
function share(part: number, whole: number): string {
  return `${whole === 0 ? 0 : Math.round((100 * part) / whole)} %`;
}

const copy = mkdtempSync(join(tmpdir(), 'step-ladder-mutants-'));
for (const part of ['src', 'demo', 'tests', 'bench', 'package.json', 'tsconfig.json', 'vitest.config.ts', 'scripts']) {
  cpSync(join(root, part), join(copy, part), { recursive: true });
}
symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));

/** True when some test fails, or hangs, on the copy as it stands. */
function noticed(tests: readonly string[]): boolean {
  const done = spawnSync(
    process.execPath,
    [join(root, 'node_modules/vitest/vitest.mjs'), 'run', '--bail', '1', ...tests],
    { cwd: copy, stdio: 'ignore', timeout: 180_000 },
  );
  return done.status !== 0;
}

let [tried, seen] = [0, 0];
for (const room of values.rooms.split(',')) {
  if (!existsSync(join(root, 'src/core', room))) {
    process.stderr.write(`The core has no folder “${room}”.\n`);
    process.exitCode = 2;
    continue;
  }
  const files = filesUnder(`src/core/${room}`)
    .filter((name) => !name.endsWith('.test.ts'))
    .filter((name) => values.files.split(',').some((part) => name.includes(part)));
  const all = files.flatMap(mutantsOf);
  const chance = chances(Number(values.seed));
  const sample = all
    .map((mutant) => ({ mutant, lot: chance() }))
    .sort((a, b) => a.lot - b.lot)
    .slice(0, Number(values.most))
    .map(({ mutant }) => mutant);
  const survivors: Mutant[] = [];
  for (const mutant of sample) {
    const path = join(copy, mutant.file);
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, text.slice(0, mutant.from) + mutant.now + text.slice(mutant.from + mutant.old.length));
    if (!noticed(testsFor(mutant.file, room))) survivors.push(mutant);
    writeFileSync(path, text);
  }
  tried += sample.length;
  seen += sample.length - survivors.length;
  process.stdout.write(
    `${room}: ${sample.length} of ${all.length} operators changed, ${share(sample.length - survivors.length, sample.length)} noticed, ${survivors.length} not\n`,
  );
  for (const { file, line, old, now } of survivors) {
    process.stdout.write(`  ${relative('src/core', file)}:${line}  ${old} → ${now}\n`);
  }
}
process.stdout.write(`All folders: ${share(seen, tried)} of ${tried} noticed\n`);
rmSync(copy, { recursive: true, force: true });
