import { passageOf } from '../passage/from-ask.ts';
import { VIOLIN } from '../instruments/violin.ts';
import { describe, expect, it } from 'vitest';
import { type Passage } from '../passage/passage.ts';
import { readRecipe } from '../recipe/recipe.ts';
import { Bowing } from '../recipe/bowing.ts';
import { metreOf, TICKS_PER_BEAT, timeNotes } from './rhythm.ts';
import { paceOf } from './tempo.ts';

function passage(input: object): Passage {
  const recipe = readRecipe({ instrument: 'violin', tonic: 'G', ...input });
  const notes = recipe.ok ? passageOf(recipe.value) : recipe;
  if (!notes.ok) throw new Error(notes.refusal.message);
  return notes.value;
}

function lengths(notes: Passage, bowing: object): number[] {
  return timeNotes(notes, Bowing.parse(bowing)).map(({ length }) => length / TICKS_PER_BEAT);
}

describe('notes in time', () => {
  const one = passage({ octaves: 1, direction: 'up' });

  it('follows a rhythm’s cell, and holds the last note to the end of its beat', () => {
    expect(lengths(one, { rhythm: 'dotted' })).toEqual([0.75, 0.25, 0.75, 0.25, 0.75, 0.25, 0.75, 0.25]);
    expect(lengths(one, { rhythm: 'long-short-short' })).toEqual([0.5, 0.25, 0.25, 0.5, 0.25, 0.25, 0.5, 0.5]);
    expect(lengths(one, { rhythm: 'mixed' })).toEqual([1, 0.5, 0.5, 1, 0.5, 0.5, 1, 1]);
    expect(lengths(one, { rhythm: [6, 2] })).toEqual([1.5, 0.5, 1.5, 0.5, 1.5, 0.5, 1.5, 0.5]);
  });

  it('holds long notes for two or four beats, where one comes to a beat', () => {
    expect(lengths(one, { perBeat: 1, beatsPerNote: 4 })).toEqual([4, 4, 4, 4, 4, 4, 4, 4]);
    expect(lengths(one, { perBeat: 1, beatsPerNote: 2 })).toEqual([2, 2, 2, 2, 2, 2, 2, 2]);
    expect(lengths(one, { perBeat: 2, beatsPerNote: 4 })).toEqual(lengths(one, { perBeat: 2 }));
    // Eight whole notes at 60 last 32 s.
    expect(paceOf(one, Bowing.parse({ perBeat: 1, beatsPerNote: 4 }), VIOLIN).seconds).toBeCloseTo(32, 6);
  });

  it('repeats a note within its own time', () => {
    const strokes = timeNotes(one, Bowing.parse({ perBeat: 1, repeats: 4 }));
    expect(strokes).toHaveLength(32);
    expect(strokes.slice(0, 5).map(({ at, again, onset }) => [at, again, onset / TICKS_PER_BEAT])).toEqual([
      [0, 0, 0],
      [0, 1, 0.25],
      [0, 2, 0.5],
      [0, 3, 0.75],
      [1, 0, 1],
    ]);
  });

  it('holds a long tonic for the notes it stands for', () => {
    expect(lengths(one, { perBeat: 4, longTonic: 2 })[0]).toBe(0.75);
    expect(
      lengths(passage({ octaves: 1, bowing: { top: 'long', longTop: 3 } }), { perBeat: 4, top: 'long', longTop: 3 })[7],
    ).toBe(1);
  });

  it('chooses bars in which the top and the last note begin one, where there are any', () => {
    const three = passage({ octaves: 3, bowing: { opening: 'three', closing: 'three' } });
    expect(metreOf(three, Bowing.parse({ perBeat: 4 })).beats).toBe(3);
    expect(metreOf(three, Bowing.parse({ perBeat: 3 })).beats).toBe(4);
    expect(
      metreOf(passage({ octaves: 1, bowing: { top: 'twice' } }), Bowing.parse({ perBeat: 2, top: 'twice' })).beats,
    ).toBe(4);
    const chromatic = passage({ octaves: 1, form: 'chromatic' });
    expect(metreOf(chromatic, Bowing.parse({ perBeat: 3 }), true)).toEqual({ beats: 4, compound: true });
  });

  it('begins a pick-up before the first bar, and every part of a key set on a bar', () => {
    const [first] = timeNotes(one, Bowing.parse({ perBeat: 2, pickup: 2 }));
    expect(first!.onset / TICKS_PER_BEAT).toBe(3);
    const set = passage({ figure: 'key-set', octaves: 1 });
    const timed = timeNotes(set, Bowing.parse({ perBeat: 2 }));
    for (const part of set.parts) expect((timed[part]!.onset / TICKS_PER_BEAT) % 4).toBe(0);
  });
});

describe('the pace of a study', () => {
  const three = passage({ octaves: 3 });

  it('measures the study, its bows and its notes in seconds', () => {
    // 42 notes at two to the beat and a last note held to its beat's end: 22 beats, a second each.
    const pace = paceOf(three, Bowing.parse({ perBeat: 2, slur: 3, bpm: 60 }), VIOLIN);
    expect(pace.seconds).toBeCloseTo(22, 6);
    expect(pace.longestBow).toBeCloseTo(1.5, 6);
    expect(pace.notesPerSecond).toBeCloseTo(2, 6);
    expect(pace.warnings).toEqual([]);
    // The same counted in half beats and in double ones.
    const bowing = { perBeat: 2, slur: 3 };
    expect(paceOf(three, Bowing.parse({ ...bowing, bpm: 120, unit: 'half-beat' }), VIOLIN)).toEqual(pace);
    expect(paceOf(three, Bowing.parse({ ...bowing, bpm: 30, unit: 'two-beats' }), VIOLIN)).toEqual(pace);
  });

  it('warns of a bow too long and of notes too fast, and what it says would work does', () => {
    for (const bowing of [
      { perBeat: 1, slur: 12, bpm: 60 },
      { perBeat: 4, slur: 1, bpm: 280 },
      { perBeat: 8, slur: 8, bpm: 140 },
    ]) {
      const [warning] = paceOf(three, Bowing.parse(bowing), VIOLIN).warnings;
      const bpm = Number(/Take (\d+) beats/.exec(warning!)![1]);
      const others = paceOf(three, Bowing.parse({ ...bowing, bpm }), VIOLIN).warnings;
      expect(others.filter((line) => line.slice(0, 12) === warning!.slice(0, 12))).toEqual([]);
    }
  });
});
