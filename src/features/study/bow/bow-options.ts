import { BOW_PARTS, BOW_PART_WORDS, type Bowing, RHYTHM_CELLS, type RhythmName } from '../../../core/recipe/index.ts';
import type { Passage } from '../../../core/passage/index.ts';
import type { Option } from '../../../ui/choice.tsx';

const TO_A_BOW = [1, 2, 3, 4, 6, 7, 8, 9, 12, 16];
const PATTERNS: readonly (readonly number[])[] = [
  [1, 2],
  [2, 1],
  [1, 3],
  [3, 1],
  [2, 1, 1],
];

/** Notes of one octave of the study, tonic to tonic without the upper one. */
function toAnOctave({ notes, tonic }: Passage): number {
  const up = notes.filter((note) => !note.added && note.heading === 'up');
  const from = up.findIndex((note) => note.pitch.midi === tonic.midi);
  const to = up.findIndex((note) => note.pitch.midi === tonic.midi + 12);
  return from >= 0 && to > from ? to - from : 0;
}

/** How notes are shared out to bows; what the study has is always among them. */
export function bowOptions(passage: Passage, bowing: Bowing): Option[] {
  const octave = toAnOctave(passage);
  const label = (count: number): string =>
    count === octave ? `an octave (${count} notes)` : count === 1 ? 'one note' : `${count} notes`;
  const sizes = [...new Set([...TO_A_BOW, octave, bowing.slur])].filter((count) => count > 0).sort((a, b) => a - b);
  const patterns = [...PATTERNS, ...(bowing.pattern ? [bowing.pattern] : [])];
  return [
    ...sizes.map((count) => ({ value: String(count), label: label(count) })),
    ...[...new Map(patterns.map((pattern) => [pattern.join('.'), pattern]))].map(([value, pattern]) => ({
      value: `.${value}`,
      label: `${pattern.join(' and ')} in turn`,
    })),
  ];
}

export function bowValue({ slur, pattern }: Bowing): string {
  return pattern ? `.${pattern.join('.')}` : String(slur);
}

/** The bowing with another way of sharing notes out. */
export function withBows(bowing: Bowing, value: string): Bowing {
  const { pattern: _, ...rest } = bowing;
  return value.startsWith('.')
    ? { ...rest, pattern: value.slice(1).split('.').map(Number) }
    : { ...rest, slur: Number(value) };
}

export const BEAT_OPTIONS: readonly Option[] = [
  { value: '1/4', label: 'a note to four beats' },
  { value: '1/2', label: 'a note to two beats' },
  ...[1, 2, 3, 4, 5, 6, 7, 8, 12].map((count) => ({ value: String(count), label: String(count) })),
];

/** What a choice of `BEAT_OPTIONS` sets: long notes are even and have a stroke each. */
export function timesToABeat(value: string): Partial<Bowing> {
  const long = /^1\/(2|4)$/.exec(value);
  if (!long) return { perBeat: Number(value), beatsPerNote: 1 };
  return { perBeat: 1, beatsPerNote: Number(long[1]) as Bowing['beatsPerNote'], repeats: 1, rhythm: 'even' };
}

/** Rhythms; a rhythm of one's own has its lengths as value. */
export function rhythmOptions({ rhythm }: Bowing): Option[] {
  return [
    { value: 'even', label: 'even' },
    ...Object.entries(RHYTHM_CELLS).map(([value, { name }]) => ({ value, label: name })),
    typeof rhythm === 'string'
      ? { value: '3 3 2', label: 'one of your own' }
      : { value: rhythm.join(' '), label: `own: ${rhythm.join(' ')} quarters of a beat` },
  ];
}

export function rhythmValue({ rhythm }: Bowing): string {
  return typeof rhythm === 'string' ? rhythm : rhythm.join(' ');
}

export function readRhythm(value: string): Bowing['rhythm'] {
  return /^\d/.test(value)
    ? value
        .split(/[\s,]+/)
        .filter(Boolean)
        .map(Number)
    : (value as RhythmName);
}

export const UNIT_OPTIONS: readonly Option[] = [
  { value: 'half-beat', label: 'clicks a minute, two to a beat' },
  { value: 'beat', label: 'beats a minute' },
  { value: 'two-beats', label: 'clicks a minute, one to two beats' },
];

export const STROKE_OPTIONS: readonly Option[] = [
  { value: '1', label: 'once' },
  { value: '2', label: 'twice' },
  { value: '4', label: 'four times' },
];

export const START_OPTIONS: readonly Option[] = [
  { value: 'down', label: 'down-bow' },
  { value: 'up', label: 'up-bow' },
];

export const PART_OPTIONS: readonly Option[] = BOW_PARTS.map((part) => ({ value: part, label: BOW_PART_WORDS[part] }));

export const ACCENT_OPTIONS: readonly Option[] = [
  { value: '0', label: 'no accents' },
  { value: '2', label: 'an accent on every second note' },
  { value: '3', label: 'an accent on every third note' },
  { value: '4', label: 'an accent on every fourth note' },
];

export const SHAPE_OPTIONS: readonly Option[] = [
  { value: 'none', label: 'as loud all through' },
  { value: 'rise-and-fall', label: 'louder going up, softer coming down' },
];

export const SLUR_OPTIONS: readonly Option[] = [
  { value: 'joined', label: 'joined' },
  { value: 'hooked', label: 'separated in one bow' },
];

export const TURN_OPTIONS: readonly Option[] = [
  { value: 'none', label: 'no turn' },
  { value: 'two', label: 'a turn of two' },
  { value: 'three', label: 'a turn of three' },
];

export const TOP_OPTIONS: readonly Option[] = [
  { value: 'once', label: 'once' },
  { value: 'twice', label: 'twice' },
  { value: 'long', label: 'long' },
];
