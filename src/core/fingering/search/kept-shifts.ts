import type { Passage } from '../../passage/passage.ts';
import type { Recipe } from '../../recipe/recipe.ts';
import { isMinor } from '../../theory/form.ts';
import { sameHand, type Candidate } from './candidate.ts';

/** Where another study of the same length plays its notes on the way up, for a study that keeps its shifts. */
export interface KeptShifts {
  /** String of each note, by its place in the study. */
  readonly strings: ReadonlyMap<number, number>;
  /** Notes taken in the hand of the stopped note before: no shift here. */
  readonly sameHand: ReadonlySet<number>;
}

/**
 * The parallel major of a minor scale or arpeggio, asked for under the same rules. A minor keeps
 * its shifts where it can: then only the finger patterns change. Pins are the minor's own, and
 * their notes need not keep anything. Common practice, no source.
 */
export function parallelMajor(recipe: Recipe): Recipe | undefined {
  const asked = isMinor(recipe.form) && (recipe.figure === 'scale' || recipe.figure === 'arpeggio');
  const plain = recipe.direction !== 'down' && recipe.groups === undefined;
  return asked && plain ? { ...recipe, form: 'major', melodicDescent: 'natural', pins: [], ways: 1 } : undefined;
}

/** What a fingering plays on which string on its way up, and where its hand stays. */
export function keptFrom(path: readonly Candidate[], { notes }: Passage): KeptShifts {
  const strings = new Map<number, number>();
  const stays = new Set<number>();
  let last: Candidate | undefined;
  for (const { at, heading } of notes) {
    const note = path[at];
    if (!note || heading !== 'up') break;
    strings.set(at, note.string);
    if (note.rank === 0) continue;
    if (last && sameHand(last, note)) stays.add(at);
    last = note;
  }
  return { strings, sameHand: stays };
}
