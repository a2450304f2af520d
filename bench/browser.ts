import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { Stage } from '../tests/e2e/stage.ts';

const line = (text: string): void => void process.stdout.write(`${text}\n`);

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
} finally {
  await stage.close();
}
