import { describe, expect, it } from 'vitest';
import { INSTRUMENT_TABLE } from '../instruments/instruments.ts';
import { equalHz } from '../intonation/temperament.ts';
import { heldPitch, tunedTo } from './tuner.ts';

const strings = INSTRUMENT_TABLE.viola.strings.map(({ name, open }) => ({ name, hz: equalHz(open, 442) }));

describe('the tuner', () => {
  it('finds the string that sounds by itself, slack or strained, and says by how much', () => {
    // By A = 442 every string lies 1200 · log2(442 / 440) = 7.85 cents above the numbers of A = 440.
    for (const { name, open } of INSTRUMENT_TABLE.viola.strings) {
      const on = tunedTo(open, strings)!;
      expect(on.name).toBe(name);
      expect(on.cents).toBeCloseTo(-7.85, 1);
      expect(tunedTo(open - 3, strings)).toMatchObject({ name });
      expect(tunedTo(open + 3, strings)).toMatchObject({ name });
    }
    // Between two strings a fifth apart the nearer one is meant; above the last by more than a fourth, none.
    expect(tunedTo(51, strings)!.name).toBe('C');
    expect(tunedTo(52, strings)!.name).toBe('G');
    expect(tunedTo(76, strings)).toBeUndefined();
  });

  it('finds a note of a key in whatever octave it sounds', () => {
    const notes = [62, 64, 66].map((midi) => ({ name: String(midi), hz: equalHz(midi, 440), everywhere: true }));
    const heard = tunedTo(76.12, notes)!;
    expect(heard.name).toBe('64');
    expect(heard.cents).toBeCloseTo(12, 6);
    expect(tunedTo(40 - 0.2, notes)!.cents).toBeCloseTo(-20, 6);
  });

  it('holds a pitch through a vibrato, leaves it for another, and falls silent', () => {
    const held = heldPitch();
    const told = Array.from({ length: 60 }, (_, k) =>
      held({ time: k / 100, midi: 57 + 0.2 * Math.sin((2 * Math.PI * k) / 15), loud: 0.1 }),
    );
    expect(told[1]).toBeUndefined();
    expect(Math.abs(told.at(-1)! - 57)).toBeLessThan(0.02);
    expect(held({ time: 0.6, midi: 62, loud: 0.1 })).toBeUndefined();
    held({ time: 0.61, midi: 62, loud: 0.1 });
    expect(held({ time: 0.62, midi: 62.1, loud: 0.1 })).toBeCloseTo(62.03, 1);
    for (let k = 0; k < 3; k += 1) held({ time: 0.7, midi: undefined, loud: 0 });
    expect(held({ time: 0.8, midi: undefined, loud: 0 })).toBeUndefined();
  });
});
