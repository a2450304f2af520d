import type { WrittenPiece, Metre } from '../bowing/index.ts';
import type { FingeredNote } from '../fingering/index.ts';
import { type ClefId, instrumentFor } from '../instruments/index.ts';
import type { OwnBar, PassageNote } from '../passage/index.ts';
import { BOW_PART_WORDS, beatsPerMinute } from '../recipe/index.ts';
import { isMinor, keySignature, signatureOf, noteName } from '../theory/index.ts';
import { AccidentalMemory } from './accidental.ts';
import { barsOf, type Barred, withSilence, type BarPiece } from './bars.ts';
import { beamsOf, beatOf } from './beam.ts';
import { clefPlan } from './clef-plan.ts';
import type { ChordNote, Direction, Opening, Score, ScoreBar, ScoreNote, ScorePart, ScoreRest } from './score.ts';
import { marksOf, type Marks } from './score-marks.ts';
import { noteId, type ScoredStudy } from './scored-study.ts';

/**
 * A study as a score: bars, clefs, beams, slurs, fingers above, strings below, a bracket over each
 * hand and its position's name where it changes.
 *
 * @param lines bars that begin a new line, counted from 0; where lines end is left open when left out.
 */
export function scoreOf(study: ScoredStudy, lines: readonly number[] = []): Score {
  return { title: study.title, parts: [partOf(study, lines)] };
}

/**
 * A study as one part of a score.
 *
 * @param lines bars that begin a new line, counted from 0.
 * @param prefix set before every note's id, so that parts of one score keep theirs apart.
 */
export function partOf(study: ScoredStudy, lines: readonly number[] = [], prefix = ''): ScorePart {
  const { recipe, passage } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const barred = barsOf(study);
  const { bars, metre } = barred;
  const clefs = clefsOf(study, barred);
  const marks = endedAtLines(
    marksOf(study),
    study,
    lines.flatMap((line) => bars[line]?.[0]?.at ?? []),
  );
  const signature = keySignature(recipe.tonic, recipe.form);
  const early = recipe.bowing.pickup > 0 ? 1 : 0;
  const strings = instrument.strings.map((string) => string.name);
  return {
    name: instrument.name,
    key: { fifths: signature.fifths, minor: isMinor(recipe.form), altered: signature.altered },
    metre,
    octavesAbove: instrument.writtenAbove / 12,
    bars: bars.map((_, index) => {
      const pieces = withSilence(barred, index, early > index);
      const own = passage.own?.bars?.[index];
      const altered = own ? signatureOf(own.fifths).altered : signature.altered;
      return {
        ...(own ? ownSettings(own, passage.own?.bars?.[index - 1]) : {}),
        number: own?.number ?? index + 1 - early,
        pickup: own ? own.length < (4 * own.metre.beats) / own.metre.unit - 1e-6 : early > index,
        newLine: lines.includes(index),
        ...(clefs[index] && clefs[index] !== clefs[index - 1] ? { clef: clefs[index] } : {}),
        ...(index === 0 ? { opening: openingOf(study, metre) } : {}),
        notes: notesOf(study, pieces, { marks, strings, altered, prefix }),
        rests: restsFrom(pieces, pieces.findLastIndex(({ silent }) => !silent) + 1),
        ends: index === bars.length - 1,
      };
    }),
  };
}

/** What a bar that was given sets: its metre and its signature, where they are new. */
function ownSettings({ metre, fifths }: OwnBar, before: OwnBar | undefined): Pick<ScoreBar, 'key' | 'time'> {
  const sameMetre = before?.metre.beats === metre.beats && before.metre.unit === metre.unit;
  return {
    ...(sameMetre ? {} : { time: metre }),
    ...(before && before.fifths !== fifths
      ? { key: { fifths, minor: false, altered: signatureOf(fifths).altered } }
      : {}),
  };
}

/**
 * Marks whose brackets end with each line: what of a hand goes on over a line's end has a bracket of its
 * own there, its position in brackets over it.
 *
 * @param starts notes that begin a line.
 */
function endedAtLines(marks: Marks, { way }: ScoredStudy, starts: readonly number[]): Marks {
  const handStarts = new Map(marks.handStarts);
  const handEnds = new Set(marks.handEnds);
  if (handStarts.size === 0) return marks;
  for (const at of starts) {
    const begun = Math.max(...[...marks.handStarts.keys()].filter((from) => from < at));
    const ended = Math.min(...[...marks.handEnds].filter((to) => to >= begun));
    if (marks.handStarts.has(at) || !(begun < at && at <= ended)) continue;
    handEnds.add(at - 1);
    handStarts.set(at, `(${way.fingers[begun]?.position ?? ''})`);
  }
  return { ...marks, handStarts, handEnds };
}

/** What every bar of a part is written with. */
interface Writing {
  readonly marks: Marks;
  readonly strings: readonly string[];
  readonly altered: readonly string[];
  readonly prefix: string;
}

function notesOf(
  study: ScoredStudy,
  bar: readonly BarPiece[],
  { marks, strings, altered, prefix }: Writing,
): ScoreNote[] {
  const accidentals = new AccidentalMemory(altered);
  const beams = beamsOf(bar);
  let sounding = -1;
  return bar.flatMap((piece, index): ScoreNote[] => {
    if (piece.silent) return [];
    const after = sounding + 1;
    sounding = index;
    const { at } = piece;
    const { pitch } = study.passage.notes[at] as PassageNote;
    const finger = study.way.fingers[at] as FingeredNote;
    const head = !piece.tiedFrom && piece.again === 0;
    const stroke = marks.strokes.find((one) => one.from <= at && at <= one.to);
    const slurred = stroke !== undefined && stroke.to > stroke.from;
    const accidental = piece.tiedFrom ? undefined : accidentals.show(pitch);
    const tuplet = tupletEdge(bar, index);
    const note: ScoreNote = {
      id: `${prefix}${head ? noteId(at) : `${noteId(at)}-${piece.again}-${index + 2}`}`,
      pitch,
      length: piece.length,
      value: piece.value,
      tiedFrom: piece.tiedFrom,
      tiedTo: piece.tiedTo,
      ...(piece.grace ? { grace: true as const } : {}),
      ...chordOf(study, at, head, { accidentals, marks, strings }),
      ...(accidental === undefined ? {} : { accidental }),
      beams: beams[index] ?? [],
      ...(tuplet ? { tuplet } : {}),
      slur: { starts: slurred && stroke.from === at && head, stops: slurred && stroke.to === at && !piece.tiedTo },
      ...(head && stroke?.from === at && marks.bowed.has(at) ? { bow: stroke.direction } : {}),
      ...(head && marks.fingered.has(at) ? { finger: finger.finger } : {}),
      under: head ? (marks.under.get(at) ?? []) : [],
      ...(head ? { string: strings.length - strings.indexOf(finger.string) } : {}),
      accented: head && marks.accented.has(at),
      hooked: head && marks.hooked && slurred,
      ...lyricOf(study, at, head),
      restsBefore: restsFrom(bar.slice(0, index), after),
      directions: head ? directionsBefore(at, marks) : [],
    };
    return [note];
  });
}

/** The notes under one, with their fingers where its own is shown. */
function chordOf(
  { passage, way }: ScoredStudy,
  at: number,
  head: boolean,
  { accidentals, marks, strings }: { accidentals: AccidentalMemory } & Pick<Writing, 'marks' | 'strings'>,
): Pick<ScoreNote, 'chord'> {
  const pitches = passage.notes[at]?.chord;
  if (!pitches) return {};
  const chord = pitches.map((pitch, k): ChordNote => {
    const finger = way.fingers[at]?.chord?.[k];
    const accidental = head ? accidentals.show(pitch) : undefined;
    return {
      pitch,
      ...(accidental === undefined ? {} : { accidental }),
      ...(finger && head && marks.fingered.has(at) ? { finger: finger.finger } : {}),
      ...(finger && head ? { string: strings.length - strings.indexOf(finger.string) } : {}),
    };
  });
  return { chord };
}

/** The rests of a bar's pieces from one of them on. */
function restsFrom(pieces: readonly BarPiece[], from: number): ScoreRest[] {
  return pieces.flatMap((piece, index): ScoreRest[] => {
    if (index < from || !piece.silent) return [];
    const tuplet = tupletEdge(pieces, index);
    const whole = pieces.every(({ silent }) => silent);
    return [
      {
        length: piece.length,
        value: piece.value,
        ...(tuplet ? { tuplet } : {}),
        ...(whole ? { whole: true as const } : {}),
      },
    ];
  });
}

function lyricOf({ look, passage }: ScoredStudy, at: number, head: boolean): { lyric?: string } {
  const pitch = passage.notes[at]?.pitch;
  if (!look?.names || !head || !pitch) return {};
  return { lyric: look.covered?.includes(at) ? '?' : noteName(pitch, passage.tonic, look.names) };
}

function directionsBefore(at: number, marks: Marks): Direction[] {
  const list: Direction[] = [];
  const hand = marks.handStarts.get(at);
  if (hand !== undefined) list.push({ kind: 'position', words: hand });
  // What comes later stands higher: a part's name over that of its first hand.
  const heading = marks.headings.get(at);
  if (heading !== undefined) list.push({ kind: 'heading', words: heading });
  if (hand !== undefined && !marks.handEnds.has(at)) list.push({ kind: 'hand', edge: 'start' });
  const remark = marks.remarks.get(at);
  if (remark !== undefined) list.push({ kind: 'remark', words: remark });
  const hard = marks.hard.get(at);
  if (hard !== undefined) list.push({ kind: 'hard', words: hard });
  const teaching = marks.teaching.get(at);
  if (teaching !== undefined) list.push({ kind: 'teaching', words: teaching });
  const wedge = marks.wedges.get(at);
  if (wedge !== undefined) {
    if (wedge === 'diminuendo' && at > 0) list.push({ kind: 'wedge', edge: 'stop' });
    list.push({ kind: 'wedge', edge: wedge });
  }
  const numeral = marks.numerals.get(at);
  if (numeral !== undefined) list.push({ kind: 'string', words: numeral });
  // The bracket of a hand ends over its last note; a hand of one note carries its name alone.
  if (marks.handEnds.has(at) && hand === undefined) list.push({ kind: 'hand', edge: 'stop' });
  return list;
}

/** Tempo and the part of the bow, over the first note. */
function openingOf({ recipe }: ScoredStudy, metre: Metre): Opening {
  const { bpm, part, unit } = recipe.bowing;
  const counted = { 'half-beat': '♪', beat: '♩', 'two-beats': 'half note' }[unit];
  const beats = beatsPerMinute(recipe.bowing);
  return {
    tempo: `${counted}${metre.compound ? '.' : ''} = ${bpm}`,
    quartersPerMinute: metre.compound ? beats * 1.5 : beats,
    ...(part === 'none' ? {} : { manner: BOW_PART_WORDS[part] }),
  };
}

/** A tuplet begins and ends with its beat, as far as tuplet notes of the beat reach. */
function tupletEdge(bar: readonly WrittenPiece[], index: number): 'start' | 'stop' | undefined {
  const piece = bar[index];
  if (!piece?.value.tuplet) return undefined;
  const together = (other: WrittenPiece | undefined): boolean =>
    other?.value.tuplet !== undefined && beatOf(other) === beatOf(piece);
  const starts = !together(bar[index - 1]);
  const ends = !together(bar[index + 1]);
  if (starts === ends) return undefined;
  return starts ? 'start' : 'stop';
}

/** The clef of each bar of a study. */
export function clefsOf({ recipe, passage }: Pick<ScoredStudy, 'recipe' | 'passage'>, { bars }: Barred): ClefId[] {
  return clefPlan(
    instrumentFor(recipe.instrument, recipe.setUp),
    soundingBars(bars).map((bar) => bar.map(({ at }) => passage.notes[at]?.pitch.midi ?? 0)),
  );
}

/** Bars for the clef: one of silence is read with the bar before it. */
function soundingBars(bars: readonly (readonly WrittenPiece[])[]): (readonly WrittenPiece[])[] {
  let last: readonly WrittenPiece[] = [];
  return bars.map((bar) => (last = bar.length > 0 ? bar : last));
}
