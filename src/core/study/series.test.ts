import { describe, expect, it } from 'vitest';
import { partNames } from '../passage/from-ask.ts';
import { ARPEGGIO_SERIES } from '../theory/form.ts';
import { playable, tried } from './playable.ts';

describe('an arpeggio series', () => {
  const { passage, ways } = playable({ instrument: 'violin', tonic: 'G', figure: 'arpeggio-series', octaves: 2 });

  it('plays every arpeggio on the one tonic', () => {
    expect(passage.parts.length).toBe(ARPEGGIO_SERIES.length);
    const names = (part: number): string[] => {
      const from = passage.parts[part]!;
      return passage.notes.slice(from, from + 4).map((note) => note.pitch.name);
    };
    // G minor, G major, E minor and C major over G, spelled as in any harmony book.
    expect(names(0)).toEqual(['G3', 'Bb3', 'D4', 'G4']);
    expect(names(1)).toEqual(['G3', 'B3', 'D4', 'G4']);
    expect(names(2)).toEqual(['G3', 'B3', 'E4', 'G4']);
    expect(names(3)).toEqual(['G3', 'C4', 'E4', 'G4']);
    expect(passage.notes.map((note) => note.at)).toEqual(passage.notes.map((_, at) => at));
  });

  it('fingers each as it would by itself', () => {
    let at = 0;
    let cost = 0;
    for (const form of ARPEGGIO_SERIES) {
      const [way] = playable({ instrument: 'violin', tonic: 'G', figure: 'arpeggio', form, octaves: 2, ways: 1 }).ways;
      for (const note of way!.fingers) {
        expect(ways[0]!.fingers[at]).toMatchObject({ at, string: note.string, finger: note.finger });
        at += 1;
      }
      cost += way!.cost;
    }
    expect(ways[0]!.cost).toBeCloseTo(cost, 6);
    expect(ways[0]!.terms.reduce((sum, term) => sum + term.cost, 0)).toBeCloseTo(cost, 4);
  });

  it('obeys pins in any part, and refuses the impossible by its own place in the list', () => {
    const from = passage.parts[3]!;
    const pins = [
      { at: 1, finger: 2 as const },
      { at: from + 1, finger: 4 as const },
    ];
    const pinned = playable({ instrument: 'violin', tonic: 'G', figure: 'arpeggio-series', octaves: 2, pins });
    expect(pinned.ways[0]!.fingers[from + 1]!.finger).toBe(4);
    const wrong = tried({
      instrument: 'violin',
      tonic: 'G',
      figure: 'arpeggio-series',
      pins: [...pins.slice(0, 1), { at: 6, string: 'G', finger: 4 }],
    });
    expect(wrong).toMatchObject({ ok: false, refusal: { path: 'pins.1.finger' } });
  });
});

describe('octaves apart, then joined', () => {
  // Common practice, no source: each octave by itself, then all with the tonic between them twice.
  it('plays each octave by itself and then the whole, the middle tonic twice', () => {
    const { passage, ways } = playable({ instrument: 'violin', tonic: 'G', figure: 'octaves-joined', octaves: 2 });
    expect(passage.parts).toEqual([0, 15, 30]);
    const names = (from: number, to: number): string =>
      passage.notes
        .slice(from, to)
        .map((note) => note.pitch.name)
        .join(' ');
    expect(names(0, 8)).toBe('G3 A3 B3 C4 D4 E4 F#4 G4');
    expect(names(15, 23)).toBe('G4 A4 B4 C5 D5 E5 F#5 G5');
    expect(names(30, 46)).toBe('G3 A3 B3 C4 D4 E4 F#4 G4 G4 A4 B4 C5 D5 E5 F#5 G5');
    expect(names(46, 61)).toBe('F#5 E5 D5 C5 B4 A4 G4 G4 F#4 E4 D4 C4 B3 A3 G3');
    // Struck again, a note keeps its finger and costs nothing.
    const [way] = ways;
    expect(way!.fingers[38]).toMatchObject({ string: way!.fingers[37]!.string, finger: way!.fingers[37]!.finger });
    const whole = playable({ instrument: 'violin', tonic: 'G', octaves: 2, ways: 1 }).ways[0]!;
    const one = (start: string): number => playable({ instrument: 'violin', tonic: 'G', start, ways: 1 }).ways[0]!.cost;
    expect(way!.cost).toBeCloseTo(whole.cost + one('G3') + one('G4'), 6);
  });

  it('names its parts, and of one octave is the scale', () => {
    const { recipe } = playable({ instrument: 'cello', tonic: 'C', figure: 'octaves-joined', octaves: 3 });
    expect(partNames(recipe)).toEqual(['Octave 1', 'Octave 2', 'Octave 3', 'Joined']);
    const single = playable({ instrument: 'cello', tonic: 'C', figure: 'octaves-joined' });
    expect(single.passage.parts).toEqual([0]);
  });
});
