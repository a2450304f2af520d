import { instrumentFor, stringLength } from './instruments.ts';
import { describe, expect, it } from 'vitest';
import { playable, tried } from '../study/playable.ts';
import type { RecipeInput } from '../recipe/recipe.ts';
import { INSTRUMENTS, setUpsFor } from './instruments.ts';

function way(input: RecipeInput) {
  return playable({ ways: 1, ...input });
}

const refusal = (input: RecipeInput): { path: string; message: string } => {
  const study = tried(input);
  if (study.ok) throw new Error('built');
  return study.refusal;
};

describe('set-ups', () => {
  it('reach lower and higher as their strings do', () => {
    // Common practice: the low string of a five-string bass sounds B0, MIDI 23; the extension C1, 24.
    expect(
      way({ instrument: 'bass', tonic: 'B', setUp: { tuning: ['B0', 'E1', 'A1', 'D2', 'G2'] } }).passage.notes[0]!.pitch
        .name,
    ).toBe('B0');
    expect(refusal({ instrument: 'bass', tonic: 'C', start: 'C1' }).path).toBe('start');
    const extended = way({ instrument: 'bass', tonic: 'C', start: 'C1', setUp: { extension: 4 } });
    const [first] = extended.ways[0]!.fingers;
    expect(first).toMatchObject({ string: 'E', finger: 0, stop: -4 });
    const beyond = way({
      instrument: 'cello',
      tonic: 'C',
      octaves: 4,
      setUp: { tuning: ['C2', 'G2', 'D3', 'A3', 'E4'] },
    });
    expect(beyond.ways[0]!.fingers.some((note) => note.string === 'E')).toBe(true);
  });

  it('sound the asked pitches on every known set-up', () => {
    const known = INSTRUMENTS.flatMap((instrument) =>
      setUpsFor(instrument).map(({ setUp }) => ({ instrument, setUp })),
    );
    expect(known.length).toBeGreaterThan(4);
    for (const { instrument, setUp } of known) {
      const own = instrumentFor(instrument, setUp);
      for (const tonic of ['C', 'E', 'A']) {
        const { passage, ways } = way({ instrument, tonic, octaves: 2, setUp });
        ways[0]!.fingers.forEach((note, at) => {
          const string = own.strings.find((one) => one.name === note.string)!;
          expect(string.open + note.stop).toBe(passage.notes[at]!.pitch.midi);
        });
      }
    }
  });

  it('are the usual instrument when nothing differs', () => {
    expect(instrumentFor('bass', { size: '3/4' })).toBe(instrumentFor('bass'));
  });

  it('number positions by half steps or by steps, on the bass, and the fingers stay the same', () => {
    const asked = { instrument: 'bass', tonic: 'F', octaves: 1 } as const;
    const usual = way(asked).ways[0]!.fingers;
    const bySteps = way({ ...asked, setUp: { numbering: 'steps' } }).ways[0]!.fingers;
    const bare = (fingers: typeof usual): unknown => fingers.map(({ position: _, ...rest }) => rest);
    expect(bare(bySteps)).toEqual(bare(usual));
    const names = (fingers: typeof usual): string[] => [...new Set(fingers.map(({ position }) => position))];
    expect(names(usual).every((name) => /^(half|[IV]+½?)$/.test(name))).toBe(true);
    expect(names(bySteps).every((name) => /^(half|(raised |lowered )?\d+(st|nd|rd|th))$/.test(name))).toBe(true);
    expect(instrumentFor('bass', { numbering: 'steps' }).positions[7]).toBe('4th');
    expect(instrumentFor('violin', { numbering: 'steps' })).toBe(instrumentFor('violin'));
    expect(refusal({ ...asked, setUp: { numbering: 'thirds' as 'steps' } }).path).toBe('setUp.numbering');
  });

  it('name two strings of one letter apart', () => {
    const names = instrumentFor('violin', { tuning: ['A3', 'E4', 'A4', 'E5'] }).strings.map((string) => string.name);
    expect(names).toEqual(['A3', 'E4', 'A4', 'E5']);
  });

  it('measure on the size asked for', () => {
    expect(stringLength('cello')).toBe(690);
    expect(stringLength('cello', { size: '1/2' })).toBe(560);
    expect(stringLength('cello', { size: '1/2', length: 601 })).toBe(601);
  });

  it('tuned very high end where there are no pitches left (MIDI 1.0: 127)', () => {
    const setUp = { tuning: ['G5', 'D6', 'A6', 'G7'] };
    const built = way({ instrument: 'violin', tonic: 'G', octaves: 2, start: 'G7', setUp });
    expect(Math.max(...built.passage.notes.map(({ pitch }) => pitch.midi))).toBeLessThanOrEqual(127);
    expect(refusal({ instrument: 'violin', tonic: 'G', octaves: 3, start: 'G7', setUp })).toMatchObject({
      path: 'octaves',
    });
  });

  it('are refused with what would work', () => {
    expect(refusal({ instrument: 'viola', tonic: 'C', setUp: { size: '4/4' } })).toMatchObject({
      path: 'setUp.size',
      message: expect.stringContaining('16″') as string,
    });
    expect(refusal({ instrument: 'violin', tonic: 'C', setUp: { tuning: ['E5', 'A4'] } }).message).toMatch(/rise/);
    expect(refusal({ instrument: 'violin', tonic: 'C', setUp: { tuning: ['H3'] } }).path).toBe('setUp.tuning.0');
  });
});
