import type { InstrumentId } from '../instruments/index.ts';
import { Ask, Bowing } from '../recipe/index.ts';
import {
  type FigureId,
  formOf,
  type FormId,
  printed,
  tonicName,
  type Pitch,
  enharmonicTwin,
  spellChord,
  spellScale,
} from '../theory/index.ts';
import { passageOf } from './from-ask.ts';
import type { Passage } from './passage.ts';
import { lowestTonic } from './tonic.ts';

/** A scale or an arpeggio inside a passage. */
export interface FoundStudy {
  /** First and last note, by their place in the passage. */
  readonly from: number;
  readonly to: number;
  readonly tonic: string;
  readonly form: FormId;
  readonly figure: FigureId;
  /** The study that prepares it. */
  readonly recipe: {
    readonly instrument: InstrumentId;
    readonly tonic: string;
    readonly form: FormId;
    readonly figure: FigureId;
    readonly octaves: number;
    readonly start: string;
    readonly direction: 'up' | 'down' | 'up-down';
  };
}

/** Forms looked for, the commonest first: of two that read alike the first is named. */
const SCALES: readonly FormId[] = [
  'major',
  'natural-minor',
  'harmonic-minor',
  'melodic-minor',
  'dorian',
  'mixolydian',
  'lydian',
  'phrygian',
  'locrian',
  'chromatic',
  'whole-tone',
  'octatonic-half-whole',
  'octatonic-whole-half',
  'major-pentatonic',
  'minor-pentatonic',
];
const CHORDS: readonly FormId[] = ['major', 'minor', 'dominant-7', 'diminished-7', 'major-7', 'minor-7', 'augmented'];
const FIGURES: readonly FigureId[] = ['scale', 'broken-thirds', 'groups-of-three', 'groups-of-four'];
const DIRECTIONS = ['up-down', 'up', 'down'] as const;

/** One thing to look for: the half steps from note to note. */
interface Shape {
  readonly form: FormId;
  readonly figure: FigureId;
  readonly octaves: number;
  readonly direction: (typeof DIRECTIONS)[number];
  readonly steps: readonly number[];
  /** Half steps from its first note down to its lowest tonic. */
  readonly above: number;
}

/** A shape and the note it begins on. */
interface Match {
  readonly from: number;
  readonly shape: Shape;
}

/** The commoner a form, the lower. */
function commonness({ figure, form }: Shape): number {
  return (figure === 'arpeggio' ? CHORDS : SCALES).indexOf(form);
}

let known: ReadonlyMap<string, readonly Shape[]> | undefined;

/** All shapes by their first three steps, longest first; made when first asked for. */
function shapes(): ReadonlyMap<string, readonly Shape[]> {
  known ??= allShapes();
  return known;
}

function allShapes(): Map<string, Shape[]> {
  const table = new Map<string, Shape[]>();
  const wanted: readonly [FigureId, readonly FormId[]][] = [
    ...FIGURES.map((figure): [FigureId, readonly FormId[]] => [figure, SCALES]),
    ['arpeggio', CHORDS],
  ];
  for (const [figure, forms] of wanted) {
    for (const form of forms) {
      for (const octaves of [1, 2, 3, 4]) {
        for (const direction of DIRECTIONS) {
          const shape = shapeOf({ form, figure, octaves, direction });
          if (!shape) continue;
          const key = shape.steps.slice(0, KEYED).join();
          table.set(key, [...(table.get(key) ?? []), shape]);
        }
      }
    }
  }
  for (const list of table.values()) list.sort((a, b) => b.steps.length - a.steps.length);
  return table;
}

const KEYED = 3;
const PLAIN_BOWING = Bowing.parse({});

/** A shape on an instrument with room for all of them: the cello's range, from its lowest note. */
function shapeOf(asked: Omit<Shape, 'steps' | 'above'>): Shape | undefined {
  const ask = Ask.parse({ instrument: 'cello', tonic: 'C', start: 'C2', ...asked });
  const passage = passageOf({ ...ask, bowing: PLAIN_BOWING });
  if (!passage.ok) return undefined;
  const midi = passage.value.notes.map(({ pitch }) => pitch.midi);
  const steps = midi.slice(1).map((one, k) => one - (midi[k] as number));
  if (steps.length < KEYED) return undefined;
  return { ...asked, steps, above: (midi[0] as number) - passage.value.tonic.midi };
}

/**
 * Scales and arpeggios inside a passage, from tonic to tonic, plain, broken and in groups: in the
 * order they come, the longest where several begin or overlap. Notes struck again count once.
 */
export function foundIn({ notes }: Passage, instrument: InstrumentId): FoundStudy[] {
  const struck = notes.filter(({ at, pitch }) => notes[at - 1]?.pitch.midi !== pitch.midi);
  const steps = struck.slice(1).map(({ pitch }, k) => pitch.midi - (struck[k]?.pitch.midi ?? 0));
  const matches = steps.flatMap((_, from) => {
    const list = shapes().get(steps.slice(from, from + KEYED).join()) ?? [];
    const shape = list.find((one) => one.steps.every((step, k) => steps[from + k] === step));
    return shape ? [{ from, shape }] : [];
  });
  const taken: Match[] = [];
  const order = (a: Match, b: Match): number =>
    b.shape.steps.length - a.shape.steps.length || commonness(a.shape) - commonness(b.shape) || a.from - b.from;
  for (const match of matches.toSorted(order)) {
    // One study may begin on the note another ends on.
    const free = taken.every(
      (one) => match.from >= one.from + one.shape.steps.length || match.from + match.shape.steps.length <= one.from,
    );
    if (free) taken.push(match);
  }
  return taken
    .toSorted((a, b) => a.from - b.from)
    .flatMap(({ from, shape }): FoundStudy[] => {
      const first = struck[from];
      const last = struck[from + shape.steps.length];
      const tonic = first && lowestOf(first.pitch, shape);
      if (!first || !last || !tonic) return [];
      const { form, figure, octaves, direction } = shape;
      const { name, start } = tonic;
      const recipe = { instrument, tonic: name, form, figure, octaves, start, direction };
      return [{ from: first.at, to: last.at, tonic: name, form, figure, recipe }];
    });
}

/** The lowest tonic of a match, called as its first note is, or by its twin where that key cannot be written. */
function lowestOf(first: Pitch, { form, above }: Shape): { readonly name: string; readonly start: string } | undefined {
  const called = formOf(form);
  const written = tonicName(first);
  const spelled = called.scale ? spellScale(first, form, 'up') : spellChord(first, form);
  const name = spelled && Math.abs(first.alter) < 2 ? written : enharmonicTwin(written, called);
  const start = name === undefined ? undefined : lowestTonic(name, first.midi - above);
  return name !== undefined && start?.midi === first.midi - above ? { name, start: start.name } : undefined;
}

/** `B♭ major, bars 3 to 5`: what was found, said with where it stands. */
export function foundWords({ tonic, form, figure }: FoundStudy): string {
  const kind = figure === 'scale' ? '' : ` ${figure.replaceAll('-', ' ')}`;
  return `${printed(tonic)} ${formOf(form).name}${kind}`;
}
