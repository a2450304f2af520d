import fc from 'fast-check';
import { highestPitch, lowestPitch } from '../instruments/instrument.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../instruments/instruments.ts';
import { nameLeaning } from '../theory/pitch.ts';
import type { Music, MusicNote } from './music.ts';

/** A drawn passage and whom it is for. */
export interface DrawnMusic {
  readonly instrument: InstrumentId;
  readonly music: Music;
}

const LENGTHS = [0.25, 0.5, 0.5, 1, 1, 2, 3] as const;

/**
 * Passages as they come: steps, leaps and notes struck again, short and long, with silences and slurs between;
 * where asked for, some with a third to a sixth under them.
 */
export function arbitraryMusic(notes: {
  readonly min: number;
  readonly max: number;
  readonly chords?: true;
}): fc.Arbitrary<DrawnMusic> {
  const move = fc.oneof(
    { weight: 5, arbitrary: fc.constantFrom(-2, -1, 1, 2) },
    { weight: 2, arbitrary: fc.constantFrom(-12, -9, -7, -5, -4, -3, 3, 4, 5, 7, 9, 12) },
    { weight: 1, arbitrary: fc.constant(0) },
  );
  const note = fc.record({
    move,
    length: fc.constantFrom(...LENGTHS),
    rest: fc.oneof({ weight: 5, arbitrary: fc.constant(0) }, { weight: 1, arbitrary: fc.constantFrom(0.5, 1, 2) }),
    slurred: fc.boolean(),
    under: notes.chords ? fc.constantFrom(0, 0, 3, 4, 5, 7, 8, 9) : fc.constant(0),
  });
  return fc
    .record({
      instrument: fc.constantFrom(...INSTRUMENTS),
      height: fc.double({ min: 0, max: 1, noNaN: true }),
      list: fc.array(note, { minLength: notes.min, maxLength: notes.max }),
    })
    .map(({ instrument, height, list }) => {
      const { homeHand, strings } = INSTRUMENT_TABLE[instrument];
      const low = lowestPitch(INSTRUMENT_TABLE[instrument]);
      const high = Math.min(highestPitch(INSTRUMENT_TABLE[instrument]), (strings.at(-1)?.open ?? 60) + homeHand + 10);
      let midi = Math.round(low + height * (high - low));
      let onset = 0;
      const drawn = list.map((one, at): MusicNote => {
        const next = midi + one.move;
        midi = next < low || next > high ? midi - one.move : next;
        onset += one.rest;
        const begins = onset;
        onset += one.length;
        const bow = at % 2 === 0 ? 'down' : 'up';
        return {
          pitch: nameLeaning(midi, at % 3 === 0 ? -1 : 1),
          onset: begins,
          length: one.length,
          bar: Math.floor(begins / 4),
          ...(one.slurred && at > 0 ? {} : { bow: bow as 'down' | 'up' }),
          ...(one.under > 0 && midi - one.under >= low ? { chord: [nameLeaning(midi - one.under, 1)] } : {}),
        };
      });
      const bars = Array.from({ length: Math.max(1, Math.ceil(onset / 4)) }, (_, bar) => ({
        number: String(bar + 1),
        onset: 4 * bar,
        length: 4,
        ...(bar === 0 ? { metre: { beats: 4, unit: 4 }, fifths: 0 } : {}),
      }));
      return { instrument, music: { title: 'Drawn', bars, notes: drawn } };
    });
}
