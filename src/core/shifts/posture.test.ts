import { describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import { postureReminders } from './posture.ts';

function remindersOf(input: object): { at: number; words: string; hand: number; string: string }[] {
  const study = playable(input);
  const way = study.ways[0]!;
  return postureReminders(way, study.recipe).map((one) => ({ ...one, ...way.fingers[one.at]!, at: one.at }));
}

describe('posture reminders', () => {
  it('come one at a time, each once', () => {
    for (const instrument of ['violin', 'viola', 'cello', 'bass']) {
      const all = remindersOf({ instrument, tonic: 'Eb', octaves: 2 });
      expect(new Set(all.map(({ at }) => at)).size).toBe(all.length);
      expect(new Set(all.map(({ words }) => words)).size).toBe(all.length);
    }
  });

  it('stand where they matter: the low string at the start, the high position when it comes', () => {
    const all = remindersOf({ instrument: 'violin', tonic: 'G', octaves: 3, start: 'G3' });
    expect(all[0]).toMatchObject({ at: 0, string: 'G', words: expect.stringContaining('low string') });
    const high = all.find(({ words }) => words.includes('high position'))!;
    expect(high.hand).toBeGreaterThanOrEqual(8);
    expect(
      remindersOf({ instrument: 'violin', tonic: 'D', octaves: 1, start: 'D4' })
        .map(({ words }) => words)
        .join(),
    ).not.toMatch(/low string|high position|moves with the hand/);
  });
});
