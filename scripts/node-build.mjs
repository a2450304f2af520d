// Builds the commands and the server to plain JavaScript, so that what a user runs needs no loader hook.
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { basename, dirname, join, relative } from 'node:path';
import { ROOT } from './prepare.mjs';

const BUILT = join(ROOT, 'built');

const COMMANDS = ['study', 'syllabus', 'plan', 'class', 'passage', 'simulate', 'listen'];
/** Started by a command, as a thread. */
const THREAD = 'cli/read-music.thread.ts';
const ENTRIES = [...COMMANDS.map((name) => `cli/${name}.ts`), THREAD, 'server/main.ts'];

/** The current build: the name of its folder, and the sources it was made from. Replaced in one step. */
const CURRENT = join(BUILT, 'current.json');
/** Older builds may still be in use by a command that is running. */
const KEPT_FOR = 60 * 60_000;

/** Returns the built file of a command or of the server; rebuilds when a source is newer. */
export async function builtFile(entry) {
  const folder = upToDate() ?? (await buildCommands());
  return join(BUILT, folder, `${basename(entry, '.ts')}.js`);
}

/** Builds the commands and the server; returns the name of the folder. Several commands may do so at once. */
export async function buildCommands() {
  mkdirSync(BUILT, { recursive: true });
  const began = Date.now();
  const path = mkdtempSync(join(BUILT, 'commands-'));
  const sources = [join(ROOT, 'package-lock.json'), ...(await build(ENTRIES, path))];
  const folder = basename(path);
  const next = join(path, 'current.json');
  writeFileSync(next, JSON.stringify({ folder, began, sources: sources.map((file) => relative(ROOT, file)) }));
  renameSync(next, CURRENT);
  for (const old of readdirSync(BUILT)) {
    const made = statSync(join(BUILT, old), { throwIfNoEntry: false })?.mtimeMs ?? began;
    if (old.startsWith('commands-') && made < began - KEPT_FOR)
      rmSync(join(BUILT, old), { recursive: true, force: true });
  }
  return folder;
}

/** Builds one of our scripts, benchmarks or storms into a folder of its own and returns the file to run. */
export async function builtScript(script) {
  mkdirSync(BUILT, { recursive: true });
  const folder = mkdtempSync(join(BUILT, 'script-'));
  await build([script, THREAD], folder);
  return join(folder, `${basename(script, '.ts')}.js`);
}

function upToDate() {
  if (!existsSync(CURRENT)) return undefined;
  const { folder, began, sources } = JSON.parse(readFileSync(CURRENT, 'utf8'));
  const unchanged = (file) => {
    const found = statSync(join(ROOT, file), { throwIfNoEntry: false });
    return found !== undefined && found.mtimeMs < began;
  };
  return existsSync(join(BUILT, folder)) && sources.every(unchanged) ? folder : undefined;
}

/** Bundles our own modules, leaves packages external; returns the source files. */
async function build(entries, folder) {
  const { rolldown } = await import('rolldown');
  const bundle = await rolldown({
    input: Object.fromEntries(entries.map((entry) => [basename(entry, '.ts'), join(ROOT, entry)])),
    external: (id) => /^(?:node:)?[\w@]/.test(id),
    platform: 'node',
    plugins: [{ name: 'paths', transform: (code, id) => ({ code: withSourcePaths(code, id, folder), map: null }) }],
    logLevel: 'warn',
  });
  const { output } = await bundle.write({
    dir: folder,
    format: 'esm',
    sourcemap: true,
    chunkFileNames: '[name]-[hash].js',
  });
  await bundle.close();
  return output.flatMap(({ moduleIds = [] }) => moduleIds.filter((id) => existsSync(id)));
}

/** Resolves `import.meta.dirname` and `.filename` to the source, and the URL of a thread to its built file. */
function withSourcePaths(code, id, folder) {
  const pathTo = (file) =>
    `(decodeURIComponent(new URL(${JSON.stringify(relative(folder, file).replaceAll('\\', '/'))}, import.meta.url).pathname))`;
  return code
    .replace(/new URL\('\.\/([\w.-]+\.thread)\.ts', import\.meta\.url\)/g, "new URL('./$1.js', import.meta.url)")
    .replaceAll('import.meta.dirname', pathTo(dirname(id)))
    .replaceAll('import.meta.filename', pathTo(id));
}
