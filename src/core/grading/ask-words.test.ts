import { describe, expect, it } from 'vitest';
import { askManner, askName, lineName } from './ask-words.ts';
import { Item } from './syllabus.ts';

const item = Item.parse({
  id: 'one',
  figure: 'arpeggio',
  forms: ['harmonic-minor', 'melodic-minor'],
  tonics: ['Bb', 'F#', 'D'],
  octaves: 2,
  slurs: [1, 3],
  tempo: { bpm: 54, perBeat: 3 },
});

describe('what a line of a syllabus asks, in words', () => {
  it('names one of its tonics, or all as it is printed', () => {
    expect(askName({ item, tonic: 'F#' })).toBe('F♯ harmonic minor or melodic minor arpeggio, two octaves');
    expect(lineName(item)).toBe('B♭, F♯ and D harmonic minor or melodic minor arpeggio, two octaves');
    expect(lineName({ ...item, figure: 'scale', tonics: ['D'], forms: ['major'] })).toBe('D major, two octaves');
  });

  it('says how, each number with its unit', () => {
    expect(askManner({ item })).toMatch(/^separate bows or slurs in threes, 54 bpm with 3 to a beat, from /);
    expect(askManner({ item: { ...item, slurs: [], direction: 'up' } })).toMatch(/^any bow, .*, up only, from /);
  });
});
