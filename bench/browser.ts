import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { By, Key } from 'selenium-webdriver';
import { Stage } from '../tests/e2e/stage.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

/** Ticks this machine has worked, and ticks it wanted to and its host gave to others, since it started. */
function ticks(): { readonly worked: number; readonly stolen: number } {
  const [user = 0, nice = 0, system = 0, , , , , stolen = 0] = readFileSync('/proc/stat', 'utf8')
    .split('\n')[0]!
    .split(/\s+/)
    .slice(1)
    .map(Number);
  return { worked: user + nice + system, stolen };
}

function stolen(since: ReturnType<typeof ticks>): string {
  const now = ticks();
  const share = (now.stolen - since.stolen) / (now.stolen - since.stolen + now.worked - since.worked);
  return (share * 100).toFixed(0);
}

const before = ticks();
line('The page');
const assets = join(import.meta.dirname, '..', 'dist', 'assets');
const initial = readdirSync(assets).filter((name) => /^index-.*\.js$/.test(name) || /\.worker-.*\.js$/.test(name));
for (const name of initial) {
  const bytes = gzipSync(readFileSync(join(assets, name))).length;
  const what = name.startsWith('index') ? 'initial JavaScript (asked: at most 250 kB)' : name.split('.')[0];
  line(`  ${what}: ${(bytes / 1000).toFixed(0)} kB compressed`);
}

const stage = await Stage.open();
try {
  await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
  await stage.score();
  const measured: Record<string, number[]> = { 'choice to fingering': [], 'choice to score': [] };
  // Every change asks for a study not asked for before, so that none comes from the cache.
  const forms = ['major', 'natural minor', 'dorian', 'mixolydian', 'lydian'];
  const tonics = ['B♭', 'B', 'C', 'D♭', 'D', 'A', 'G', 'A♭'];
  const changes = tonics.flatMap((tonic, row) =>
    forms.map((_, k) => ({
      list: k === 0 ? 'Tonic' : 'Form',
      words: k === 0 ? tonic : forms[(row * 4 + k) % forms.length]!,
    })),
  );
  for (const { list, words } of changes) {
    await stage.driver.executeScript('performance.clearMeasures();');
    await stage.choose(list, words);
    await stage.until('both measures', () =>
      stage.driver.executeScript<boolean>('return performance.getEntriesByName("choice to score").length > 0;'),
    );
    for (const name of Object.keys(measured)) {
      measured[name]!.push(
        await stage.driver.executeScript<number>(
          `return performance.getEntriesByName(${JSON.stringify(name)})[0].duration;`,
        ),
      );
    }
  }
  for (const [name, values] of Object.entries(measured)) {
    const warm = values.slice(8).sort((a, b) => a - b);
    const at = (share: number): string =>
      `${warm[Math.min(warm.length - 1, Math.floor(share * warm.length))]!.toFixed(0)} ms`;
    const asked = name.endsWith('fingering') ? 50 : 300;
    line(
      `  ${name}, 43 notes, ${warm.length} changes: median ${at(0.5)}, 95 of 100 within ${at(0.95)} (asked: ${asked} ms)`,
    );
  }

  // A finger pinned by its key, note after note, each to something else than before.
  await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
  await stage.score();
  const pinned: Record<string, number[]> = { 'choice to fingering': [], 'choice to score': [] };
  await stage.driver.executeScript(`
    window.longTasks = [];
    new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((task) => task.duration)))
      .observe({ type: 'longtask' });`);
  // The heap as it stands when what is no longer shown has been forgotten and swept up.
  const memory = async (): Promise<number> => {
    const settled = Date.now() + 4000;
    await stage.until('queries to be forgotten', async () => Date.now() > settled);
    await stage.devTools('HeapProfiler.collectGarbage', {});
    await stage.devTools('HeapProfiler.collectGarbage', {});
    const { metrics } = (await stage.driver.sendAndGetDevToolsCommand('Performance.getMetrics', {})) as unknown as {
      metrics: { name: string; value: number }[];
    };
    return metrics.find(({ name }) => name === 'JSHeapUsedSize')?.value ?? 0;
  };
  await stage.devTools('Performance.enable', {});
  const score = await stage.find(By.css('[role="listbox"]'));
  // Counted twice: over the first 200 edits after the page has settled, and over 200 more, when the
  // browser has compiled the code it runs often; that too counts as the page's memory.
  const EDITS = 200;
  const COUNTED = [20, 20 + EDITS, 20 + 2 * EDITS];
  const grown: number[] = [];
  for (let edit = 0; edit < COUNTED.at(-1)!; edit += 1) {
    if (COUNTED.includes(edit)) grown.push(await memory());
    await stage.driver.executeScript('performance.clearMeasures();');
    // Up and down the scale: the hand of each note, then the next finger of it.
    const key = ['1', '2', '3', 'x'][edit % 4]!;
    await score.sendKeys(edit % 4 === 0 ? `${Key.ARROW_RIGHT}${key}` : key);
    await stage.until('both measures', () =>
      stage.driver.executeScript<boolean>(
        'return performance.getEntriesByName("choice to score").length > 0 || document.body.textContent.includes("cannot be played");',
      ),
    );
    for (const name of Object.keys(pinned)) {
      const value = await stage.driver.executeScript<number | null>(
        `return performance.getEntriesByName(${JSON.stringify(name)})[0]?.duration ?? null;`,
      );
      if (value !== null) pinned[name]!.push(value);
    }
  }
  grown.push(await memory());
  for (const [name, values] of Object.entries(pinned)) {
    const sorted = values.slice(8).sort((a, b) => a - b);
    const at = (share: number): string =>
      `${sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(0)} ms`;
    const asked = name.endsWith('fingering') ? 50 : 300;
    line(
      `  pin by key, ${name.replace('choice', 'key')}, 43 notes, ${sorted.length} edits: median ${at(0.5)}, 95 of 100 within ${at(0.95)} (asked: ${asked} ms)`,
    );
  }
  const long = await stage.driver.executeScript<number[]>('return window.longTasks;');
  line(
    `  long tasks on the page: ${long.length} of over 50 ms in ${COUNTED.at(-1)} edits, the longest ${Math.max(0, ...long).toFixed(0)} ms (asked: none)`,
  );
  const told = grown.map((bytes, k) => `${(bytes / 1e6).toFixed(1)} MB after ${COUNTED[k]} edits`).join(', ');
  const added = grown.slice(1).map((bytes, k) => `${((bytes / grown[k]! - 1) * 100).toFixed(0)} %`);
  line(`  memory of the page: ${told}; every ${EDITS} added ${added.join(', then ')} (asked: at most 10)`);
  line(
    `  meanwhile the host kept back ${stolen(before)} % of the time this machine asked for: it counts in every figure`,
  );
} finally {
  await stage.close();
}
