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

  it('of fingers, thumb and reach stand at the first note they speak of', () => {
    for (const input of [
      { instrument: 'violin', tonic: 'A', octaves: 3, start: 'A3' },
      { instrument: 'cello', tonic: 'Eb', octaves: 2 },
      { instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3' },
    ]) {
      const { fingers } = playable(input).ways[0]!;
      const all = remindersOf(input);
      const at = (words: string): number | undefined => all.find((one) => one.words.includes(words))?.at;
      const stopped = fingers.filter(({ finger }) => finger !== 0);
      const moved = stopped.find((note, k) => k > 0 && note.hand !== stopped[k - 1]!.hand)?.at;
      const reached = fingers.find(({ reach }) => reach !== 'none')?.at;
      // One reminder to a note: where two would stand together the second waits for its next occasion.
      const curved = at('Fingers curved')!;
      expect(fingers[curved]!.finger).not.toBe(0);
      expect(curved).toBeLessThanOrEqual(stopped[1]!.at);
      expect(at('thumb travels')).toBe(moved);
      expect(at('Wrist straight')).toBe(reached);
    }
  });
});
