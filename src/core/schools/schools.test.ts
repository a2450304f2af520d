import { tried } from '../study/playable.ts';
import { CELLO } from '../instruments/cello.ts';
import { describe, expect, it } from 'vitest';
import type { BuiltStudy } from '../study/build.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { TERM_IDS, TERMS } from './terms.ts';
import { School, tableUnder } from './school.ts';
import { SCHOOLS, schoolNamed } from './schools.ts';
import { System } from './system.ts';
import { SYSTEMS } from './systems.ts';

const TONICS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

function built(input: RecipeInput): BuiltStudy | undefined {
  const study = tried({ ways: 1, ...input });
  return study.ok ? study.value : undefined;
}

const fingersUp = ({ ways, passage }: BuiltStudy): string =>
  ways[0]!.fingers
    .slice(0, passage.top + 1)
    .map((note) => note.finger)
    .join('');

describe('schools', () => {
  it('and systems that are shipped read as one from a file would, nothing left out', () => {
    for (const school of SCHOOLS) expect(School.parse(school)).toStrictEqual(school);
    for (const system of SYSTEMS) expect(System.parse(system)).toStrictEqual(system);
    const { id, name } = SCHOOLS[0]!;
    expect(Object.keys(School.parse({ id, name }))).toEqual(expect.arrayContaining(Object.keys(SCHOOLS[0]!)));
  });

  it('never turn a fault into a reward', () => {
    for (const school of SCHOOLS) {
      const table = tableUnder(school, CELLO);
      for (const id of TERM_IDS) expect(table[id], `${school.id} ${id}`).toBeGreaterThanOrEqual(TERMS[id].least);
    }
  });

  it('give the same fingers in every key under the movable pattern', () => {
    for (const instrument of ['violin', 'viola', 'cello'] as const) {
      for (const octaves of [1, 2]) {
        const sequences = TONICS.flatMap((tonic) => {
          const study = built({ instrument, tonic, octaves, school: 'movable' });
          expect(study, `${instrument} ${tonic} ${octaves}`).toBeDefined();
          return study ? [fingersUp(study)] : [];
        });
        expect(sequences.length, `${instrument} ${octaves}`).toBe(12);
        // Above the cello's neck the third finger takes the fourth's place.
        const onTheNeck = sequences.map((fingers) =>
          fingers.replace(/123/g, (group) => (instrument === 'cello' ? '134' : group)),
        );
        expect(new Set(onTheNeck).size, `${instrument} ${octaves}: ${[...new Set(sequences)].join(' ')}`).toBe(1);
        expect(sequences[0]).not.toContain('0');
      }
    }
  });

  it('reach less for a small hand, taken over all major keys', () => {
    for (const instrument of ['violin', 'cello'] as const) {
      const reaches = (school: string | undefined): number =>
        TONICS.reduce((sum, tonic) => {
          const study = built({ instrument, tonic, octaves: 2, ...(school ? { school } : {}) });
          return sum + (study?.ways[0]!.fingers.filter((note) => note.reach !== 'none').length ?? 0);
        }, 0);
      expect(reaches('small-hand')).toBeLessThan(0.7 * reaches(undefined));
    }
  });

  it('shift on lower strings when early and on the top string when late', () => {
    const low = (school: string): number => {
      let sum = 0;
      for (const tonic of TONICS) {
        const study = built({ instrument: 'violin', tonic, octaves: 3, school });
        for (const shift of study?.ways[0]!.shifts ?? []) {
          if (study!.ways[0]!.fingers[shift.to]!.string !== 'E') sum += 1;
        }
      }
      return sum;
    };
    expect(low('early-shifts')).toBeGreaterThan(low('late-shifts'));
  });

  it('lend a study their rules, unless it has its own', () => {
    const base: RecipeInput = { instrument: 'violin', tonic: 'D', octaves: 2, school: 'no-open-strings' };
    expect(built(base)!.recipe.openStrings).toBe('never');
    expect(built(base)!.ways[0]!.fingers.some((note) => note.finger === 0)).toBe(false);
    expect(built({ ...base, openStrings: 'free' })!.recipe.openStrings).toBe('free');
    const bass = built({ instrument: 'bass', tonic: 'F', school: 'bass-1-3-4' })!;
    expect(bass.ways[0]!.fingers.filter((note) => note.hand < 10).map((note) => note.finger)).not.toContain(2);
  });

  it('come back down as they say', () => {
    const study = built({ instrument: 'violin', tonic: 'A', octaves: 3, school: 'fourth-finger-back' })!;
    const { shifts, fingers } = study.ways[0]!;
    const down = shifts.filter((shift) => shift.from >= study.passage.top && shift.semitones < 0);
    expect(down.length).toBeGreaterThan(0);
    expect(down.map((shift) => fingers[shift.to]!.finger)).toEqual(down.map(() => 4));
  });

  it('are taken written out, and refused where they belong to another instrument or go out of bounds', () => {
    const own = { ...schoolNamed('small-hand')!, id: 'mine', name: 'Mine' };
    expect(built({ instrument: 'cello', tonic: 'Eb', school: own })).toBeDefined();
    const wrong = tried({ instrument: 'violin', tonic: 'C', school: 'bass-1-3-4' });
    expect(wrong).toMatchObject({ ok: false, refusal: { path: 'school' } });
    const wild = tried({ instrument: 'violin', tonic: 'C', school: { ...own, factors: { crossing: 99 } } });
    expect(wild.ok).toBe(false);
  });
});
