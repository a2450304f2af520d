// npm run storm: seeded, bounded; throws mutated recipes, files, addresses and storage faults at the
// application and prints what it tried, what was refused, and what broke.
//   npm run storm                     100,000 inputs
//   npm run storm -- --count 2000     as many as that
//   npm run storm -- --seed 7         other inputs
//   npm run storm -- --only ABC       one kind of input
//   npm run storm -- --kill 20        kills a browser at random moments of rapid edits instead; needs the build
//   npm run storm -- --tabs 100    as many acts in several tabs of one browser, interrupted at random; needs the build
//   npm run storm -- --disk           lets a browser's disk run full, really; needs the build, and root for the disk
import { parseArgs } from 'node:util';
import { onASmallDisk } from '../tests/storm/full-disk.ts';
import { killedBrowser } from '../tests/storm/killed-browser.ts';
import { severalTabs } from '../tests/storm/several-tabs.ts';
import { storm } from '../tests/storm/storm.ts';

/** The most memory the storm may take, megabytes. */
const MOST_MEMORY = 600;

const { values } = parseArgs({
  options: {
    count: { type: 'string', default: '100000' },
    seed: { type: 'string', default: '1' },
    kill: { type: 'string' },
    tabs: { type: 'string' },
    disk: { type: 'boolean' },
    only: { type: 'string', default: '' },
  },
});
let state = Number(values.seed);
const chance = (): number => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
if (values.tabs !== undefined) {
  const { acts, asked, wrong } = await severalTabs(Number(values.tabs), chance);
  for (const one of wrong) process.stdout.write(`${one}\n`);
  process.stdout.write(`${acts} acts in several tabs; ${asked} questions asked; ${wrong.length} wrong.\n`);
  process.exit(wrong.length > 0 ? 1 : 0);
}
if (values.kill !== undefined) {
  const rounds = await killedBrowser(Number(values.kill), chance);
  const most = Math.max(...rounds.map(({ lost }) => lost));
  for (const { where, done, lost } of rounds) process.stdout.write(`${where}: killed after ${done}; lost ${lost}\n`);
  process.stdout.write(`${rounds.length} browsers killed; at most ${most} of the last lost.\n`);
  process.exit(most > 1 ? 1 : 0);
}
if (values.disk === true) process.exit(await onASmallDisk((sentence) => process.stdout.write(`${sentence}\n`)));
const result = await storm(Number(values.count), Number(values.seed), values.only, (weather) => {
  const { name, tried, refused, broke, slowest } = weather;
  const seconds = (slowest / 1000).toFixed(1);
  process.stdout.write(
    `${name}: ${tried} tried, ${refused} refused in words, ${broke.length} broke; longest ${seconds} s\n`,
  );
  for (const { input, why } of broke.slice(0, 5)) process.stdout.write(`  ${why}\n    ${input.slice(0, 300)}\n`);
});
const peak = Math.round(process.resourceUsage().maxRSS / 1024);
process.stdout.write(`The process took ${peak} MB at most.\n`);
process.exitCode = result.some(({ broke }) => broke.length > 0) || peak > MOST_MEMORY ? 1 : 0;
