/**
 * The forms a scale or an arpeggio takes, as tables a musician can read.
 *
 * Interval names are tonal's: `3m` is a minor third above the tonic.
 * Source: common theory; names of the modes and the symmetrical scales as in any harmony book.
 */

export type FormId =
  | 'major'
  | 'natural-minor'
  | 'harmonic-minor'
  | 'melodic-minor'
  | 'dorian'
  | 'phrygian'
  | 'lydian'
  | 'mixolydian'
  | 'locrian'
  | 'chromatic'
  | 'whole-tone'
  | 'octatonic-half-whole'
  | 'octatonic-whole-half'
  | 'major-pentatonic'
  | 'minor-pentatonic'
  | 'minor'
  | 'dominant-7'
  | 'diminished-7'
  | 'major-7'
  | 'minor-7'
  | 'augmented'
  | 'submediant'
  | 'subdominant'
  | 'minor-subdominant';

/** How the notes of a scale form are spelled. */
export type ScaleSpelling =
  /** One letter a degree, named by intervals from the tonic. */
  | { readonly kind: 'degrees'; readonly up: readonly string[]; readonly down?: readonly string[] }
  /** Every half step, sharps going up, flats coming down. */
  | { readonly kind: 'chromatic' }
  /** Steps in semitones, spelled with the fewest accidentals. */
  | { readonly kind: 'steps'; readonly semitones: readonly number[] };

export interface Form {
  readonly id: FormId;
  readonly name: string;
  /** Absent when the form is a chord only. */
  readonly scale?: ScaleSpelling;
  /** Absent when the form has no arpeggio of its own. */
  readonly chord?: readonly string[];
  /**
   * The major key whose signature is written, as an interval from the tonic up to that key's
   * tonic; `none` writes no signature and every accidental.
   */
  readonly signature: string;
}

const MAJOR = ['1P', '2M', '3M', '4P', '5P', '6M', '7M'] as const;
const NATURAL_MINOR = ['1P', '2M', '3m', '4P', '5P', '6m', '7m'] as const;
const MAJOR_TRIAD = ['1P', '3M', '5P'] as const;
const MINOR_TRIAD = ['1P', '3m', '5P'] as const;

export const FORMS: readonly Form[] = [
  { id: 'major', name: 'major', scale: { kind: 'degrees', up: MAJOR }, chord: MAJOR_TRIAD, signature: '1P' },
  {
    id: 'natural-minor',
    name: 'natural minor',
    scale: { kind: 'degrees', up: NATURAL_MINOR },
    chord: MINOR_TRIAD,
    signature: '3m',
  },
  {
    id: 'harmonic-minor',
    name: 'harmonic minor',
    scale: { kind: 'degrees', up: ['1P', '2M', '3m', '4P', '5P', '6m', '7M'] },
    chord: MINOR_TRIAD,
    signature: '3m',
  },
  {
    id: 'melodic-minor',
    name: 'melodic minor',
    scale: { kind: 'degrees', up: ['1P', '2M', '3m', '4P', '5P', '6M', '7M'], down: NATURAL_MINOR },
    chord: MINOR_TRIAD,
    signature: '3m',
  },
  {
    id: 'dorian',
    name: 'dorian',
    scale: { kind: 'degrees', up: ['1P', '2M', '3m', '4P', '5P', '6M', '7m'] },
    signature: '7m',
  },
  {
    id: 'phrygian',
    name: 'phrygian',
    scale: { kind: 'degrees', up: ['1P', '2m', '3m', '4P', '5P', '6m', '7m'] },
    signature: '6m',
  },
  {
    id: 'lydian',
    name: 'lydian',
    scale: { kind: 'degrees', up: ['1P', '2M', '3M', '4A', '5P', '6M', '7M'] },
    signature: '5P',
  },
  {
    id: 'mixolydian',
    name: 'mixolydian',
    scale: { kind: 'degrees', up: ['1P', '2M', '3M', '4P', '5P', '6M', '7m'] },
    signature: '4P',
  },
  {
    id: 'locrian',
    name: 'locrian',
    scale: { kind: 'degrees', up: ['1P', '2m', '3m', '4P', '5d', '6m', '7m'] },
    signature: '2m',
  },
  { id: 'chromatic', name: 'chromatic', scale: { kind: 'chromatic' }, signature: 'none' },
  { id: 'whole-tone', name: 'whole-tone', scale: { kind: 'steps', semitones: [0, 2, 4, 6, 8, 10] }, signature: 'none' },
  {
    id: 'octatonic-half-whole',
    name: 'octatonic, half step first',
    scale: { kind: 'steps', semitones: [0, 1, 3, 4, 6, 7, 9, 10] },
    signature: 'none',
  },
  {
    id: 'octatonic-whole-half',
    name: 'octatonic, whole step first',
    scale: { kind: 'steps', semitones: [0, 2, 3, 5, 6, 8, 9, 11] },
    signature: 'none',
  },
  {
    id: 'major-pentatonic',
    name: 'major pentatonic',
    scale: { kind: 'degrees', up: ['1P', '2M', '3M', '5P', '6M'] },
    signature: '1P',
  },
  {
    id: 'minor-pentatonic',
    name: 'minor pentatonic',
    scale: { kind: 'degrees', up: ['1P', '3m', '4P', '5P', '7m'] },
    signature: '3m',
  },
  { id: 'minor', name: 'minor', chord: MINOR_TRIAD, signature: '3m' },
  { id: 'dominant-7', name: 'dominant seventh', chord: ['1P', '3M', '5P', '7m'], signature: '4P' },
  { id: 'diminished-7', name: 'diminished seventh', chord: ['1P', '3m', '5d', '7d'], signature: 'none' },
  { id: 'major-7', name: 'major seventh', chord: ['1P', '3M', '5P', '7M'], signature: '1P' },
  { id: 'minor-7', name: 'minor seventh', chord: ['1P', '3m', '5P', '7m'], signature: '3m' },
  { id: 'augmented', name: 'augmented', chord: ['1P', '3M', '5A'], signature: '1P' },
  { id: 'submediant', name: 'submediant minor, from the tonic', chord: ['1P', '3M', '6M'], signature: '1P' },
  { id: 'subdominant', name: 'subdominant major, from the tonic', chord: ['1P', '4P', '6M'], signature: '4P' },
  { id: 'minor-subdominant', name: 'subdominant minor, from the tonic', chord: ['1P', '4P', '6m'], signature: '6m' },
];

const BY_ID = new Map(FORMS.map((form) => [form.id, form]));

/** The form of that id. */
export function formOf(id: FormId): Form {
  const form = BY_ID.get(id);
  if (!form) throw new Error(`There is no form "${id}".`);
  return form;
}

/** The forms that are scales, in the order a chooser shows them. */
export const SCALE_FORMS: readonly FormId[] = FORMS.filter((form) => form.scale).map((form) => form.id);

/**
 * The forms that are arpeggios, in the order a chooser shows them; the three scale minors all mean
 * the minor triad, so only `minor` is listed.
 */
export const CHORD_FORMS: readonly FormId[] = [
  'major',
  ...FORMS.filter((form) => form.chord && !form.scale).map((form) => form.id),
];

/** True for the forms a musician calls minor. */
export function isMinor(id: FormId): boolean {
  return id === 'minor' || id === 'natural-minor' || id === 'harmonic-minor' || id === 'melodic-minor';
}

/** The arpeggios of a series on one tonic, in playing order. Common practice, no source; schools differ. */
export const ARPEGGIO_SERIES: readonly FormId[] = [
  'minor',
  'major',
  'submediant',
  'subdominant',
  'minor-subdominant',
  'diminished-7',
  'dominant-7',
];
