import { describe, expect, it } from 'vitest';
import { playable } from '../../study/playable.ts';
import { patternRuns, stepName } from './pattern-run.ts';

function runsOf(input: object) {
  const study = playable(input);
  return { ...study, runs: patternRuns(study.ways[0]!, study.passage) };
}

describe('the pattern without notation', () => {
  it('gives a major octave as two like groups: whole, whole, half', () => {
    // D major in first position, open strings and all: the tetrachords of any theory book.
    const { runs } = runsOf({ instrument: 'violin', tonic: 'D', octaves: 1, start: 'D4', direction: 'up' });
    expect(runs.map(({ string, fingers }) => [string, fingers.join('')])).toEqual([
      ['D', '0123'],
      ['A', '0123'],
    ]);
    expect(runs.map(({ steps }) => steps.map(stepName))).toEqual([
      ['whole', 'whole', 'half'],
      ['whole', 'whole', 'half'],
    ]);
    expect(runs.map(({ comes, step }) => [comes, stepName(step)])).toEqual([
      ['start', 'same note'],
      ['crossing', 'whole'],
    ]);
  });

  it('holds every note once, and its steps add up to the study', () => {
    for (const form of ['major', 'harmonic-minor', 'chromatic'])
      for (const instrument of ['violin', 'cello', 'bass']) {
        const { runs, passage } = runsOf({ instrument, tonic: 'F', form, octaves: 2 });
        expect(runs.flatMap(({ fingers }) => fingers)).toHaveLength(passage.notes.length);
        const sum = runs.reduce((all, run) => all + run.step + run.steps.reduce((a, b) => a + b, 0), 0);
        expect(sum).toBe(passage.notes.at(-1)!.pitch.midi - passage.notes[0]!.pitch.midi);
      }
  });
});
