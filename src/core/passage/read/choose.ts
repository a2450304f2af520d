import { granted, refused, type Outcome, choices, counted } from '../../base/index.ts';
import { highestPitch, lowestPitch, type Instrument } from '../../instruments/index.ts';
import type { Music, MusicBar, MusicNote, Pin } from '../../recipe/index.ts';
import { printed } from '../../theory/index.ts';
import type { ReadBar, ReadMusic, ReadNote, ReadPart } from './read-music.ts';

/** What is taken out of a file. */
export interface Choice {
  readonly part?: string | undefined;
  readonly voice?: string | undefined;
  /** Bars as numbered in the file, first and last. */
  readonly from?: number | undefined;
  readonly to?: number | undefined;
}

/** A note that is left out, and why. */
export interface LeftOut {
  readonly measure: string;
  /** Counted from 1, in the metre's own beats. */
  readonly beat: number;
  readonly message: string;
}

/** Where a note of the passage stands in the file. */
export interface Place {
  readonly measure: string;
  readonly beat: number;
  /** Which note of the file it is: the first of those tied together. */
  readonly source: number;
  /** The notes of its chord below it, highest first. */
  readonly under: readonly number[];
}

/** What was chosen, ready to be fingered. */
export interface Chosen {
  readonly part: ReadPart;
  readonly music: Music;
  /** One for each note of the passage. */
  readonly places: readonly Place[];
  readonly leftOut: readonly LeftOut[];
  /** Fingers and strings that stand in the file, as pins. */
  readonly pins: readonly Pin[];
  /** The signature it begins in. */
  readonly key: { readonly fifths: number; readonly minor: boolean };
}

/**
 * Takes a part, a voice and bars out of a file as music an instrument can play: ties joined, chords in
 * one, what lies outside the instrument left out and named. Refuses what the file does not have.
 */
export function choose(read: ReadMusic, instrument: Instrument, choice: Choice, title: string): Outcome<Chosen> {
  const part = partFor(read, instrument, choice.part);
  if (!part.ok) return part;
  const { bars, voices } = part.value;
  if (choice.voice !== undefined && !voices.includes(choice.voice)) {
    const reason = `${part.value.name} has no voice ${choice.voice}. Its voices are: ${choices(voices)}.`;
    return refused('unreadable', 'voice', { reason });
  }
  const range = rangeOf(bars, choice);
  if (!range.ok) return range;
  const [first, last] = range.value;
  const inside = part.value.notes.filter(
    ({ bar, voice }) => bar >= first && bar <= last && (choice.voice === undefined || voice === choice.voice),
  );
  const joined = joinTies(
    inside.toSorted((a, b) => a.onset - b.onset || Number(b.grace) - Number(a.grace) || a.source - b.source),
  );
  const metres = metresOf(bars);
  const leftOut: LeftOut[] = [];
  const placeOf = ({ bar, onset, source }: ReadNote, others: readonly ReadNote[] = []): Place => {
    const { number, onset: begins } = bars[bar] as ReadBar;
    return {
      measure: number,
      beat: round(((onset - begins) * (metres[bar]?.unit ?? 4)) / 4 + 1),
      source,
      under: others.map((one) => one.source),
    };
  };
  const playable = joined.filter((note) => {
    const { midi, name } = note.pitch;
    const [low, high] = [lowestPitch(instrument), highestPitch(instrument)];
    if (midi >= low && midi <= high) return true;
    const { measure, beat } = placeOf(note);
    const where = midi < low ? 'below the lowest string' : 'above the fingerboard';
    const message = `Bar ${measure}, beat ${beat}: ${printed(name)} lies ${where} of the ${instrument.name.toLowerCase()}. It is left out.`;
    leftOut.push({ measure, beat, message });
    return false;
  });
  const chords = chordsOf(playable);
  if (chords.length < 2) {
    const reason = `${part.value.name} has ${counted(chords.length, 'note')} the ${instrument.name.toLowerCase()} can play there. Choose other bars, another part or another instrument.`;
    return refused('unreadable', choice.from === undefined ? 'part' : 'from', { reason });
  }
  const begins = bars[first]?.onset ?? 0;
  const bows = bowsOf(chords.map(([note]) => note as ReadNote));
  const notes = chords.map((chord, at): MusicNote => {
    const [note, ...others] = chord as [ReadNote, ...ReadNote[]];
    const bow = bows[at];
    return {
      pitch: note.pitch.name,
      onset: round(note.onset - begins),
      length: round(note.length),
      bar: note.bar - first,
      ...(others.length > 0 ? { chord: others.slice(0, 3).map(({ pitch }) => pitch.name) } : {}),
      ...(bow ? { bow } : {}),
    };
  });
  const setting = settingAt(bars, first);
  return granted({
    part: part.value,
    music: {
      title: title.trim().slice(0, LONGEST_TITLE) || part.value.name || 'Passage',
      bars: barsFrom(bars, first, last, setting),
      notes,
    },
    places: chords.map(([note, ...others]) => placeOf(note as ReadNote, others)),
    leftOut,
    pins: chords.flatMap(([note], at) => pinOf(note as ReadNote, at, instrument)),
    key: { fifths: setting.fifths ?? 0, minor: setting.minor ?? false },
  });
}

/** The longest title a passage has, letters. */
const LONGEST_TITLE = 200;

/** The part asked for, or the first the instrument can play whole; the first with notes where none is. */
function partFor(read: ReadMusic, instrument: Instrument, id: string | undefined): Outcome<ReadPart> {
  const list = choices(read.parts.map((part) => `${part.id} (${part.name})`));
  if (id !== undefined) {
    const asked = read.parts.find((part) => part.id === id) ?? read.parts.find((part) => part.name === id);
    if (asked) return granted(asked);
    return refused('unreadable', 'part', { reason: `This file has no part “${id}”. Its parts are: ${list}.` });
  }
  const [low, high] = [lowestPitch(instrument), highestPitch(instrument)];
  const sounding = read.parts.filter(({ notes }) => notes.length > 0);
  const whole = sounding.find(({ notes }) => notes.every(({ pitch }) => pitch.midi >= low && pitch.midi <= high));
  const part = whole ?? sounding[0];
  return part ? granted(part) : refused('unreadable', 'file', { reason: 'This file has no notes.' });
}

/** First and last bar chosen, as places in the bars. */
function rangeOf(bars: readonly ReadBar[], { from, to }: Choice): Outcome<readonly [number, number]> {
  const place = (number: number | undefined, path: string, otherwise: number): Outcome<number> => {
    if (number === undefined) return granted(otherwise);
    const found = bars.findIndex((bar) => Number(bar.number) === number);
    if (found >= 0) return granted(found);
    const reason = `There is no bar ${number}. The bars are numbered ${bars[0]?.number} to ${bars.at(-1)?.number}.`;
    return refused('unreadable', path, { reason });
  };
  const first = place(from, 'from', 0);
  if (!first.ok) return first;
  const last = place(to, 'to', bars.length - 1);
  if (!last.ok) return last;
  if (last.value < first.value) {
    return refused('unreadable', 'to', { reason: `Bar ${to} comes before bar ${from}. Choose a later last bar.` });
  }
  return granted([first.value, last.value]);
}

/** Notes with what is tied to them: one note as long as all, with the bow and slurs of both ends. */
function joinTies(notes: readonly ReadNote[]): ReadNote[] {
  const joined: ReadNote[] = [];
  /** Places of notes that are tied on, by pitch; in each voice one. */
  const waiting = new Map<number, Map<string, number>>();
  for (const note of notes) {
    const open = waiting.get(note.pitch.midi) ?? new Map<string, number>();
    waiting.set(note.pitch.midi, open);
    const found = note.tiedFrom ? tiedTo(note, open, joined) : undefined;
    if (found) {
      const { voice, place, before } = found;
      joined[place] = { ...before, length: before.length + note.length, slurStops: before.slurStops + note.slurStops };
      open.delete(voice);
      if (note.tiedTo) open.set(note.voice, place);
      continue;
    }
    if (note.tiedTo) open.set(note.voice, joined.length);
    joined.push(note);
  }
  return joined;
}

/** The note that another is tied to: of its own voice, or of one that gave it up, as where a chord becomes two voices. */
function tiedTo(
  note: ReadNote,
  open: ReadonlyMap<string, number>,
  joined: readonly ReadNote[],
): { readonly voice: string; readonly place: number; readonly before: ReadNote } | undefined {
  const ends = [...open].flatMap(([voice, place]) => {
    const before = joined[place];
    const meets = before && Math.abs(before.onset + before.length - note.onset) < 1e-6;
    return meets ? [{ voice, place, before }] : [];
  });
  return ends.find(({ voice }) => voice === note.voice) ?? ends[0];
}

/** Notes that begin together, the highest first; grace notes stand alone. */
function chordsOf(notes: readonly ReadNote[]): ReadNote[][] {
  const chords: ReadNote[][] = [];
  for (const note of notes) {
    const last = chords.at(-1);
    const together = last?.[0] && !note.grace && !last[0].grace && Math.abs(last[0].onset - note.onset) < 1e-6;
    if (!last || !together) chords.push([note]);
    else if (!last.some(({ pitch }) => pitch.midi === note.pitch.midi)) last.push(note);
  }
  return chords.map((chord) => chord.toSorted((a, b) => b.pitch.midi - a.pitch.midi));
}

/** The way of the bow where each begins: as marked, otherwise to and fro; nothing within a slur. */
function bowsOf(notes: readonly ReadNote[]): (MusicNote['bow'] | undefined)[] {
  let slurs = 0;
  let last: 'down' | 'up' = 'up';
  return notes.map((note) => {
    const goesOn = slurs > 0;
    slurs = Math.max(0, slurs + note.slurStarts - note.slurStops);
    if (goesOn && !note.bow) return undefined;
    last = note.bow ?? (last === 'down' ? 'up' : 'down');
    return last;
  });
}

type Metre = NonNullable<ReadBar['metre']>;

/** The metre of every bar, set there or before. */
function metresOf(bars: readonly ReadBar[]): Metre[] {
  let metre: Metre = { beats: 4, unit: 4 };
  return bars.map((bar) => (metre = bar.metre ?? metre));
}

function settingAt(bars: readonly ReadBar[], place: number): Pick<ReadBar, 'metre' | 'fifths' | 'minor'> {
  let setting: Pick<ReadBar, 'metre' | 'fifths' | 'minor'> = { metre: { beats: 4, unit: 4 }, fifths: 0, minor: false };
  for (const { metre, fifths, minor } of bars.slice(0, place + 1)) {
    setting = {
      ...setting,
      ...(metre ? { metre } : {}),
      ...(fifths === undefined ? {} : { fifths, minor: minor ?? false }),
    };
  }
  return setting;
}

function barsFrom(
  bars: readonly ReadBar[],
  first: number,
  last: number,
  setting: Pick<ReadBar, 'metre' | 'fifths'>,
): MusicBar[] {
  const begins = bars[first]?.onset ?? 0;
  return bars.slice(first, last + 1).map(({ number, onset, length, metre, fifths }, place) => {
    const set = place === 0 ? setting : { metre, fifths };
    return {
      number: number.slice(0, 12),
      onset: round(onset - begins),
      length: round(length),
      ...(set.metre && set.metre.beats <= 64 ? { metre: set.metre } : {}),
      ...(set.fifths === undefined ? {} : { fifths: set.fifths }),
    };
  });
}

function pinOf(note: ReadNote, at: number, { strings }: Instrument): Pin[] {
  const string = note.string === undefined ? undefined : strings.at(-note.string)?.name;
  if (string === undefined && note.finger === undefined) return [];
  return [
    {
      at,
      ...(string === undefined ? {} : { string }),
      ...(note.finger === undefined ? {} : { finger: note.finger }),
    },
  ];
}

/** Times as they are kept: a millionth of a quarter note is nothing. */
function round(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}
