import { describe, expect, it } from 'vitest';
import { SCHOOLS } from '../schools/schools.ts';
import { playable } from '../study/playable.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { strainOf, type Care } from './strain.ts';

function care(recipe: RecipeInput): Care {
  const { ways, passage, recipe: whole } = playable({ ...recipe, ways: 1 });
  return strainOf(ways[0]!, passage, whole);
}

describe('care for the hand', () => {
  // D major on the cello: C 1 2 4, G 0 1 2 4, D 0 1 3 4, A 0 1 3 4 (common practice): the hand opens on C and G.
  const D_MAJOR: RecipeInput = { instrument: 'cello', tonic: 'D', octaves: 2, start: 'D2' };

  it('counts reaches, and more of them a minute at a quicker tempo', () => {
    const slow = care({ ...D_MAJOR, bowing: { bpm: 60 } });
    const quick = care({ ...D_MAJOR, bowing: { bpm: 120 } });
    // F sharp and B going up, and again coming down.
    expect(slow.reaches).toBeGreaterThanOrEqual(4);
    expect(quick.reaches).toBe(slow.reaches);
    expect(quick.reachesPerMinute).toBeCloseTo(2 * slow.reachesPerMinute, 6);
    // Twenty-eight halves of a second and a last note held to its beat: 15 s in all.
    expect(slow.reachesPerMinute).toBeCloseTo(slow.reaches * 4, 6);
    expect(slow.sentences[0]).toBe(
      `${slow.reaches} notes are reached for, ${4 * slow.reaches} a minute at this tempo.`,
    );
  });

  it('measures the widest stretch: first to fourth finger, four half steps above D on a string of 690 mm', () => {
    // Equal temperament, stop n at L · (1 − 2^(−n/12)): stops 2 and 6.
    const wide = 690 * (2 ** (-2 / 12) - 2 ** (-6 / 12));
    expect(care(D_MAJOR).sentences[1]).toContain(`4 half steps, ${Math.round(wide)} mm`);
    const half = 560 * (2 ** (-2 / 12) - 2 ** (-6 / 12));
    expect(care({ ...D_MAJOR, setUp: { size: '1/2' } }).sentences[1]).toContain(`${Math.round(half)} mm`);
  });

  it('names what spares a small hand only where something is reached for, and the school it names exists', () => {
    expect(care(D_MAJOR).sentences.at(-1)).toContain('“Small hand”');
    expect(SCHOOLS.map((school) => school.name)).toContain('Small hand');
    const closed = care({ instrument: 'cello', tonic: 'C', octaves: 1, start: 'C2' });
    expect(closed.reaches).toBe(0);
    expect(closed.sentences[0]).toBe('No finger reaches.');
    expect(closed.sentences.join(' ')).not.toContain('Small hand');
  });
});
