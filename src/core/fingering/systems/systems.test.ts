import { describe, expect, it } from 'vitest';
import { passageOf } from '../../passage/from-ask.ts';
import { readRecipe, type RecipeInput } from '../../recipe/recipe.ts';
import { readClimb } from '../../schools/climb.ts';
import { System } from '../../schools/system.ts';
import { SYSTEMS } from '../../schools/systems.ts';
import { playable, tried } from '../../study/playable.ts';
import { taskOf } from '../../study/task.ts';
import { fingeringText } from '../reading/fingering-text.ts';
import type { Candidate } from '../search/candidate.ts';
import { EngineMemory } from '../search/memory.ts';
import { rememberHands } from '../search/mirrored.ts';
import { pathCost } from '../search/path-cost.ts';
import { mirroredPlan } from '../search/plan.ts';
import { narrowed, pairsOf, rising } from '../search/problem.ts';
import { plainRoute, pose, solveBest } from '../search/routes.ts';
import { prepareChoice } from '../search/ways.ts';
import { climbPlans } from './climb-plans.ts';
import { floorOf, formOf, type SystemForm } from './system-ways.ts';

const memory = new EngineMemory();

function posed(input: RecipeInput) {
  const recipe = readRecipe(input);
  if (!recipe.ok) throw new Error(recipe.refusal.message);
  const passage = passageOf(recipe.value);
  if (!passage.ok) throw new Error(passage.refusal.message);
  const task = taskOf(recipe.value, passage.value);
  const done = pose(task, memory);
  if (!done.ok) throw new Error(done.refusal.message);
  return { ...prepareChoice(done.value, 2)!, task, memory };
}

function form(id: string, input: RecipeInput): SystemForm {
  return formOf(
    SYSTEMS.find((system) => system.id === id)!,
    posed(input),
  );
}

/** The way up of a named way, as text; what there is instead where it is not offered. */
function offered(name: RegExp, input: RecipeInput): string {
  const { ways, passage } = playable(input);
  const way = ways.find((one) => one.systems.some((system) => name.test(system)));
  return way ? fingeringText(way.fingers.slice(0, passage.top + 1)).replace(/\s+/g, ' ') : `not among ${ways.length}`;
}

describe('the systems teachers name', () => {
  // Common practice, no published source: each by its name, in another key than the last.
  it.each<[RegExp, RecipeInput, string]>([
    [/^the shape, four/, { instrument: 'violin', tonic: 'Db', start: 'Db5' }, 'A 1234 E 1234'],
    [/^the shape, four/, { instrument: 'viola', tonic: 'Eb', start: 'Eb3', form: 'harmonic-minor' }, 'C 1234 G 1234'],
    [/one three and one four/, { instrument: 'viola', tonic: 'B', figure: 'arpeggio', start: 'B3' }, 'G 13 D 14'],
    [/new octave/, { instrument: 'violin', tonic: 'Ab', octaves: 2 }, 'G 1234 D 123–1234 A 1234'],
    [
      /begun on the second finger$/,
      { instrument: 'violin', tonic: 'Db', octaves: 3 },
      'G 234 D 1234 A 12–1234 E 12–12–1234–4',
    ],
    [
      /second finger, by threes|second string, then by threes/,
      { instrument: 'viola', tonic: 'F', octaves: 3 },
      'C 3 G 0123 D 012–1234 A 123–123–1234',
    ],
    [/^home, then by pairs/, { instrument: 'viola', tonic: 'F', octaves: 3 }, 'C 3 G 0123 D 0123 A 012–12–12–12–1234'],
    [/^groups of three/, { instrument: 'cello', tonic: 'F', octaves: 2 }, 'C 124 G 124 D 124–124 A 134'],
    [/^groups of three/, { instrument: 'cello', tonic: 'Ab', octaves: 1 }, 'G 124–124 D 12'],
    [/^a group to a string/, { instrument: 'cello', tonic: 'B', octaves: 1 }, 'C 12 G 124 D 134'],
    // The steps of E minor begin with a half step going up, and its groups are others coming down.
    [
      /^groups of three/,
      { instrument: 'cello', tonic: 'E', form: 'melodic-minor', octaves: 2 },
      'C 134 G 124–124 D 124 A 134',
    ],
    [/^home, then by pairs/, { instrument: 'cello', tonic: 'C', octaves: 3 }, 'C 0134 G 0134 D 0124 A 012–12–12–123'],
    [
      /^home, then along the top/,
      { instrument: 'violin', tonic: 'D', figure: 'arpeggio', octaves: 2, start: 'D4' },
      'D 02 A 03 E 1–14',
    ],
    [
      /^home, then by threes/,
      { instrument: 'violin', tonic: 'F', form: 'harmonic-minor', octaves: 2, start: 'F4' },
      'D 234 A 123 E 012–123–134',
    ],
    [/^the pivot/, { instrument: 'bass', tonic: 'C', figure: 'arpeggio' }, 'A 2 D 1–4 G 4'],
    [/^half position/, { instrument: 'bass', tonic: 'Bb' }, 'A 14 D 014 G 024'],
    [/^a finger to each half step/, { instrument: 'cello', tonic: 'G', form: 'chromatic' }, 'G 0123–123 D 0–123–12'],
  ])('%s: %o', (name, input, text) => {
    expect(offered(name, input)).toBe(text);
  });

  it('come down as they say', () => {
    const { ways, passage } = playable({ instrument: 'violin', tonic: 'C', start: 'C4' });
    const down = (name: string): string => {
      const way = ways.find((one) => one.systems.includes(name))!;
      return fingeringText(way.fingers.slice(passage.top + 1)).replace(/\s+/g, ' ');
    };
    expect(down('open strings up, fourth finger down')).toBe('A 1 D 4321 G 43');
    expect(down('fourth finger up, open strings down')).toBe('A 10 D 3210 G 3');
  });

  it('are all there where they apply, up to eight ways', () => {
    const missing: string[] = [];
    let applied = 0;
    for (const instrument of ['violin', 'viola', 'cello', 'bass'] as const) {
      for (const [tonic, octaves] of [
        ['C', 1],
        ['A', 2],
        ['Bb', 2],
        ['F', 1],
      ] as const) {
        const input: RecipeInput = { instrument, tonic, octaves };
        const built = tried(input);
        if (!built.ok) continue;
        const named = built.value.ways.flatMap((way) => way.systems);
        const ground = posed(input);
        for (const system of SYSTEMS) {
          if (!('found' in formOf(system, ground))) continue;
          applied += 1;
          if (!named.includes(system.name)) missing.push(`${instrument} ${tonic} ${octaves}: ${system.name}`);
        }
      }
    }
    expect(missing).toEqual([]);
    expect(applied).toBeGreaterThan(40);
  });

  it('say why they are not offered', () => {
    const why = (id: string, input: RecipeInput): string | undefined => {
      const given = form(id, input);
      return 'why' in given ? given.why : undefined;
    };
    expect(why('groups-of-three', { instrument: 'violin', tonic: 'C' })).toBe('other instrument');
    expect(why('octave-shape', { instrument: 'violin', tonic: 'C', octaves: 2 })).toBe('other octaves');
    expect(why('pivot-arpeggio', { instrument: 'bass', tonic: 'C' })).toBe('other figure');
    expect(why('pivot-arpeggio', { instrument: 'bass', tonic: 'C', form: 'minor', figure: 'arpeggio' })).toBe(
      'other chord',
    );
    expect(why('groups-of-three', { instrument: 'cello', tonic: 'C' })).toBe('no hand for it');
    expect(why('open-up-fourth-down', { instrument: 'violin', tonic: 'Ab' })).toBe('no open string to stand for');
    expect(why('return-by-four', { instrument: 'violin', tonic: 'G', octaves: 2 })).toBe('no shift to come back by');
    expect(why('octave-shape', { instrument: 'violin', tonic: 'C', direction: 'down' })).toBe('one way only');
  });
});

describe('a system’s form', () => {
  it('costs what brute force finds least under each of its plans', () => {
    let compared = 0;
    for (const [id, input] of [
      ['pairs-on-top', { instrument: 'violin', tonic: 'D', octaves: 2, start: 'D4', direction: 'up' }],
      ['third-position-then-pairs', { instrument: 'viola', tonic: 'C', octaves: 3, direction: 'up' }],
      ['new-octave-on-1', { instrument: 'violin', tonic: 'G', octaves: 2, direction: 'up' }],
      ['home-and-a-hand-to-a-string', { instrument: 'cello', tonic: 'Eb', octaves: 2, direction: 'up' }],
      ['pivot-arpeggio', { instrument: 'bass', tonic: 'B', figure: 'arpeggio', direction: 'up' }],
    ] as const satisfies readonly (readonly [string, RecipeInput])[]) {
      const ground = posed(input);
      const system = SYSTEMS.find((one) => one.id === id)!;
      const places = rising(ground.task.passage).map((note) => note.at);
      let least = Number.POSITIVE_INFINITY;
      for (const line of system.climbs) {
        const read = readClimb(line);
        if (!('climb' in read)) throw new Error(line);
        for (const plan of climbPlans(read.climb, places, ground.task.hand.instrument)) {
          const problem = narrowed(ground.posed.problem, plan);
          if (!problem) continue;
          // Partial sums only grow but for shifts under open strings, which win back less than this.
          const slack = 3;
          const visit = (path: Candidate[]): void => {
            const { notes, steps } = problem;
            if (path.length > 1) {
              const soFar = {
                ...problem,
                notes: notes.slice(0, path.length),
                steps: steps.slice(0, path.length - 1),
              };
              const { cost } = pathCost({ ...soFar, endsAtTop: path.length === notes.length }, rememberHands(path));
              if (cost >= least + (path.length === notes.length ? 0 : slack)) return;
              if (path.length === notes.length) {
                least = cost;
                return;
              }
            }
            const { stopped, open } = notes[path.length]!;
            for (const candidate of [...stopped, ...open]) visit([...path, candidate]);
          };
          visit([]);
        }
      }
      const given = formOf(system, ground);
      if (!('found' in given)) throw new Error(`${id}: ${given.why}`);
      expect(given.found.cost, id).toBeCloseTo(least, 6);
      compared += 1;
    }
    expect(compared).toBe(5);
  });

  it('is passed over only where a plan cannot cost less: no plan costs less than its floor', () => {
    const count = { plans: 0, impossible: 0, above: 0 };
    for (const input of [
      { instrument: 'violin', tonic: 'A', octaves: 3 },
      { instrument: 'viola', tonic: 'D', octaves: 3, form: 'melodic-minor' },
      { instrument: 'violin', tonic: 'C', octaves: 3, pins: [{ at: 17, finger: 2 }] },
      { instrument: 'cello', tonic: 'E', octaves: 3, pins: [{ at: 10, string: 'G' }] },
      { instrument: 'cello', tonic: 'G', octaves: 2, form: 'harmonic-minor', openStrings: 'up-only' },
      { instrument: 'bass', tonic: 'F', octaves: 2, form: 'melodic-minor' },
      { instrument: 'violin', tonic: 'G', octaves: 3, return: 'mirror', pins: [{ at: 30, finger: 2 }] },
      { instrument: 'violin', tonic: 'D', octaves: 2, figure: 'arpeggio', direction: 'up' },
    ] as const satisfies readonly RecipeInput[]) {
      const ground = posed(input);
      const { task, best } = ground;
      const places = rising(task.passage).map((note) => note.at);
      const pairs = pairsOf(task.passage);
      const climbs = SYSTEMS.flatMap((system) => system.climbs.map(readClimb));
      const plans = climbs.flatMap((read) =>
        'climb' in read ? climbPlans(read.climb, places, task.hand.instrument) : [],
      );
      for (const plan of plans.map((one) => mirroredPlan(one, pairs))) {
        const problem = narrowed(ground.posed.problem, plan);
        const solved = problem && solveBest({ problem, routes: [plainRoute(problem, pairs, task)] });
        const floor = floorOf(plan, ground);
        count.plans += 1;
        if (floor === Number.POSITIVE_INFINITY) count.impossible += 1;
        else if (floor > best.cost + 1e-9) count.above += 1;
        expect(floor).toBeLessThanOrEqual((solved?.cost ?? Number.POSITIVE_INFINITY) + 1e-9);
      }
    }
    expect(count.impossible).toBeGreaterThan(100);
    expect(count.above).toBeGreaterThan(20);
  });

  it('is never cheaper than the best way', () => {
    for (const tonic of ['C', 'Eb', 'A']) {
      for (const instrument of ['violin', 'cello', 'bass'] as const) {
        const ground = posed({ instrument, tonic, octaves: 2, form: 'harmonic-minor' });
        for (const system of SYSTEMS) {
          const given = formOf(system, ground);
          if ('found' in given) expect(given.found.cost).toBeGreaterThanOrEqual(ground.best.cost - 1e-9);
        }
      }
    }
  });
});

describe('how a climb is written', () => {
  it('reads groups, repeats, strings, crossings and positions', () => {
    expect(readClimb('home 3rd-4th II 1234 next 12+ 1[23] | hand')).toEqual({
      climb: {
        lead: 'home',
        pieces: [
          { join: 'new hand', string: 2, position: [3, 4], fill: { kind: 'group', group: '1234', repeats: false } },
          { join: 'next string', string: 1, fill: { kind: 'group', group: '12', repeats: true } },
          { join: 'new hand', string: 1, fill: { kind: 'group', group: '1[23]', repeats: false } },
          { join: 'crossing', string: 0, fill: { kind: 'hand' } },
        ],
      },
    });
  });

  it('names the word it stumbles over', () => {
    expect(readClimb('home I 12+ 1239')).toEqual({ stumbles: '1239' });
    expect(readClimb('next 12')).toEqual({ stumbles: 'next' });
    const own = System.safeParse({ id: 'mine', name: 'Mine', climbs: ['home sideways'] });
    expect(own.error?.issues[0]?.message).toMatch(/“sideways” is no part of a climb/);
  });

  it('is carried through every key by a system of one’s own, kept with the school', () => {
    const school = {
      id: 'mine',
      name: 'Mine',
      systems: [
        {
          id: 'low-second',
          name: 'second on every string',
          instruments: ['violin'],
          climbs: ['2 next 12 next 1'],
          fits: { figures: ['arpeggio'], octaves: [1, 1] },
        },
      ],
    };
    const built = tried({ instrument: 'violin', tonic: 'C', figure: 'arpeggio', start: 'C4', school });
    expect(built.ok).toBe(true);
  });
});
