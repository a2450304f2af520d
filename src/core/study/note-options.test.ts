import { describe, expect, it } from 'vitest';
import { playable } from './playable.ts';
import { eachOption } from './note-options.ts';
import { handBlocks } from '../fingering/reading/hand-blocks.ts';

const { recipe, passage, ways } = playable({ instrument: 'violin', tonic: 'G', octaves: 2, ways: 1 });
const way = ways[0]!;

describe('what a note can take', () => {
  // D4, the fifth note: the open string, or the fourth finger and higher hands on the G string.
  const options = [...eachOption(recipe, 4, way)].sort((a, b) => a.dearer - b.dearer);

  it('offers what the fingerboard has, the present one among them', () => {
    expect(passage.notes[4]!.pitch.name).toBe('D4');
    expect(options[0]).toMatchObject({ string: 'D', finger: 0, now: true, dearer: 0, words: 'as it is' });
    const onG = options.filter((option) => option.string === 'G').map((option) => option.finger);
    expect([...onG].sort()).toEqual([1, 2, 3, 4]);
    expect(options.map((option) => option.string)).not.toContain('A');
  });

  it('says what each would change, as a pin there does change it', () => {
    const fourth = options.find((option) => option.string === 'G' && option.finger === 4)!;
    expect(fourth.words).toMatch(/^keeps first position/);
    const first = options.find((option) => option.string === 'G' && option.finger === 1)!;
    expect(first.words).toMatch(/^goes to .*shifts? more/);
    for (const option of options) {
      const pinned = playable({
        ...recipe,
        pins: [{ at: 4, string: option.string, finger: option.finger }],
      });
      expect(pinned.ways[0]!.cost - way.cost).toBeCloseTo(option.dearer, 6);
    }
  });
});

describe('hand blocks', () => {
  it('hold every note once and part where the shifts are', () => {
    const [best] = playable({ instrument: 'cello', tonic: 'Eb', octaves: 3, ways: 1 }).ways;
    const blocks = handBlocks(best!.fingers);
    expect(blocks[0]!.from).toBe(0);
    blocks.slice(1).forEach((block, k) => expect(block.from).toBe(blocks[k]!.to + 1));
    expect(blocks[blocks.length - 1]!.to).toBe(best!.fingers.length - 1);
    expect(blocks.slice(1).map((block) => block.from)).toEqual(best!.shifts.map((shift) => shift.to));
  });
});
