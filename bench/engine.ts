import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { median } from '../src/core/base/median.ts';
import { passageOf } from '../src/core/passage/from-ask.ts';
import { INSTRUMENTS } from '../src/core/instruments/instruments.ts';
import { sweepForward } from '../src/core/fingering/search/lattice.ts';
import { EngineMemory } from '../src/core/fingering/search/memory.ts';
import { pose, solveBest } from '../src/core/fingering/search/routes.ts';
import { oneWayLattice } from '../src/core/fingering/search/walk.ts';
import { taskOf } from '../src/core/study/task.ts';
import { fingerPassage } from '../src/core/fingering/fingering.ts';
import { recipeFor } from '../src/core/grading/asked-study.ts';
import { tryOut } from '../src/core/grading/estimate.ts';
import { fitSection } from '../src/core/grading/grade-study.ts';
import { EIGHT_GRADES } from '../src/core/grading/shipped/eight-grades.ts';
import { asksOf } from '../src/core/grading/syllabus.ts';
import { buildFrom } from '../src/core/study/build.ts';
import { type Passage } from '../src/core/passage/passage.ts';
import { readRecipe, type Recipe, type RecipeInput } from '../src/core/recipe/recipe.ts';
import { titleOf } from '../src/core/recipe/title.ts';
import { SCHOOLS } from '../src/core/schools/schools.ts';
import { CIRCLE } from '../src/core/theory/key-signature.ts';
import { generalGraph } from './shortest-path.ts';

function prepared(input: RecipeInput): { recipe: Recipe; passage: Passage } {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value);
  if (!passage.ok) throw new Error(passage.refusal.message);
  return { recipe: recipe.value, passage: passage.value };
}

/** Least of all runs within a second, in milliseconds, after half a second to warm the machine up. */
function time(work: () => unknown): number {
  let least = Number.POSITIVE_INFINITY;
  for (const begun = performance.now(); performance.now() - begun < 500;) work();
  for (const begun = performance.now(); performance.now() - begun < 1000;) {
    const start = performance.now();
    work();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

/** How many times as long one work takes as another, in the middle of nine turns of each: a turn lasts a fifth of a second. */
function ratio(one: () => unknown, other: () => unknown): number {
  const turn = (work: () => unknown): number => {
    let runs = 0;
    const start = performance.now();
    for (; performance.now() - start < 200; runs += 1) work();
    return (performance.now() - start) / runs;
  };
  return median(Array.from({ length: 10 }, () => turn(one) / turn(other)).slice(1));
}

const line = (text: string): void => void process.stdout.write(`${text}\n`);
const ms = (value: number): string => `${value.toFixed(1)} ms`;

const memory = new EngineMemory();

line('The engine');
const { recipe, passage } = prepared({ instrument: 'violin', tonic: 'A', octaves: 3 });
const posed = pose(taskOf(recipe, passage), memory);
if (!posed.ok) throw new Error(posed.refusal.message);

// Both searches run on the same finished graph of the whole passage, up and down.
const chain = oneWayLattice(posed.value.problem);
const graph = generalGraph(chain);
const ours = time(() => sweepForward(chain));
const theirs = time(graph.search);
const agree = Math.abs(sweepForward(chain).best - graph.search()) < 1e-9;
line(`  graph of 43 notes: ${graph.nodes} nodes, ${graph.links} links; the costs ${agree ? 'agree' : 'DISAGREE'}`);
line(
  `  shortest path, ngraph.path ${ms(theirs)} : ours ${ms(ours)} = ${(theirs / ours).toFixed(0)} times (asked: at least 20)`,
);

interface Prepared {
  readonly recipe: Recipe;
  readonly passage: Passage;
}
const best = (input: Prepared): number =>
  time(() => {
    const problem = pose(taskOf(input.recipe, input.passage), memory);
    if (problem.ok) solveBest(problem.value);
  });
/** The same question with one answer asked for, and with eight. */
const find = (ways: number, input: Prepared) => (): unknown =>
  fingerPassage(taskOf(input.recipe, input.passage), ways, memory);
const bestTime = best({ recipe, passage });
line(
  `  from the recipe, best way ${ms(bestTime)} (${(theirs / bestTime).toFixed(1)} times faster than the library's search alone)`,
);
for (const input of [
  { instrument: 'violin', tonic: 'A', octaves: 3 },
  { instrument: 'viola', tonic: 'D', octaves: 3, form: 'melodic-minor' },
  { instrument: 'cello', tonic: 'E', octaves: 3 },
  { instrument: 'bass', tonic: 'F', octaves: 2 },
  { instrument: 'violin', tonic: 'B', octaves: 3, figure: 'arpeggio' },
] satisfies RecipeInput[]) {
  const one = prepared(input);
  const times = ratio(find(8, one), find(1, one)).toFixed(1);
  line(
    `  eight ways, ${one.recipe.instrument}, ${titleOf(one.recipe)}: ${times} times the best way (asked: at most 10)`,
  );
}

// The same notes twice over, so that only the length differs.
const single = prepared({ instrument: 'violin', tonic: 'A', octaves: 2, figure: 'groups-of-three', direction: 'up' });
const once = single.passage;
const doubled: Passage = { ...once, notes: [...once.notes, ...once.notes].map((note, at) => ({ ...note, at })) };
const short = best(single);
const long = best({ recipe: single.recipe, passage: doubled });
line(
  `  ${once.notes.length} notes ${ms(short)}, ${doubled.notes.length} notes ${ms(long)} = ${(long / short).toFixed(2)} times (asked: at most 2.2)`,
);

const FORMS = ['major', 'natural-minor', 'harmonic-minor', 'melodic-minor', 'mixolydian', 'chromatic'] as const;
let built = 0;
let refused = 0;
const start = performance.now();
for (const instrument of INSTRUMENTS) {
  for (const form of FORMS) {
    for (const tonic of CIRCLE.major) {
      for (const octaves of [1, 2, 3]) {
        if (buildFrom({ instrument, tonic, form, octaves, ways: 1 }, memory).ok) built += 1;
        else refused += 1;
      }
    }
  }
}
const all = performance.now() - start;
line(
  `  12 keys × 6 forms × 3 ranges × 4 instruments: ${built} studies in ${(all / 1000).toFixed(1)} s, ${ms(all / built)} each; ${refused} out of range`,
);

// One pin moved about: what is remembered of steps is what makes it quick.
const pinned = (remembered: EngineMemory | undefined): number => {
  let at = 0;
  return time(() => {
    at = (at + 1) % 40;
    buildFrom({ ...recipe, pins: [{ at, finger: 1 }], ways: 1 }, remembered);
  });
};
const withMemory = pinned(memory);
const without = pinned(undefined);
line(
  `  a pin moved ${ms(withMemory)}, with nothing remembered ${ms(without)} = ${(without / withMemory).toFixed(1)} times`,
);

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
const held = (): number => {
  collect();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return (heapUsed + arrayBuffers) / 1e6;
};
const before = held();
const everything = new EngineMemory();
for (const instrument of INSTRUMENTS)
  for (const { id, instruments } of SCHOOLS)
    if (instruments?.includes(instrument) ?? true)
      for (const form of FORMS)
        for (const tonic of CIRCLE.major)
          buildFrom({ instrument, tonic, form, octaves: 2, school: id, ways: 1 }, everything);
line(
  `  after every key, form and school of four instruments the engine holds ${(held() - before).toFixed(0)} MB (asked: under 150; it counts ${(everything.bytes / 1e6).toFixed(0)})`,
);

line('Grades');
for (const section of EIGHT_GRADES.sections) {
  const began = performance.now();
  const work = fitSection(section);
  let step = work.next();
  while (!step.done) step = work.next();
  const { model, points } = step.value;
  const took = performance.now() - began;
  if (model.kind !== 'model') continue;
  const { studies, exact, within } = model.notes.trial;
  const share = (count: number): string => `${Math.round((100 * count) / studies)} of 100`;
  line(
    `  ${section.instrument}: ${points.length} studies made in ${(took / 1000).toFixed(1)} s (asked: under 10 s); left out of the fit ${share(exact)} exact (asked: 45), ${share(within)} within one grade (asked: 85)`,
  );
  // The same features on grades dealt out again: no better than saying one grade always.
  const shuffled = points.map((one, k) => ({ ...one, grade: points[(k * 37 + 11) % points.length]!.grade }));
  const counts = new Map<number, number>();
  for (const { grade } of points) counts.set(grade, (counts.get(grade) ?? 0) + 1);
  const chance = tryOut(shuffled).trial;
  line(
    `    grades shuffled: ${share(chance.exact)} exact; always the commonest grade: ${share(Math.max(...counts.values()))}`,
  );
}
// Forgotten steps are worked out again, so that half and whole begin alike.
const graded = new EngineMemory();
const violinAsks = asksOf(EIGHT_GRADES.sections[0]!);
const making = (asks: typeof violinAsks): number =>
  time(() => {
    for (const ask of asks) buildFrom(recipeFor(ask), graded);
  });
const half = making(violinAsks.filter((_, k) => k % 2 === 0));
const whole = making(violinAsks);
line(`  twice the studies take ${(whole / half).toFixed(2)} times as long (asked: at most 2)`);
