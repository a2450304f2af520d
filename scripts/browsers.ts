// npm run browsers: the main path in Firefox and in WebKit, as Debian ships them.
//   npm run browsers                    both
//   npm run browsers -- --only WebKit   one of them
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { createServer, type RequestListener } from 'node:http';
import { parseArgs } from 'node:util';
import { application } from '../server/serve.ts';
import { bowedSound, RATE } from '../src/core/listening/bowed-sound.ts';
import { InventedPupil } from '../src/core/listening/invented-pupil.ts';
import { performanceOf } from '../src/core/listening/performance.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import { waveFile } from '../src/core/sound/wave-file.ts';
import { playable } from '../src/core/study/playable.ts';
import { openFirefox } from '../tests/browsers/firefox.ts';
import { MAIN_PATH, type Place } from '../tests/browsers/main-path.ts';
import type { Visitor } from '../tests/browsers/visitor.ts';
import { openWebKit } from '../tests/browsers/webkit.ts';

const FLAT = 42;

const BROWSERS: Readonly<Record<string, () => Promise<Visitor>>> = {
  Firefox: () => openFirefox(join(process.cwd(), 'tests', 'browsers')),
  WebKit: openWebKit,
};

/** A recording of three octaves of A on the violin, its first shift flat. */
function recording(folder: string): string {
  const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'A', octaves: 3, ways: 1 });
  const [way] = ways;
  const [shift] = way?.shifts ?? [];
  if (!way || !shift) throw new Error('Three octaves of A without a shift.');
  const study = { title: titleOf(recipe), recipe, passage, way };
  const faults = [{ at: shift.to, cents: -FLAT }];
  const pupil = InventedPupil.parse({ seed: 8, bpm: 80, vibrato: 10, noise: -35, faults });
  const file = join(folder, 'lesson.wav');
  writeFileSync(file, waveFile(bowedSound(performanceOf(study, pupil), pupil), RATE));
  return file;
}

/** Goes the main path in one browser; gives whether every step was true. */
async function visit(open: () => Promise<Visitor>, place: Place): Promise<boolean> {
  const visitor = await open();
  try {
    for (const { says, take } of MAIN_PATH) {
      const begun = performance.now();
      try {
        await take(visitor, place);
      } catch (error) {
        process.stdout.write(
          `${visitor.name}: NOT ${says}\n  ${error instanceof Error ? error.message : String(error)}\n`,
        );
        return false;
      }
      const seconds = ((performance.now() - begun) / 1000).toFixed(1);
      process.stdout.write(`${visitor.name}: ${says} (${seconds} s)\n`);
    }
    return true;
  } finally {
    await visitor.close();
  }
}

const { values } = parseArgs({ options: { only: { type: 'string' } } });
const folder = mkdtempSync(join(tmpdir(), 'step-ladder-browsers-'));
const server = createServer(application(join(process.cwd(), 'dist'), false) as RequestListener);
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
const { port } = server.address() as AddressInfo;
const place: Place = { address: `http://127.0.0.1:${port}/`, recording: recording(folder), centsFlat: FLAT };
for (const [name, open] of Object.entries(BROWSERS)) {
  if (values.only !== undefined && values.only !== name) continue;
  if (!(await visit(open, place))) process.exitCode = 1;
}
server.close();
server.closeAllConnections();
rmSync(folder, { recursive: true, force: true });
