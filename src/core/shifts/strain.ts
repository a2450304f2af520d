import { counted } from '../base/index.ts';
import { INSTRUMENT_TABLE, stringLength } from '../instruments/index.ts';
import { paceOf } from '../bowing/index.ts';
import { reachesOf, type Way, widestStretch } from '../fingering/index.ts';
import type { Passage } from '../passage/index.ts';
import type { Recipe } from '../recipe/index.ts';
import { printed } from '../theory/index.ts';

/** What a fingering asks of the hand. */
export interface Care {
  /** Notes a finger reaches for, and how many that makes a minute at the study's tempo. */
  readonly reaches: number;
  readonly reachesPerMinute: number;
  /** All of it in sentences, with what spares a small hand where anything is reached for. */
  readonly sentences: readonly string[];
}

/** Counts what a fingering asks of the hand; distances in millimetres for the study's own string length. */
export function strainOf(way: Way, passage: Passage, recipe: Recipe): Care {
  const reaches = reachesOf(way);
  const { seconds } = paceOf(passage, recipe.bowing, INSTRUMENT_TABLE[recipe.instrument], recipe.form === 'chromatic');
  const reachesPerMinute = seconds > 0 ? (reaches * 60) / seconds : 0;
  const stretch = widestStretch(way.fingers, stringLength(recipe.instrument, recipe.setUp));
  const name = (at: number): string => printed(passage.notes[at]?.pitch.name ?? '');
  const sentences = [
    reaches === 0
      ? 'No finger reaches.'
      : `${counted(reaches, 'note is', 'notes are')} reached for, ${Math.round(reachesPerMinute)} a minute at this tempo.`,
  ];
  if (stretch) {
    const { low, high, halfSteps, millimetres } = stretch;
    sentences.push(
      `Widest stretch: ${low.finger} to ${high.finger}, ${name(low.at)} to ${name(high.at)}, ${halfSteps} half steps, ${Math.round(millimetres)} mm.`,
    );
  }
  if (reaches > 0) {
    sentences.push(
      'For a small hand: a smaller instrument, or the school “Small hand”, which reaches as little as it can.',
    );
  }
  return { reaches, reachesPerMinute, sentences };
}
