import { describe, expect, it } from 'vitest';
import { playable } from './playable.ts';
import { circleFor } from '../theory/key-signature.ts';
import { inKey, type KeyFate } from './other-keys.ts';
import type { RecipeInput } from '../recipe/recipe.ts';

function carried(input: RecipeInput): KeyFate[] {
  const { recipe, passage, ways } = playable({ ways: 1, ...input });
  return circleFor(recipe.form).map((tonic) => inKey(recipe, ways[0]!, passage.tonic.midi, tonic));
}

describe('a study carried through the circle of fifths', () => {
  it('keeps a movable pattern finger for finger in every key', () => {
    const fates = carried({ instrument: 'violin', tonic: 'A', octaves: 1, start: 'A3', school: 'movable' });
    expect(fates).toHaveLength(12);
    for (const fate of fates) {
      if (fate.kind === 'no-room') throw new Error(fate.message);
      expect(
        fate.study.ways[0]!.fingers.slice(0, 8)
          .map((note) => note.finger)
          .join(''),
        fate.tonic,
      ).toBe('12341234');
    }
    expect(fates.filter((fate) => fate.kind === 'same').length).toBeGreaterThan(6);
  });

  it('gives open-string keys a new fingering and says where there is no room', () => {
    const fates = carried({ instrument: 'violin', tonic: 'G', octaves: 4, start: 'G3' });
    const kinds = new Map(fates.map((fate) => [fate.tonic, fate]));
    // The violin's four octaves end with the top string's limit: A♭3 to B3 at most.
    expect(kinds.get('G')!.kind).toBe('same');
    const far = kinds.get('F')!;
    expect(far.kind).toBe('no-room');
    expect(far.kind === 'no-room' && far.message).toMatch(/fit from G/);
    expect(carried({ instrument: 'violin', tonic: 'G', octaves: 2 }).find((fate) => fate.tonic === 'Ab')!.kind).toBe(
      'refingered',
    );
  });

  it('sounds the right notes in each', () => {
    for (const fate of carried({ instrument: 'cello', tonic: 'D', octaves: 2, form: 'melodic-minor' })) {
      if (fate.kind === 'no-room') continue;
      expect(fate.study.passage.notes[0]!.pitch.name.replace(/\d/, '')).toBe(fate.tonic);
      expect(fate.study.recipe.form).toBe('melodic-minor');
    }
  });
});
