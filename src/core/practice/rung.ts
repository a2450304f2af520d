import type { Bowing } from '../recipe/index.ts';

/** Which notes of a study a rung sounds. */
export type RungNotes =
  | 'whole'
  | 'first octave'
  | 'second octave'
  | 'third octave'
  | 'octaves joined'
  | 'before the first shift'
  | 'each shift'
  | 'each prepared crossing'
  | 'the turn at the top'
  | 'the way down'
  | 'the arpeggio of the key';

/** How a rung is sounded. */
export type RungHand = 'bowed' | 'plucked' | 'silent' | 'spoken';

/** At what tempo a rung is played: so many beats a minute, or a share of the tempo to reach. */
export type RungTempo = { readonly bpm: number } | { readonly share: number };

/** One rung of a ladder, as a teacher would describe it. */
export interface Rung {
  readonly id: string;
  readonly name: string;
  readonly notes: RungNotes;
  readonly hand: RungHand;
  /** What of the study's bow it changes; the study's own bow where left out. */
  readonly bow?: Partial<Bowing>;
  readonly tempo: RungTempo;
  /** Sounded over a drone on the tonic. */
  readonly drone?: true;
  /** Raised step by step until the tempo to reach is reached. */
  readonly climbs?: true;
  readonly fromMemory?: true;
  /** It serves music somebody else wrote as well, which has rhythm and bows of its own. */
  readonly passages?: true;
  /** Clean times in a row that pass it. */
  readonly clean: number;
  /** What to do, in one sentence; names in braces are facts of the study. */
  readonly says: string;
}

const SEPARATE: Partial<Bowing> = { slur: 1, pattern: undefined, repeats: 1, rhythm: 'even', beatsPerNote: 1 };

/**
 * Every rung that teachers set, in the order they are climbed (see `ladder.ts`). Common practice, no source;
 * tempi and clean times from memory.
 */
export const RUNGS = [
  {
    id: 'names',
    name: 'Names aloud',
    notes: 'whole',
    hand: 'spoken',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    passages: true,
    clean: 1,
    says: 'Say the names of the notes, {signs}, without the instrument.',
  },
  {
    id: 'silent',
    name: 'Silent left hand',
    notes: 'whole',
    hand: 'silent',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    passages: true,
    clean: 2,
    says: 'Left hand alone, no bow: each finger in its place, {shifts}.',
  },
  {
    id: 'plucked',
    name: 'Plucked',
    notes: 'whole',
    hand: 'plucked',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    passages: true,
    clean: 2,
    says: 'Pluck it slowly, from {first} to {last}.',
  },
  {
    id: 'first-octave',
    name: 'First octave',
    notes: 'first octave',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'The first octave, {first} to {last} and back.',
  },
  {
    id: 'before-shift',
    name: 'Up to the shift',
    notes: 'before the first shift',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    passages: true,
    clean: 3,
    says: 'Play up to {last}, stop before the shift, and hear {next} before you go there.',
  },
  {
    id: 'shift',
    name: 'Shift',
    notes: 'each shift',
    hand: 'bowed',
    tempo: { bpm: 60 },
    passages: true,
    clean: 3,
    says: '{drill}',
  },
  {
    id: 'crossing',
    name: 'Crossing',
    notes: 'each prepared crossing',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    passages: true,
    clean: 3,
    says: '{crossing}',
  },
  {
    id: 'second-octave',
    name: 'Second octave',
    notes: 'second octave',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'The second octave, {first} to {last} and back.',
  },
  {
    id: 'third-octave',
    name: 'Third octave',
    notes: 'third octave',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'The third octave, {first} to {last} and back.',
  },
  {
    id: 'turn',
    name: 'The turn at the top',
    notes: 'the turn at the top',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'The turn alone: {first}, over the top, to {last}.',
  },
  {
    id: 'way-down',
    name: 'The way down alone',
    notes: 'the way down',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'Begin at the top and come down alone, {shifts}.',
  },
  {
    id: 'joined',
    name: 'Octaves joined',
    notes: 'octaves joined',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { bpm: 60 },
    clean: 3,
    says: 'Octave by octave, the tonic between them played twice.',
  },
  {
    id: 'whole-drone',
    name: 'Whole, with the drone',
    notes: 'whole',
    hand: 'bowed',
    bow: { ...SEPARATE, perBeat: 1, beatsPerNote: 2 },
    tempo: { bpm: 60 },
    drone: true,
    clean: 2,
    says: 'All of it in half notes over the drone on {tonic}: wait until each note rings.',
  },
  {
    id: 'fours',
    name: 'Four to a note',
    notes: 'whole',
    hand: 'bowed',
    bow: { ...SEPARATE, perBeat: 1, repeats: 4 },
    tempo: { bpm: 60 },
    clean: 2,
    says: 'Four strokes to each note, the hand as slow as it was.',
  },
  {
    id: 'twos',
    name: 'Two to a note',
    notes: 'whole',
    hand: 'bowed',
    bow: { ...SEPARATE, perBeat: 1, repeats: 2 },
    tempo: { bpm: 66 },
    clean: 2,
    says: 'Two strokes to each note.',
  },
  {
    id: 'ones',
    name: 'One to a note',
    notes: 'whole',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { share: 0.7 },
    clean: 3,
    says: 'One stroke to each note, even.',
  },
  {
    id: 'slur-2',
    name: 'Slurred in twos',
    notes: 'whole',
    hand: 'bowed',
    bow: { ...SEPARATE, slur: 2 },
    tempo: { share: 0.7 },
    clean: 2,
    says: 'Two notes to a bow.',
  },
  {
    id: 'slur-4',
    name: 'Slurred in fours',
    notes: 'whole',
    hand: 'bowed',
    bow: { ...SEPARATE, slur: 4 },
    tempo: { share: 0.7 },
    clean: 2,
    says: 'Four notes to a bow.',
  },
  {
    id: 'slur-octave',
    name: 'An octave to a bow',
    notes: 'whole',
    hand: 'bowed',
    bow: SEPARATE,
    tempo: { share: 0.8 },
    clean: 2,
    says: 'A whole octave to a bow.',
  },
  {
    id: 'arpeggio',
    name: 'Its arpeggio',
    notes: 'the arpeggio of the key',
    hand: 'bowed',
    bow: { ...SEPARATE, slur: 3, perBeat: 3 },
    tempo: { share: 0.7 },
    clean: 2,
    says: 'The arpeggio of the key, three to a bow.',
  },
  {
    id: 'tempo',
    name: 'Up to tempo',
    notes: 'whole',
    hand: 'bowed',
    tempo: { share: 1 },
    climbs: true,
    passages: true,
    clean: 3,
    says: 'As it is asked, a little quicker after {clean} in a row, to {target}.',
  },
  {
    id: 'memory',
    name: 'From memory',
    notes: 'whole',
    hand: 'bowed',
    tempo: { share: 1 },
    fromMemory: true,
    passages: true,
    clean: 2,
    says: 'Without the page, at {target}.',
  },
] as const satisfies readonly Rung[];

export type RungId = (typeof RUNGS)[number]['id'];

/** A rung by its id. */
export function rungNamed(id: RungId): Rung {
  return RUNGS.find((rung) => rung.id === id) as Rung;
}
