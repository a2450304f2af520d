import { spawnSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { Stage } from '../e2e/stage.ts';

/** How large the disk is: what Chromium writes of its own at a start, and some room. */
const SIZE = '96m';
/** Set in the process that sees the small disk. */
const DISK = 'STEP_LADDER_SMALL_DISK';

/**
 * Lets the disk on which a browser keeps its studies run full, and gives it room again: the page says the truth all
 * along, and the next edit is kept. The disk is a small one of its own, seen by nobody else (a mount namespace);
 * so this needs root. Says what it sees; the exit status is 0 where all was so.
 */
export async function onASmallDisk(say: (sentence: string) => void): Promise<number> {
  const disk = process.env[DISK];
  if (disk !== undefined) return fillAndEmpty(disk, say);
  const folder = mkdtempSync(join(tmpdir(), 'step-ladder-disk-'));
  const again = [process.execPath, ...process.execArgv, ...process.argv.slice(1)];
  const mounted = `mount -t tmpfs -o size=${SIZE} tmpfs "$${DISK}" && exec "$@"`;
  const done = spawnSync('unshare', ['--mount', 'sh', '-c', mounted, 'sh', ...again], {
    stdio: 'inherit',
    env: { ...process.env, [DISK]: folder },
  });
  rmSync(folder, { recursive: true, force: true });
  if (done.status === null) say('A small disk needs Linux and root.');
  return done.status ?? 1;
}

async function fillAndEmpty(disk: string, say: (sentence: string) => void): Promise<number> {
  const stage = await Stage.open({ profile: join(disk, 'browser') });
  const filler = join(disk, 'filler');
  const words = async (): Promise<string> => stage.driver.findElement(By.css('body')).getText();
  try {
    await stage.go('/studies/new?instrument=violin&tonic=G&octaves=1');
    await stage.score();
    await stage.click('Keep in the library');
    await stage.until('the study in the library', async () => (await stage.kept()).length === 1);
    fill(filler);
    say('The disk is full.');
    await stage.choose('Form', 'harmonic minor');
    const told = await stage.until('the page to say so', async () => /Not kept\.[^\n]*/.exec(await words())?.[0]);
    say(`An edit: the page says “${told}”`);
    rmSync(filler);
    say('There is room again.');
    await stage.choose('Octaves', 'two octaves');
    await stage.until('Kept', async () => /Kept \d/.test(await words()) && !(await words()).includes('Not kept'));
    const last = (await stage.kept())[0]?.recipe;
    say(`The next edit: the page says “Kept”; kept is ${last?.form ?? 'nothing'}, ${last?.octaves ?? 0} octaves.`);
    return told.includes('disk') && last?.form === 'harmonic-minor' && last.octaves === 2 ? 0 : 1;
  } finally {
    rmSync(filler, { force: true });
    await stage.close();
  }
}

/** Writes until nothing more goes onto the disk. */
function fill(file: string): void {
  const handle = openSync(file, 'w');
  try {
    for (let piece = Buffer.alloc(1 << 20); piece.length > 0;) {
      try {
        writeSync(handle, piece);
      } catch {
        piece = piece.subarray(0, piece.length >> 1);
      }
    }
  } finally {
    closeSync(handle);
  }
}
