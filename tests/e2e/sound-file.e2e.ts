import { readFileSync } from 'node:fs';
import { PitchDetector } from 'pitchy';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage } from './stage.ts';

describe('the sound in a file', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.emptied());
  afterAll(() => stage.close());

  it.each([
    ['violin', 'D4', 62, 2],
    ['viola', 'D3', 50, 2],
    ['cello', 'D2', 38, 2],
    ['bass', 'G1', 31, 1],
  ] as const)(
    'renders recorded notes of the %s: an independent ear finds every one, in tune and in time',
    async (instrument, start, lowest, octaves) => {
      const tonic = start.slice(0, 1);
      await stage.turnTo(
        `/studies/new?instrument=${instrument}&tonic=${tonic}&octaves=${octaves}&start=${start}&bowing=%7B%22slur%22%3A1%7D`,
      );
      await stage.score();
      await stage.click('Export');
      await stage.click('WAV, to hear it');
      const file = readFileSync(await stage.downloaded('.wav'));
      expect(file.subarray(0, 4).toString()).toBe('RIFF');
      const rate = file.readUInt32LE(24);
      const samples = Float32Array.from(
        { length: (file.length - 44) / 2 },
        (_, k) => file.readInt16LE(44 + 2 * k) / 32768,
      );
      // The major scale in equal temperament from A = 440 (ISO 16), two notes a second.
      const steps = [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24].slice(0, 7 * octaves + 1);
      const midis = [...steps, ...steps.slice(0, -1).reverse()].map((step) => lowest + step);
      const size = 8192;
      const detector = PitchDetector.forFloat32Array(size);
      midis.forEach((midi, k) => {
        const from = Math.round((k * 0.5 + 0.2) * rate);
        const [hz] = detector.findPitch(samples.subarray(from, from + size), rate);
        const asked = 440 * 2 ** ((midi - 69) / 12);
        expect(Math.abs(1200 * Math.log2(hz / asked)), `note ${k + 1}`).toBeLessThan(5);
      });
      // Each note's onset: the first window of 5 ms in which its loudness is half of its steady one.
      const loudness = (from: number, length: number): number =>
        Math.sqrt(samples.subarray(from, from + length).reduce((sum, one) => sum + one * one, 0) / length);
      const window = Math.round(0.005 * rate);
      midis.forEach((_, k) => {
        const due = k * 0.5;
        const steady = loudness(Math.round((due + 0.2) * rate), 10 * window);
        let at = Math.max(0, Math.round((due - 0.005) * rate));
        while (loudness(at, window) < steady / 2 && at < (due + 0.2) * rate) at += Math.round(window / 5);
        expect(Math.abs(at / rate - due), `onset of note ${k + 1}`).toBeLessThan(0.02);
      });
    },
  );
});
