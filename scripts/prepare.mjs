// Puts in place what a command needs on a machine that has only Node 20, npm and apt.
// Runs before anything is installed, so it uses nothing but Node itself.
import { Buffer } from 'node:buffer';
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Says what is going on, on standard error: standard output may belong to the command. */
export function say(text) {
  process.stderr.write(`${text}\n`);
}

/** Stops with one clear sentence. */
export function giveUp(sentence) {
  say(sentence);
  process.exit(2);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    giveUp(`Step Ladder needs Node 20.19 or newer; this is ${process.version}. Install it and try again.`);
  }
}

/** True when node_modules holds what package-lock.json asks for, however it got there; `all` with what tests need. */
function packagesInPlace(all) {
  const installed = join(ROOT, 'node_modules', '.package-lock.json');
  if (!existsSync(installed)) return false;
  const read = (file) => JSON.parse(readFileSync(file, 'utf8')).packages;
  const here = read(installed);
  return Object.entries(read(join(ROOT, 'package-lock.json'))).every(
    ([path, wanted]) =>
      path === '' || wanted.optional || wanted.peer || (!all && wanted.dev) || here[path]?.version === wanted.version,
  );
}

/**
 * Installs the packages of package-lock.json unless they are there already: all of them, or without those that only tests and
 * lint need.
 */
export function installPackages(all = true) {
  if (packagesInPlace(all)) return;
  say('Installing the packages (npm ci) …');
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
  const done = spawnSync(npm, ['ci', ...(all ? [] : ['--omit=dev']), '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 2, 2],
    // Under NODE_ENV=production npm would leave out what builds and tests need.
    env: { ...process.env, NODE_ENV: 'development' },
  });
  if (done.error || done.status !== 0) {
    giveUp(
      'npm could not install the packages. Check that the npm registry can be reached, then run the command again.',
    );
  }
}

/**
 * Installs Debian packages for the programs that are missing: a process of its own, which goes on while packages are
 * installed. Comes back when they are there.
 */
export async function installPrograms(programs) {
  const missing = programs.filter(({ program, file }) => (file ? !existsSync(file) : !onPath(program)));
  if (missing.length === 0) return;
  const packages = missing.map(({ debian }) => debian);
  if (!onPath('apt-get')) {
    giveUp(
      `Missing: ${missing.map(({ program, file }) => program ?? file).join(', ')}, and there is no apt to install them with. Install ${packages.join(', ')} by hand, then run the command again.`,
    );
  }
  const root = process.getuid?.() === 0;
  if (!root && !onPath('sudo')) {
    giveUp(
      `Installing ${packages.join(', ')} needs root. Run this once as root: apt-get install ${packages.join(' ')}`,
    );
  }
  say(`Installing with apt: ${packages.join(', ')} …`);
  const get = `${root ? '' : 'sudo '}apt-get`;
  const done = await new Promise((resolve) => {
    const script = `${get} update -qq && ${get} install -y -qq --no-install-recommends ${packages.join(' ')}`;
    const apt = spawn('sh', ['-c', script], {
      stdio: ['ignore', 2, 2],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    apt.on('error', () => resolve(1));
    apt.on('close', resolve);
  });
  if (done !== 0) {
    giveUp(
      `apt could not install ${packages.join(', ')}. Check that Debian's packages can be reached, then run the command again.`,
    );
  }
}

function onPath(program) {
  try {
    execFileSync('sh', ['-c', `command -v ${program}`], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
}

/** Runs a program of the packages to its end and gives its exit status. */
export function run(program, args, options = {}) {
  const done = spawnSync(process.execPath, [join(ROOT, 'node_modules', program), ...args], {
    cwd: ROOT,
    stdio: 'inherit',
    ...options,
  });
  return done.status ?? 1;
}

/**
 * Does what a script of ours says, in this process: a command answers many times a lesson, and each process more is a
 * quarter of a second. Installs the packages first where they are missing.
 */
export async function command(script) {
  checkNode();
  installPackages(false);
  process.chdir(ROOT);
  const { builtFile } = await import('./node-build.mjs');
  await import(pathToFileURL(await builtFile(script)).href);
}

/** Runs a script of ours to its end, in a process of its own, and gives its exit status. */
export async function runScript(script, args = []) {
  const { builtScript } = await import('./node-build.mjs');
  const file = await builtScript(script);
  const { status } = spawnSync(process.execPath, ['--enable-source-maps', file, ...args], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  rmSync(dirname(file), { recursive: true, force: true });
  return status ?? 1;
}

/**
 * Starts a program of the packages; gives it, and its exit status and what it printed when it ends. Its words come on
 * screen at once where they are `seen`; where it comes `last` it takes what others leave of the machine.
 */
export function start(program, args, { seen = false, last = false }) {
  const child = spawn(process.execPath, [join(ROOT, 'node_modules', program), ...args], {
    cwd: ROOT,
    stdio: seen ? 'inherit' : ['ignore', 'pipe', 'pipe'],
  });
  if (last && child.pid !== undefined) setPriority(child.pid, constants.priority.PRIORITY_LOW);
  const printed = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => printed.push(chunk));
  const end = new Promise((resolve) =>
    child.on('close', (status) => resolve({ status: status ?? 1, printed: Buffer.concat(printed).toString() })),
  );
  return { child, end };
}

export const PROGRAMS = {
  vite: 'vite/bin/vite.js',
  vitest: 'vitest/vitest.mjs',
  eslint: 'eslint/bin/eslint.js',
  tsc: 'typescript-7/bin/tsc',
  prettier: 'prettier/bin/prettier.cjs',
};
