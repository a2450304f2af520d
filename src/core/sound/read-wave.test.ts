import { describe, expect, it } from 'vitest';
import { mixDown } from './mix-down.ts';
import { readWave } from './read-wave.ts';

/** A WAVE file of 16 bits by the book: RIFF header, `fmt ` and `data`. */
function wave(frames: readonly (readonly number[])[], rate = 44_100, channels = frames[0]?.length ?? 1): Uint8Array {
  const view = new DataView(new ArrayBuffer(44 + 2 * frames.length * channels));
  const word = (at: number, text: string): void => [...text].forEach((c, k) => view.setUint8(at + k, c.charCodeAt(0)));
  word(0, 'RIFF');
  word(8, 'WAVE');
  word(12, 'fmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, rate, true);
  view.setUint16(34, 16, true);
  word(36, 'data');
  view.setUint32(40, 2 * frames.length * channels, true);
  frames.flat().forEach((sample, k) => view.setInt16(44 + 2 * k, Math.round(sample * 32_767), true));
  return new Uint8Array(view.buffer);
}

const tone = Array.from({ length: 400 }, (_, k) => 0.5 * Math.sin((2 * Math.PI * 440 * k) / 44_100));

describe('a WAVE file', () => {
  it('is heard with its channels in one, also where one of them is inverted', () => {
    for (const frames of [tone.map((s) => [s, s]), tone.map((s) => [s, -s]), tone.map((s) => [s, 0])]) {
      const read = readWave(wave(frames));
      if (!read.ok) throw new Error(read.refusal.message);
      const loud = Math.max(...read.value.samples);
      expect(loud).toBeGreaterThan(0.2);
    }
    expect(mixDown([]).length).toBe(0);
    expect([...mixDown([new Float32Array([0.5, 0.25])])]).toEqual([0.5, 0.25]);
  });

  it.each([
    ['samples a second that nobody records at', wave([[0]], 1), '1 sample a second'],
    ['too many of them', wave([[0]], 1_000_000), '1000000 samples a second'],
    ['more channels than an instrument needs', wave([[0, 0]], 44_100, 200), '200 channels'],
    ['something else', new Uint8Array(60), 'no WAVE file'],
  ])('is refused with %s', (_, bytes, words) => {
    const read = readWave(bytes);
    expect(read.ok ? '' : read.refusal.message).toContain(words);
  });

  it('is refused where it lasts longer than can be heard, before its samples are read', () => {
    const long = wave([[0]], 8_000, 1);
    const whole = new Uint8Array(44 + 2 * 8_000 * (20 * 60 + 1));
    whole.set(long);
    new DataView(whole.buffer).setUint32(40, whole.length - 44, true);
    const read = readWave(whole);
    expect(read.ok ? '' : read.refusal.message).toContain('at most 20 minutes');
  });
});
