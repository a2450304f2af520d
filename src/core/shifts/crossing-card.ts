import { capital } from '../base/index.ts';
import type { Crossing, FingeredNote, Way } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';
import { bentFinger, fingerWords, type Instrument } from '../instruments/index.ts';
import { bendOf } from './home-place.ts';

/** One crossing, and the warning that belongs to it. */
export interface CrossingCard {
  readonly crossing: Crossing;
  readonly from: FingeredNote;
  readonly to: FingeredNote;
  readonly heading: 'up' | 'down';
  /** Set where a high finger must be ready before the open string is left, or one finger hops across. */
  readonly watch: string | undefined;
}

/** A card for every crossing of a way, in playing order. */
export function crossingCards(way: Way, passage: Passage, instrument: Instrument): CrossingCard[] {
  return way.crossings.map((crossing) => {
    const from = way.fingers[crossing.from] as FingeredNote;
    const to = way.fingers[crossing.to] as FingeredNote;
    return {
      crossing,
      from,
      to,
      heading: passage.notes[crossing.to]?.heading ?? 'up',
      watch: watchOf(from, to, instrument),
    };
  });
}

function watchOf(from: FingeredNote, to: FingeredNote, instrument: Instrument): string | undefined {
  if (from.finger === 0 && (to.finger === 3 || to.finger === 4))
    return `Have ${bentFinger(to.finger, bendOf(instrument, to))} over ${to.string} while the open ${from.string} still sounds.`;
  if (from.finger !== 0 && from.finger === to.finger) {
    return from.stop === to.stop
      ? `${capital(fingerWords(to.finger))} lies across both strings.`
      : `${capital(fingerWords(to.finger))} hops to ${to.string}: lift it late, set it early.`;
  }
  return undefined;
}

/** Notes of the way down that differ from the way up: the altered degrees of a melodic minor. */
export function changedComingDown({ notes }: Passage): number[] {
  const up = new Map(notes.filter((note) => note.heading === 'up').map((note) => [key(note), note.pitch.midi]));
  return notes
    .filter((note) => note.heading === 'down' && (up.get(key(note)) ?? note.pitch.midi) !== note.pitch.midi)
    .map((note) => note.at);
}

function key(note: Passage['notes'][number]): string {
  return `${note.pitch.letter}${note.pitch.octave}`;
}
