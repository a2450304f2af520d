import { describe, expect, it } from 'vitest';
import { buildFrom } from '../study/build.ts';
import { whatDecides } from './reasons.ts';

describe('what decides between two ways', () => {
  it('accounts for the whole difference of their costs', () => {
    for (const input of [
      { instrument: 'violin', tonic: 'A', octaves: 3 },
      { instrument: 'cello', tonic: 'Eb', octaves: 2, form: 'melodic-minor' },
      { instrument: 'bass', tonic: 'G', form: 'chromatic' },
    ]) {
      const built = buildFrom(input);
      if (!built.ok) throw new Error(built.refusal.message);
      const [best, ...others] = built.value.ways;
      for (const other of others) {
        const sum = whatDecides(best!, other).reduce((total, reason) => total + reason.difference, 0);
        expect(sum).toBeCloseTo(other.cost - best!.cost, 4);
      }
    }
  });

  it('names the shifts when one way shifts and the other does not', () => {
    const built = buildFrom({ instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3' });
    if (!built.ok) throw new Error(built.refusal.message);
    const [best, second] = built.value.ways;
    expect(best!.shifts).toEqual([]);
    expect(
      whatDecides(best!, second!)
        .slice(0, 3)
        .map((reason) => reason.term),
    ).toContain('shift-up');
  });
});
