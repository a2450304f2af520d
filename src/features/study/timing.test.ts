import { beforeEach, describe, expect, it } from 'vitest';
import { markChoice, markEngraved, markFingered } from './timing.ts';

describe('the times of one change', () => {
  const told = (): string[] => performance.getEntriesByType('measure').map(({ name }) => name);
  beforeEach(() => {
    performance.clearMarks();
    performance.clearMeasures();
  });

  it('are told from the choice on, each once', () => {
    markFingered();
    expect(told()).toEqual([]);
    markChoice();
    for (const mark of [markFingered, markEngraved, markEngraved]) mark();
    expect(told()).toEqual(['choice to fingering', 'choice to score']);
  });

  it('are told of both where one commit brings both, the score first: effects run from the inside out', () => {
    markChoice();
    markEngraved();
    markFingered();
    expect(told()).toEqual(['choice to fingering', 'choice to score']);
  });

  it('are not told by the score of the choice before, which comes before the fingering of this one', async () => {
    markChoice();
    markFingered();
    markChoice();
    performance.clearMeasures();
    markEngraved();
    expect(told()).toEqual([]);
    await Promise.resolve();
    markFingered();
    markEngraved();
    expect(told()).toEqual(['choice to fingering', 'choice to score']);
  });
});
