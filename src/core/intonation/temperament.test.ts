import { describe, expect, it } from 'vitest';
import { stopDistance } from '../instruments/stop.ts';
import { parsePitch, type Pitch } from '../theory/pitch.ts';
import { centsFrom, equalHz, frequency, millimetresOf } from './temperament.ts';

const pitch = (name: string): Pitch => parsePitch(name)!;

describe('equal temperament', () => {
  // Source: ISO 16 (A4 = 440 Hz); the other figures are the standard table of piano keys.
  it.each([
    ['A4', 440],
    ['C4', 261.6256],
    ['G3', 195.9977],
    ['E5', 659.2551],
    ['C2', 65.4064],
    ['E1', 41.2034],
  ])('%s is %f Hz', (name, hz) => {
    expect(equalHz(pitch(name).midi, 440)).toBeCloseTo(hz, 3);
  });
});

describe('Pythagorean and just degrees above the tonic', () => {
  const above = (name: string, temperament: 'pythagorean' | 'just'): number => {
    const tonic = pitch('D4');
    const ratio = frequency(pitch(name), tonic, temperament, 440) / frequency(tonic, tonic, temperament, 440);
    return 1200 * Math.log2(ratio);
  };
  // Source: published tables of intervals in cents (Helmholtz and Ellis, On the Sensations of Tone, Appendix XX).
  it.each([
    ['E4', 203.91, 203.91],
    ['F4', 294.135, 315.641],
    ['F#4', 407.82, 386.314],
    ['G4', 498.045, 498.045],
    ['A4', 701.955, 701.955],
    ['Bb4', 792.18, 813.686],
    ['B4', 905.865, 884.359],
    ['C#5', 1109.775, 1088.269],
    ['D5', 1200, 1200],
  ])('%s lies %f and %f cents above D', (name, pythagorean, just) => {
    expect(above(name, 'pythagorean')).toBeCloseTo(pythagorean, 2);
    expect(above(name, 'just')).toBeCloseTo(just, 2);
  });

  it('leaves A where the reference has it, and tunes open strings in pure fifths', () => {
    for (const temperament of ['equal', 'pythagorean'] as const)
      expect(frequency(pitch('A4'), pitch('G3'), temperament, 442)).toBeCloseTo(442, 9);
    const g = frequency(pitch('G3'), pitch('G3'), 'just', 440);
    expect(frequency(pitch('D4'), pitch('G3'), 'just', 440) / g).toBeCloseTo(3 / 2, 9);
    expect(440 / g).toBeCloseTo(9 / 4, 9);
  });

  it('moves a finger as far as the string says', () => {
    // A whole half step by the millimetre formula is the distance between two stops.
    expect(millimetresOf(100, 2, 328)).toBeCloseTo(stopDistance(328, 3) - stopDistance(328, 2), 6);
    expect(Math.abs(centsFrom(pitch('F#4'), pitch('D4'), 'just'))).toBeLessThan(20);
  });

  it('never takes a note for its neighbour, however it and the drone are spelt', () => {
    // The largest of all the differences is that of a doubly diminished or augmented step, three commas.
    const names = [...'ABCDEFG'].flatMap((letter) => ['bb', 'b', '', '#', '##'].map((sign) => `${letter}${sign}4`));
    for (const temperament of ['pythagorean', 'just'] as const)
      for (const drone of names)
        for (const name of names) {
          const halfSteps = pitch(name).midi - pitch(drone).midi;
          const apart =
            1200 *
            Math.log2(
              frequency(pitch(name), pitch(drone), temperament, 440) /
                frequency(pitch(drone), pitch(drone), temperament, 440),
            );
          expect(Math.abs(apart - 100 * halfSteps), `${name} over ${drone}, ${temperament}`).toBeLessThan(75);
        }
  });

  it('leaves a Pythagorean comma between F flat and the open E', () => {
    // Twelve fifths less seven octaves: 23.46 cents, Helmholtz and Ellis, Appendix XX.
    const between = (name: string): number =>
      1200 *
      Math.log2(frequency(pitch(name), pitch('E4'), 'just', 440) / frequency(pitch('E4'), pitch('E4'), 'just', 440));
    expect(between('Fb4')).toBeCloseTo(-23.46, 2);
    expect(between('D##4')).toBeCloseTo(23.46, 2);
  });
});
