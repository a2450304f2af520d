// Makes plain JavaScript of the commands and the server, in the folder `built`: what a user runs needs no hook of Node's.
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative } from 'node:path';
import { ROOT } from './prepare.mjs';

const BUILT = join(ROOT, 'built');

/** What a user runs, and the threads it starts. */
const COMMANDS = ['study', 'syllabus', 'plan', 'class', 'passage', 'simulate', 'listen', 'read-music.thread'];
const ENTRIES = [...COMMANDS.map((name) => `cli/${name}.ts`), 'server/main.ts'];

/** Which files were read to make the others, a path a line; written last, so that it is newer than they are. */
const READ = join(BUILT, 'read.txt');

/** The built file of a command or of the server; builds them first where a source has changed since. */
export async function builtFile(entry) {
  if (!isNew()) await buildCommands();
  return join(BUILT, `${basename(entry, '.ts')}.js`);
}

/** Builds the commands and the server. */
export async function buildCommands() {
  const read = await build(ENTRIES, BUILT);
  writeFileSync(READ, [join(ROOT, 'package-lock.json'), ...read].map((file) => relative(ROOT, file)).join('\n'));
}

/** Builds one of our own scripts, benchmarks or storms; gives the file to run. */
export async function builtScript(script) {
  const folder = join(BUILT, script.replace(/\.ts$/, '').replaceAll('/', '-'));
  await build([script, 'cli/read-music.thread.ts'], folder);
  return join(folder, `${basename(script, '.ts')}.js`);
}

function isNew() {
  if (!existsSync(READ)) return false;
  const made = statSync(READ).mtimeMs;
  return readFileSync(READ, 'utf8')
    .split('\n')
    .every(
      (file) => (statSync(join(ROOT, file), { throwIfNoEntry: false })?.mtimeMs ?? Number.POSITIVE_INFINITY) < made,
    );
}

/** Bundles our own modules; packages stay where they are installed. Gives the files that were read. */
async function build(entries, folder) {
  const { rolldown } = await import('rolldown');
  const bundle = await rolldown({
    input: Object.fromEntries(entries.map((entry) => [basename(entry, '.ts'), join(ROOT, entry)])),
    external: (id) => /^(?:node:)?[\w@]/.test(id),
    platform: 'node',
    plugins: [{ name: 'places', transform: (code, id) => ({ code: placed(code, id, folder), map: null }) }],
    logLevel: 'warn',
  });
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const { output } = await bundle.write({
    dir: folder,
    format: 'esm',
    sourcemap: true,
    chunkFileNames: '[name]-[hash].js',
  });
  await bundle.close();
  return output.flatMap(({ moduleIds = [] }) => moduleIds.filter((id) => existsSync(id)));
}

/** A module that asks where it stands is told where its source stands; a thread of ours stands beside it, built. */
function placed(code, id, folder) {
  const source = (of) => `new URL(${JSON.stringify(relative(folder, of).replaceAll('\\', '/'))}, import.meta.url)`;
  return code
    .replace(/new URL\('\.\/([\w.-]+\.thread)\.ts', import\.meta\.url\)/g, "new URL('./$1.js', __here)")
    .replaceAll('import.meta.dirname', `(decodeURIComponent(${source(dirname(id))}.pathname))`)
    .replaceAll('import.meta.filename', `(decodeURIComponent(${source(id)}.pathname))`)
    .replaceAll('__here', 'import.meta.url');
}
