import { expect, it } from 'vitest';
import { outOfTime } from './report.ts';

const late = (...beats: number[]): number[] =>
  outOfTime(
    beats.map((one, at) => ({ at, beats: one })),
    0.25,
  ).map(({ at }) => at);

it('a note is out of time beyond what is allowed, but not one that makes up for a late one', () => {
  expect(late(0.1, -0.1, 0.25, -0.25)).toEqual([]);
  expect(late(0.3, 0)).toEqual([0]);
  expect(late(0, -0.3)).toEqual([1]);
  // Late by a half, then quicker by as much, or by a little more.
  expect(late(0.5, -0.5)).toEqual([0]);
  expect(late(0.5, -0.7)).toEqual([0]);
  // Quicker by more than was lost, by more than is allowed.
  expect(late(0.5, -0.75)).toEqual([0, 1]);
  // A note that is late after a late one makes up for nothing.
  expect(late(0.5, 0.3)).toEqual([0, 1]);
});
