import { describe, expect, it } from 'vitest';
import { positionName, positionWords, spokenPosition } from './position.ts';
import { CELLO } from './cello.ts';
import { BASS } from './bass.ts';
import { VIOLIN } from './violin.ts';
import { stopDistance, stopSpan } from './stop.ts';

describe('stops on a string', () => {
  it('halve the string at the octave and quarter it at the second', () => {
    // Physics of the ideal string: half the length sounds the octave.
    expect(stopDistance(328, 12)).toBeCloseTo(164, 9);
    expect(stopDistance(690, 24)).toBeCloseTo(517.5, 9);
  });

  it('agree with the half steps a maker measures', () => {
    // Rule of the twelfth root of two (equal temperament, ISO 16): 18.4 mm at the violin's nut, 39 mm at the cello's.
    expect(stopSpan(328, 0, 1)).toBeCloseTo(18.4, 1);
    expect(stopSpan(690, 0, 1)).toBeCloseTo(38.7, 1);
    expect(stopSpan(690, 13, 12)).toBeCloseTo(stopSpan(690, 0, 1) / 2, 9);
  });
});

describe('position names', () => {
  it('follow the hand, and the spelling where two names serve', () => {
    expect(positionName(VIOLIN, 2, false, 0)).toBe('1st');
    expect(positionName(CELLO, 7, false, 0)).toBe('4th');
    expect(positionName(VIOLIN, 6, false, 1)).toBe('raised 3rd');
    expect(positionName(VIOLIN, 6, false, -1)).toBe('lowered 4th');
    expect(positionName(BASS, 4, false, 0)).toBe('II½');
    expect(positionName(CELLO, 12, true, 0)).toBe('thumb at the octave');
    expect(positionName(CELLO, 13, true, 0)).toBe('thumb position');
    // No number in common practice: said as a colleague would, in a label and in a sentence.
    expect(positionName(BASS, 12, false, 0)).toBe('VII');
    const high = positionName(BASS, 13, false, 0);
    expect([high, spokenPosition(high), positionWords({ position: high, thumb: false })]).toEqual(
      Array.from({ length: 3 }, () => 'high position'),
    );
  });
});
