import { describe, expect, it } from 'vitest';
import { playable } from '../../study/playable.ts';
import { whatDecides } from './reasons.ts';

describe('what decides between two ways', () => {
  it('accounts for the whole difference of their costs', () => {
    for (const input of [
      { instrument: 'violin', tonic: 'A', octaves: 3 },
      { instrument: 'cello', tonic: 'Eb', octaves: 2, form: 'melodic-minor' },
      { instrument: 'bass', tonic: 'G', form: 'chromatic' },
    ]) {
      const [best, ...others] = playable(input).ways;
      for (const other of others) {
        const sum = whatDecides(best!, other).reduce((total, reason) => total + reason.difference, 0);
        expect(sum).toBeCloseTo(other.cost - best!.cost, 4);
      }
    }
  });

  it('names the shifts when one way shifts and the other does not', () => {
    const [best, ...others] = playable({ instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3' }).ways;
    const second = others.find((way) => way.shifts.length > 0);
    expect(best!.shifts).toEqual([]);
    expect(
      whatDecides(best!, second!)
        .slice(0, 3)
        .map((reason) => reason.term),
    ).toContain('shift-up');
  });
});
