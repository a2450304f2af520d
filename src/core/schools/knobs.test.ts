import { describe, expect, it } from 'vitest';
import { playable } from '../study/playable.ts';
import { TERM_IDS } from './terms.ts';
import { KNOBS, knobOf, ownSchool, turned } from './knobs.ts';
import { schoolNamed } from './schools.ts';

const knob = (id: string) => KNOBS.find((one) => one.id === id)!;

describe('a school of one’s own', () => {
  it('turns whole groups of terms, each term in one group', () => {
    const all = KNOBS.flatMap((one) => one.terms);
    expect(new Set(all).size).toBe(all.length);
    for (const term of all) expect(TERM_IDS).toContain(term);
    const mine = turned(ownSchool(undefined, 'mine', 'Mine', 'cello'), knob('reaches'), 4);
    expect(knobOf(mine, knob('reaches'))).toBe(4);
    expect(knobOf(mine, knob('shifts'))).toBe(1);
  });

  it('changes the fingering as its name says', () => {
    const reaches = (factor: number): number => {
      const school = turned(ownSchool(undefined, 'mine', 'Mine', 'cello'), knob('reaches'), factor);
      const study = playable({ instrument: 'cello', tonic: 'Bb', octaves: 2, openStrings: 'never', school, ways: 1 });
      return study.ways[0]!.fingers.filter((note) => note.reach !== 'none').length;
    };
    expect(reaches(5)).toBeLessThan(reaches(0));
  });

  it('begins with the school it is made from', () => {
    const mine = ownSchool(schoolNamed('movable'), 'mine', 'Mine', 'viola');
    expect(mine.rules.movable).toBe(true);
    expect(mine.name).toBe('Mine');
  });
});
