import { describe, expect, it } from 'vitest';
import { playable } from '../../study/playable.ts';
import { differingNotes, sameFingering } from './comparison.ts';

describe('two ways compared', () => {
  const asked = { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3', ways: 6 } as const;
  const [ways, again] = [playable(asked).ways, playable(asked).ways];

  it('are the same fingering where every note has the same place and finger, however they were found', () => {
    expect(ways.length).toBe(6);
    ways.forEach((way, a) => again.forEach((other, b) => expect(sameFingering(way, other)).toBe(a === b)));
  });

  it('of two passages are never the same', () => {
    const [shorter] = playable({ ...asked, octaves: 2, ways: 1 }).ways;
    expect(sameFingering(ways[0]!, shorter!)).toBe(false);
    expect(sameFingering(shorter!, ways[0]!)).toBe(false);
  });

  it('differ in just the notes that have another string or finger', () => {
    for (const [k, way] of ways.entries()) {
      const notes = differingNotes(ways[0]!, way);
      expect(notes.length > 0).toBe(k > 0);
      way.fingers.forEach(({ at, string, finger }) => {
        const own = ways[0]!.fingers[at]!;
        expect(notes.includes(at)).toBe(own.string !== string || own.finger !== finger);
      });
    }
  });
});
