import { describe, expect, it } from 'vitest';
import { waveFile } from './wave-file.ts';

describe('a WAVE file', () => {
  const samples = Float32Array.from([0, 0.5, -0.5, 1, -1, 2, -2]);
  const bytes = waveFile(samples, 44_100);
  const view = new DataView(bytes.buffer);
  const text = (at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));

  // Source: Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991), chapter 3.
  it('has the chunks of the format, each as long as it says', () => {
    expect([text(0), text(8), text(12), text(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect(view.getUint32(16, true)).toBe(16);
    expect(view.getUint32(40, true)).toBe(bytes.length - 44);
  });

  it('says one channel of 16 bits at its rate, and bytes a second and a sample to match', () => {
    expect([view.getUint16(20, true), view.getUint16(22, true)]).toEqual([1, 1]);
    expect(view.getUint32(24, true)).toBe(44_100);
    expect([view.getUint32(28, true), view.getUint16(32, true), view.getUint16(34, true)]).toEqual([88_200, 2, 16]);
  });

  it('holds every sample to within half a step, and what is too loud at its loudest', () => {
    samples.forEach((sample, k) => {
      const held = view.getInt16(44 + 2 * k, true);
      expect(Math.abs(held - 32_767 * Math.max(-1, Math.min(1, sample)))).toBeLessThanOrEqual(0.5);
    });
  });

  it('is a head alone when there is nothing to hear', () => {
    expect(waveFile(new Float32Array(), 8000).length).toBe(44);
  });
});
