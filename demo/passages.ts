import type { InstrumentId } from '../src/core/instruments/index.ts';
import type { Music, MusicBar, MusicNote } from '../src/core/recipe/index.ts';

/** A short passage composed for the demonstration, and the key it stands in. */
export interface DemoPassage {
  readonly instrument: InstrumentId;
  readonly tonic: string;
  readonly music: Music;
}

/**
 * Bars of four quarters in words: `D4/2` a half note, `r/1` a rest, `F4+D4/1` two at once, `(` and `)`
 * around what is slurred; lengths in quarter notes.
 */
function composed(title: string, fifths: number, bars: readonly string[]): Music {
  const notes: MusicNote[] = [];
  let onset = 0;
  let slurred = false;
  let down = false;
  const written = bars.map((bar, place): MusicBar => {
    const begins = onset;
    for (const word of bar.split(' ')) {
      const [, open, pitches = '', length = '1', close] = /^(\()?([^/()]+)\/([\d.]+)(\))?$/.exec(word) ?? [];
      const [pitch = 'r', ...chord] = pitches.split('+');
      const goesOn = slurred;
      if (open) slurred = true;
      if (pitch !== 'r') {
        if (!goesOn) down = !down;
        notes.push({
          pitch,
          onset,
          length: Number(length),
          bar: place,
          ...(chord.length > 0 ? { chord } : {}),
          ...(goesOn ? {} : { bow: down ? ('down' as const) : ('up' as const) }),
        });
      }
      if (close) slurred = false;
      onset += Number(length);
    }
    const set = place === 0 ? { metre: { beats: 4, unit: 4 }, fifths } : {};
    return { number: String(place + 1), onset: begins, length: onset - begins, ...set };
  });
  return { title, bars: written, notes };
}

/** Three passages of the invented studio; composed for it. */
export const DEMO_PASSAGES: readonly DemoPassage[] = [
  {
    instrument: 'violin',
    tonic: 'D',
    music: composed('The mill race', 2, [
      'D4/0.5 E4/0.5 F#4/0.5 G4/0.5 A4/0.5 B4/0.5 C#5/0.5 D5/0.5',
      '(E5/0.5 F#5/0.5) (G5/0.5 A5/0.5) (B5/0.5 C#6/0.5) D6/1',
      'B5/0.5 G5/0.5 E5/0.5 C#5/0.5 A4/0.5 G4/0.5 E4/0.5 C#4/0.5',
      'D4/2 r/1 A4/1',
      'B4/0.5 G4/0.5 D5/0.5 B4/0.5 G5/0.5 D5/0.5 B5/0.5 G5/0.5',
      'A5/0.5 F#5/0.5 D5/0.5 A4/0.5 F#4/0.5 D4/0.5 A3/1',
      'E4/1 A4+F#4/1 B4+G4/2',
      'D4/4',
    ]),
  },
  {
    instrument: 'cello',
    tonic: 'G',
    music: composed('Under the bridge', 1, [
      'G2/1 B2/0.5 D3/0.5 G3/1 B3/1',
      '(C4/1 B3/0.5 A3/0.5) (G3/0.5 F#3/0.5 E3/0.5 D3/0.5)',
      'E3/0.5 G3/0.5 C4/0.5 E4/0.5 D4/1 B3/1',
      '(A3/1.5 B3/0.5) G3/2',
      'r/1 D4/0.5 C#4/0.5 C4/0.5 B3/0.5 Bb3/0.5 A3/0.5',
      'G3/0.5 D3/0.5 B2/0.5 G2/0.5 D3/2',
      'E3/0.5 F#3/0.5 G3/0.5 A3/0.5 B3/0.5 C4/0.5 D4/1',
      'G3/4',
    ]),
  },
  {
    instrument: 'bass',
    tonic: 'A',
    music: composed('Market day', 3, [
      'A1/1 C#2/1 E2/1 A2/1',
      'G#2/0.5 F#2/0.5 E2/0.5 D2/0.5 C#2/1 A1/1',
      'D2/1 F#2/0.5 A2/0.5 B2/1 A2/1',
      'E2/2 r/1 E2/1',
      'A1/0.5 B1/0.5 C#2/0.5 D2/0.5 E2/0.5 F#2/0.5 G#2/0.5 A2/0.5',
      'B2/1 G#2/1 A2/2',
    ]),
  },
];
