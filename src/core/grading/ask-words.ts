import { listed } from '../base/index.ts';
import { octaveWords } from '../recipe/index.ts';
import { FIGURE_NAMES, formOf, printed } from '../theory/index.ts';
import { slurWords } from '../bowing/index.ts';
import type { Ask, Item } from './syllabus.ts';

/** `D major, two octaves`, `A harmonic minor or melodic minor, one octave`. */
export function askName({ item, tonic }: Pick<Ask, 'item' | 'tonic'>): string {
  return named(item, printed(tonic));
}

/** A line with all its tonics, as a syllabus prints it: `D, G and A major, one octave`. */
export function lineName(item: Item): string {
  return named(item, listed(item.tonics.map(printed)));
}

function named({ forms, figure, octaves }: Item, tonics: string): string {
  const of = forms.map((form) => formOf(form).name).join(' or ');
  const as = figure === 'scale' ? '' : figure === 'arpeggio' ? ' arpeggio' : ` in ${FIGURE_NAMES[figure]}`;
  return `${tonics} ${of}${as}, ${octaveWords(octaves)}`;
}

/** `separate bows or slurs in twos, 60 bpm with 2 to a beat, from memory`. */
export function askManner({ item }: Pick<Ask, 'item'>): string {
  const bow = item.slurs.length === 0 ? 'any bow' : item.slurs.map(slurWords).join(' or ');
  return [bow, besidesBow({ item })].filter(Boolean).join(', ');
}

/** The same, nothing said of the bow: `60 bpm with 2 to a beat, from memory`. */
export function besidesBow({ item }: Pick<Ask, 'item'>): string {
  return [
    item.rhythm === 'even' ? '' : `rhythm ${item.rhythm}`,
    item.tempo ? `${item.tempo.bpm} bpm with ${item.tempo.perBeat} to a beat` : '',
    item.direction === 'up-down' ? '' : `${item.direction} only`,
    item.memory ? 'from memory' : 'from the page',
  ]
    .filter(Boolean)
    .join(', ');
}
