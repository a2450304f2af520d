import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { Stage } from '../tests/e2e/stage.ts';
import { FINGERS, growth, ROUND } from './growth.ts';
import type { Heap } from './heap.ts';
import { DOWN, HOME, Keys, RIGHT, UP, type PressedKey } from './keys.ts';
import { stolenSince, ticks } from './host.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

/** Changes made before anything is counted, while the browser still compiles what it runs often. */
const WARM_UP = 8;

/** A change that was measured, milliseconds; how much of its time the host of this machine kept back, 0 to 1. */
interface Measured {
  readonly fingering: number;
  readonly score: number;
  /** Until the browser has drawn the score that was put on the page; as a rule some 15 ms later, nothing if it came too late. */
  readonly drawn: number | null;
  readonly stolen: number;
  /** Tasks of over 50 ms on the page's thread meanwhile, milliseconds. */
  readonly long: readonly number[];
}

function tell(what: string, values: readonly number[], asked?: string): void {
  const sorted = values.toSorted((a, b) => a - b);
  const at = (share: number): string =>
    `${sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]?.toFixed(0) ?? '–'} ms`;
  line(
    `  ${what}, ${sorted.length} times: median ${at(0.5)}, 95 of 100 within ${at(0.95)}${asked ? ` (asked: ${asked})` : ''}`,
  );
}

/** A change during which the host kept back less than this is called undisturbed. */
const DISTURBED = 0.05;

function tellChanges(what: string, changes: readonly Measured[], asked: string): void {
  const warm = changes.slice(WARM_UP);
  const calm = warm.filter(({ stolen }) => stolen < DISTURBED);
  for (const [which, some] of [
    ['', warm],
    [', undisturbed by the host', calm],
  ] as const) {
    tell(
      `${what} to fingering${which}`,
      some.map(({ fingering }) => fingering),
      '50 ms',
    );
    tell(
      `${what} to score${which}`,
      some.map(({ score }) => score),
      asked,
    );
    tell(
      `${what} to score drawn${which}`,
      some.flatMap(({ drawn }) => drawn ?? []),
    );
  }
}

const stage = await Stage.open();

const keys = new Keys(stage);

/** When the score of a change stands, or it is said that it can't be played: both times, and the long tasks till then. */
const TAKEN = `new Promise((done) => {
  const took = (name) => performance.getEntriesByName(name)[0]?.duration ?? null;
  const began = performance.now();
  // Reading the whole page takes its time, so it waits until a score is late; one that never comes is not waited for.
  const late = () => performance.now() - began;
  const refused = () => late() > 400 && (late() > 20_000 || document.body.textContent.includes('cannot be played'));
  const look = () => {
    const score = took('choice to score');
    if (score !== null || refused())
      // A task is told of when it is over.
      setTimeout(() => done({ fingering: took('choice to fingering'), score, drawn: window.drawn, long: window.longTasks?.splice(0) ?? [] }), 50);
    else setTimeout(look, 20);
  };
  look();
})`;

/** Makes a change by a key and waits until its score is on screen; nothing when the change can't be played. */
async function measure(key: PressedKey): Promise<Measured | undefined> {
  await keys.run('performance.clearMeasures(); window.drawn = null');
  const before = ticks();
  await keys.press(key);
  const { fingering, score, ...rest } = await keys.run<
    Pick<Measured, 'drawn' | 'long'> & { fingering: number | null; score: number | null }
  >(TAKEN);
  const stolen = stolenSince(before);
  return fingering !== null && score !== null ? { fingering, score, ...rest, stolen } : undefined;
}

/** From now on every change is told with the long tasks that fell into it, and when the frame after its score was drawn. */
async function watch(): Promise<void> {
  await keys.run(`
    const measure = performance.measure.bind(performance);
    performance.measure = (name, from) => {
      const made = measure(name, from);
      const drawn = () => { window.drawn = performance.now() - made.startTime; };
      if (name === 'choice to score') requestAnimationFrame(() => setTimeout(drawn));
      return made;
    };
    window.longTasks = [];
    new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((task) => task.duration)))
      .observe({ type: 'longtask' });`);
}

function tellLong(what: string, changes: readonly Measured[]): void {
  // A task of 35 ms is one of 55 when the host takes 20 of them: only edits it left alone tell of the page.
  for (const [which, some] of [
    ['', changes],
    ['wholly undisturbed ', changes.filter(({ stolen }) => stolen === 0)],
  ] as const) {
    const long = some.flatMap((one) => one.long);
    line(
      `  ${what}, long tasks on the page: ${long.length} of over 50 ms in ${some.length} ${which}edits, the longest ${Math.max(0, ...long).toFixed(0)} ms (asked: none)`,
    );
  }
}

/** How much code a first visit loads. */
function weigh(): void {
  const assets = join(import.meta.dirname, '..', 'dist', 'assets');
  const bytes = (name: string): number => gzipSync(readFileSync(join(assets, name))).length;
  const first = readFileSync(join(assets, '..', 'index.html'), 'utf8').matchAll(/assets\/([^"]+\.js)"/g);
  const initial = [...new Set(Array.from(first, ([, name]) => name as string))];
  const told = (what: string, many: number): void => line(`  ${what}: ${(many / 1000).toFixed(0)} kB compressed`);
  told(
    'initial JavaScript (asked: at most 250 kB)',
    initial.reduce((sum, name) => sum + bytes(name), 0),
  );
  for (const name of readdirSync(assets))
    if (/\.worker-.*\.js$/.test(name)) told(name.split('.')[0] as string, bytes(name));
}

const THREE_OCTAVES = '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3';

/** So long a teacher looks at a study before choosing otherwise, milliseconds: meanwhile the page makes itself ready. */
const LOOKED_AT = 3_000;

/** So many tonics, from A down; of each the first five forms, down the list and up again. */
const TONICS = 8;
const FORMS = 5;

/** Every choice asks for a study not asked for before, so that none comes from the cache. */
async function choose(): Promise<void> {
  await stage.go(THREE_OCTAVES);
  await stage.score();
  await keys.rest(LOOKED_AT);
  await watch();
  const measured: Measured[] = [];
  for (let tonic = 0; tonic < TONICS; tonic += 1) {
    for (let form = 0; form < FORMS; form += 1) {
      if (tonic === 0 && form === 0) continue;
      await keys.focus(`select[aria-label="${form === 0 ? 'Tonic' : 'Form'}"]`);
      await keys.rest(150);
      const one = await measure(form > 0 && tonic % 2 === 0 ? DOWN : UP);
      if (one) measured.push(one);
    }
  }
  tellChanges('choice, 43 notes,', measured, '120 ms');
  tellLong('choice', measured);
}

/** How many pins are timed. */
const PINS = 240;

/**
 * Memory is counted twice: over 200 edits once the page has settled, and over 200 more, when the
 * browser has compiled the code it runs often; that too counts as the page's memory.
 */
const COUNTED = [20, 220, 420];

/** A finger pinned by its key, note after note: another finger, another, released. */
async function pin(): Promise<void> {
  await stage.go(THREE_OCTAVES);
  await stage.score();
  await watch();
  await keys.focus('[role="listbox"]');
  const measured: Measured[] = [];
  const before = ticks();
  for (let edit = 0; edit < PINS; edit += 1) {
    if (edit % FINGERS.length === 0) {
      await keys.press(edit % ROUND === 0 ? HOME : RIGHT);
      await keys.rest(150);
    }
    const key = FINGERS[edit % FINGERS.length]!;
    const one = await measure({ key, text: key });
    if (one) measured.push(one);
  }
  tellChanges('pin by key, 43 notes,', measured, '100 ms');
  tellLong('pin by key', measured);
  line(
    `  meanwhile the host kept back ${(stolenSince(before) * 100).toFixed(0)} % of the time this machine asked for; a task it interrupts counts as long`,
  );
}

/** What the page's memory has come to after many pins. */
async function remember(): Promise<void> {
  // In a browser of its own: what earlier pages have had compiled would be there already.
  const fresh = await Stage.open();
  await fresh.go(THREE_OCTAVES);
  const grown = await growth(fresh, COUNTED).finally(() => fresh.close());
  for (const [what, bytes] of [
    ['memory of the page', ({ whole }: Heap) => whole],
    ['without the compiled code of its scripts', ({ whole, code }: Heap) => whole - code],
  ] as const) {
    const told = grown.map((heap, k) => `${(bytes(heap) / 1e6).toFixed(2)} MB after ${COUNTED[k]} edits`).join(', ');
    const added = grown.slice(1).map((heap, k) => `${((bytes(heap) / bytes(grown[k]!) - 1) * 100).toFixed(1)} %`);
    line(`  ${what}: ${told}; every 200 added ${added.join(', then ')} (asked: at most 10)`);
  }
}

/** How far the light of each note is from its sound, by the audio clock. */
async function listen(): Promise<void> {
  await stage.go(`${THREE_OCTAVES}&bowing=${encodeURIComponent('{"perBeat":4}')}`);
  await stage.score();
  await stage.choose('Count-in', 'nothing');
  await stage.click('Play');
  const lights = 'return performance.getEntriesByName("note lit").map((mark) => Math.abs(mark.detail.late) * 1000);';
  await stage.until('43 lights', async () => (await stage.driver.executeScript<number[]>(lights)).length >= 43);
  const off = await stage.driver.executeScript<number[]>(lights);
  tell(`light to sound, the furthest ${Math.max(...off).toFixed(0)} ms`, off, '30 ms');
}

line('The page');
weigh();
try {
  await choose();
  await pin();
  await remember();
  await listen();
} finally {
  await stage.close();
}
