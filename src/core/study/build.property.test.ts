import { tried } from './playable.ts';
import { instrumentFor } from '../instruments/instruments.ts';
import { deepEqual, equal, notDeepEqual, ok } from 'node:assert/strict';
import fc from 'fast-check';
import { Note } from 'tonal';
import { describe, expect, it } from 'vitest';
import type { FingeredNote } from '../fingering/fingering.ts';
import { arbitraryRecipe } from '../recipe/arbitrary-recipe.ts';
import type { BuiltStudy } from './build.ts';
import { THOROUGH } from '../../../tests/thorough.ts';

/**
 * Where a finger may fall from its hand, written out again from common practice and apart from the
 * frames in `instruments/`: a slip in those tables shows here.
 */
const OFFSETS: Record<string, Record<string, readonly number[]>> = {
  violin: { 1: [-1, 0], 2: [1, 2], 3: [2, 3, 4], 4: [3, 4, 5, 6] },
  cello: { 1: [-1, 0], 2: [1, 2], 3: [2, 3, 4], 4: [3, 4] },
  bass: { 1: [0], 2: [1, 2], 3: [1, 2, 3], 4: [2, 3] },
  thumb: { T: [0], 1: [1, 2], 2: [2, 3, 4], 3: [3, 4, 5, 6] },
};

const ORDER = ['0', 'T', '1', '2', '3', '4'];

// Asked some millions of times: Node's own assertions take a hundredth of the time of the others.
const atLeast = (value: number, least: number): void => ok(value >= least, `${value} is below ${least}`);
const holds = <T>(list: readonly T[], value: T, words = ''): void =>
  ok(list.includes(value), `${words}: ${String(value)} is not among ${list.join()}`);

function checkStudy(study: BuiltStudy): void {
  const { recipe, passage, ways } = study;
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const seen = new Set<string>();
  ok(ways.length > 0);
  atLeast(recipe.ways, ways.length);
  deepEqual(
    ways.map((way) => way.cost),
    ways.map((way) => way.cost).sort((a, b) => a - b),
  );
  for (const way of ways) {
    const key = way.fingers.map((note) => note.string + note.finger).join();
    equal(seen.has(key), false);
    seen.add(key);
    equal(way.fingers.length, passage.notes.length);
    way.fingers.forEach((note, at) => checkNote(study, note, at));
    way.fingers.slice(1).forEach((note, k) => checkPair(study, way.fingers[k]!, note));

    const stopped = way.fingers.filter((note) => note.finger !== 0);
    const shifts = stopped.slice(1).flatMap((note, k) => {
      const before = stopped[k]!;
      return before.hand === note.hand ? [] : [{ from: before.at, to: note.at, semitones: note.hand - before.hand }];
    });
    deepEqual(way.shifts, shifts);
    const crossings = way.fingers
      .slice(1)
      .flatMap((note, k) => (note.string === way.fingers[k]!.string ? [] : [{ from: k, to: k + 1 }]));
    deepEqual(way.crossings, crossings);
    const slides = way.fingers.slice(1).flatMap((note, k) => {
      const before = way.fingers[k]!;
      const slid =
        note.finger !== 0 &&
        note.finger === before.finger &&
        note.string === before.string &&
        note.hand === before.hand;
      return slid && note.stop !== before.stop ? [{ from: k, to: k + 1, semitones: note.stop - before.stop }] : [];
    });
    deepEqual(way.slides, slides);
    let hand = stopped[0]?.hand;
    for (const note of way.fingers) {
      if (note.finger !== 0) hand = note.hand;
      equal(note.hand, hand);
    }
  }

  function checkNote(built: BuiltStudy, note: FingeredNote, at: number): void {
    const asked = passage.notes[at]!;
    const string = instrument.strings.find((one) => one.name === note.string)!;
    equal(string.open + note.stop, asked.pitch.midi);
    equal(Note.midi(asked.pitch.name), asked.pitch.midi);
    atLeast(note.stop, -(string.extension ?? 0));
    atLeast(instrument.highestStop, note.stop);
    equal(note.finger === 0, note.stop <= 0);
    const pin = built.recipe.pins.find((one) => one.at === at);
    if (pin?.string !== undefined) equal(note.string, pin.string);
    if (pin?.finger !== undefined) equal(note.finger, pin.finger);
    if (note.finger !== 0) {
      const family = note.thumb ? 'thumb' : recipe.instrument === 'viola' ? 'violin' : recipe.instrument;
      holds(OFFSETS[family]![note.finger] ?? [], note.stop - note.hand, `${family} finger ${note.finger}`);
      if (note.thumb) atLeast(note.hand, recipe.instrument === 'bass' ? 12 : 7);
    }
    if (pin) return;
    if (built.recipe.strings) holds(built.recipe.strings, note.string);
    if (note.finger !== 0 && built.recipe.positions) {
      atLeast(note.hand, built.recipe.positions.low ?? 0);
      atLeast(built.recipe.positions.high ?? 99, note.hand);
    }
    if (note.finger === 0) {
      const rule = built.recipe.openStrings;
      const allowed = rule === 'free' || rule === `${asked.heading}-only`;
      const elsewhere = instrument.strings.some((one) => {
        const stop = asked.pitch.midi - one.open;
        return stop > 0 && stop <= instrument.highestStop && (built.recipe.strings?.includes(one.name) ?? true);
      });
      if (!allowed) equal(elsewhere, false);
    }
  }

  function checkPair(built: BuiltStudy, a: FingeredNote, b: FingeredNote): void {
    const index = (name: string): number => instrument.strings.findIndex((one) => one.name === name);
    const pinned = built.recipe.pins.some((pin) => pin.at === a.at || pin.at === b.at);
    if (built.recipe.figure === 'scale' && !pinned) {
      atLeast(1, Math.abs(index(a.string) - index(b.string)));
    }
    // A new part begins with the bow lifted and the hand set again.
    if (built.passage.parts.includes(b.at)) return;
    if (a.finger === 0 || b.finger === 0 || a.hand !== b.hand) return;
    equal(a.thumb, b.thumb);
    notDeepEqual([a.reach, b.reach].sort(), ['back', 'forward']);
    if (a.string !== b.string || a.stop === b.stop) return;
    if (a.finger === b.finger) {
      holds(['violin', 'viola'], recipe.instrument);
      equal(Math.abs(a.stop - b.stop), 1);
      return;
    }
    const rise = Math.sign(b.stop - a.stop);
    equal(Math.sign(ORDER.indexOf(String(b.finger)) - ORDER.indexOf(String(a.finger))), rise);
    if (recipe.instrument === 'cello' && !a.thumb && a.hand < 8) {
      const pair = [a.finger, b.finger].map(String).sort().join('');
      if (pair === '23' || pair === '34') equal(Math.abs(a.stop - b.stop), 1);
    }
  }
}

describe('any recipe', () => {
  it('gives studies that sound the notes with possible hands and obeyed rules, or a refusal that says what would work', () => {
    let built = 0;
    let refusals = 0;
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const study = tried(input);
        if (study.ok) {
          built += 1;
          checkStudy(study.value);
        } else {
          refusals += 1;
          expect(study.refusal.path).not.toBe('');
          expect(study.refusal.message).toMatch(/[.]$/);
          expect(study.refusal.message.length).toBeGreaterThan(25);
        }
      }),
      { numRuns: 400 * THOROUGH, seed: 3 },
    );
    expect(built).toBeGreaterThan(90);
    expect(refusals).toBeGreaterThan(30);
  });
});
