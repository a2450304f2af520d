import type { Pin } from '../recipe/hand-rules.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { movedPins, pinNote, pinRun, release } from './pinning.ts';
import { playable } from './playable.ts';

const pins = fc
  .uniqueArray(fc.integer({ min: 0, max: 14 }), { maxLength: 8 })
  .map((places): Pin[] => places.toSorted((a, b) => a - b).map((at) => ({ at, finger: 2 })));
const place = fc.integer({ min: 0, max: 14 });

describe('pins', () => {
  it('of a finger and of a string on one note are one pin', () => {
    const finger = pinNote([], 3, { finger: 1 });
    expect(pinNote(finger, 3, { string: 'D' })).toEqual([{ at: 3, finger: 1, string: 'D' }]);
    expect(pinNote(finger, 3, { finger: 4 })).toEqual([{ at: 3, finger: 4 }]);
  });

  it('stay in the order of the notes, one to a note, and leave other notes alone', () => {
    fc.assert(
      fc.property(pins, place, (before, at) => {
        const after = pinNote(before, at, { finger: 3 });
        const places = after.map((pin) => pin.at);
        expect(places).toEqual([...new Set(places)].sort((a, b) => a - b));
        expect(after.filter((pin) => pin.at !== at)).toEqual(before.filter((pin) => pin.at !== at));
        expect(after.find((pin) => pin.at === at)).toEqual({ at, finger: 3 });
      }),
    );
  });

  it('of a run are released as a run', () => {
    const { ways } = playable({ instrument: 'violin', tonic: 'D', octaves: 1, ways: 1 });
    fc.assert(
      fc.property(pins, place, place, (before, a, b) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const outside = before.filter((pin) => pin.at < from || pin.at > to);
        const pinned = pinRun(before, ways[0]!, from, to);
        expect(pinned.filter((pin) => pin.at >= from && pin.at <= to)).toEqual(
          ways[0]!.fingers.slice(from, to + 1).map(({ at, string, finger }) => ({ at, string, finger })),
        );
        expect(release(pinned, from, to)).toEqual(outside);
      }),
    );
  });

  it('of a whole way leave the engine no other', () => {
    const { recipe, ways } = playable({ instrument: 'cello', tonic: 'A', octaves: 2, ways: 4 });
    for (const way of ways) {
      const again = playable({ ...recipe, pins: pinRun([], way, 0, way.fingers.length - 1) });
      const said = ({ string, finger }: { string: string; finger: unknown }): string => `${string}${String(finger)}`;
      expect(again.ways[0]!.fingers.map(said)).toEqual(way.fingers.map(said));
      expect(again.ways).toHaveLength(1);
    }
  });

  it('go with their notes when a turn is added before them, and back when it is taken away', () => {
    const plain = playable({ instrument: 'violin', tonic: 'A', octaves: 2, ways: 1 });
    const turned = playable({ ...plain.recipe, bowing: { opening: 'two' } });
    const made: Pin[] = [
      { at: 0, finger: 1 },
      { at: 6, string: 'D' },
      { at: 28, finger: 1 },
    ];
    const moved = movedPins(made, plain.passage, turned.passage);
    expect(moved.map(({ at }) => turned.passage.notes[at]!.pitch.name)).toEqual(
      made.map(({ at }) => plain.passage.notes[at]!.pitch.name),
    );
    expect(moved.map(({ at }) => at)).toEqual([2, 8, 30]);
    expect(movedPins(moved, turned.passage, plain.passage)).toEqual(made);
    // A pin on the turn itself has no note to go to.
    expect(movedPins([{ at: 1, finger: 2 }], turned.passage, plain.passage)).toEqual([]);
  });

  it('are let go when the steps are others', () => {
    const two = playable({ instrument: 'violin', tonic: 'A', octaves: 2, ways: 1 }).passage;
    const three = playable({ instrument: 'violin', tonic: 'A', octaves: 3, ways: 1 }).passage;
    expect(movedPins([{ at: 3, finger: 1 }], two, three)).toEqual([]);
  });
});
