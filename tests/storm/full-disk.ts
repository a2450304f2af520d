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

/** How the page may look once the disk was full: nothing else is true. */
type Look = 'kept' | 'dropped' | 'not saved' | 'blocked';

/** Words that would be false: the browser has lost the library, nobody has deleted anything. */
const FALSE =
  /deleted in another tab|may have been deleted|Nothing here yet|There is no such (?:study|pupil)|Nobody is here yet/;

/**
 * Lets the disk run full in the middle of an edit, then before a restarted browser
 * opens the library: it is at the opening of a database, not at a write into an open one, that Chromium drops what it cannot read.
 */
async function fillAndEmpty(disk: string, say: (sentence: string) => void): Promise<number> {
  const profile = join(disk, 'browser');
  const filler = join(disk, 'filler');
  const stage = await Stage.open({ profile });
  const words = async (): Promise<string> => stage.driver.findElement(By.css('body')).getText();
  const wrong: string[] = [];
  /** What the page says, once it has said something of the library; “kept” counts once it is so. */
  const look = async (when: string, stored: () => Promise<boolean> = async () => true): Promise<Look> => {
    let text = '';
    const seen = await stage
      .until<Look>('the page to say how the library is', async () => {
        text = await words();
        if (FALSE.test(text)) wrong.push(`${when}: ${FALSE.exec(text)?.[0]}`);
        if (text.includes('has dropped the library')) return 'dropped';
        if (/Not (?:kept|saved)/.test(text)) return 'not saved';
        if (/disk of this computer|does not let Step Ladder keep/.test(text)) return 'blocked';
        return (/Kept \d/.test(text) || text.includes('G harmonic minor')) && (await stored()) ? 'kept' : undefined;
      })
      .catch((error: unknown) => {
        say(`${when}: the page says nothing of it: ${text.slice(0, 2000)}`);
        throw error;
      });
    say(`${when}: ${seen}`);
    return seen;
  };
  let dropped = 0;
  try {
    await stage.go('/studies/new?instrument=violin&tonic=G&octaves=1');
    await stage.score();
    await stage.click('Keep in the library');
    const ownPath = (): Promise<string> =>
      stage.until('the study’s own address', async () => {
        const { pathname } = new URL(await stage.driver.getCurrentUrl());
        return pathname.endsWith('/new') ? undefined : pathname;
      });
    let path = await ownPath();
    await stage.until('the study in the library', async () => (await stage.kept()).length === 1);
    fill(filler);
    await stage.choose('Form', 'harmonic minor');
    // What the database had set aside may be room enough for one edit: then it is stored.
    await look('the disk is full, an edit', async () => (await stage.kept())[0]?.recipe.form === 'harmonic-minor');
    rmSync(filler);
    await stage.choose('Octaves', 'two octaves');
    // “Not saved” may still be on the page from the edit before; with room the next one must be stored, and the one before with it.
    await stage.until('the next edit, stored with room again', async () => {
      const last = (await stage.kept())[0]?.recipe;
      return last?.form === 'harmonic-minor' && last.octaves === 2;
    });
    say('room again, the next edit: kept');
    for (let round = 1; round <= ROUNDS; round += 1) {
      await stage.restart();
      fill(filler);
      await stage.go(round % 2 === 0 ? path : '/');
      const full = await look(`round ${round}: browser restarted, the disk full before it opens the library`);
      await stage.go(round % 2 === 0 ? '/' : path);
      await look(`round ${round}: another page on the full disk`);
      rmSync(filler, { force: true });
      await stage.restart();
      await stage.go(round % 2 === 0 ? '/' : path);
      const after = await look(`round ${round}: room again`);
      if (full === 'dropped' || after === 'dropped') {
        dropped += 1;
        // Only now, because it is said, may there be an empty library; then there is one, and it keeps again.
        await stage.click('Start with an empty library …');
        await stage.click('Start empty');
        await stage.go('/studies/new?instrument=violin&tonic=G&form=harmonic-minor&octaves=2');
        await stage.score();
        await stage.click('Keep in the library');
        path = await ownPath();
        await stage.until('the study in the library', async () => (await stage.kept()).length === 1);
      }
    }
    say(`The browser dropped the library in ${dropped} of ${ROUNDS} rounds.`);
    for (const one of wrong) say(`False: ${one}`);
    return wrong.length === 0 ? 0 : 1;
  } finally {
    rmSync(filler, { force: true });
    await stage.close();
  }
}

/** How often the disk runs full and the browser is restarted. */
const ROUNDS = 6;

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
