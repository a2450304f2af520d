/** How large the file of a sound is, bytes. */
export function waveSize({ length }: Float32Array): number {
  return 44 + 2 * length;
}

/**
 * Sound as a WAVE file of one channel, 16 bits. `samples` lie between −1 and 1.
 * Source: Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991).
 */
export function waveFile(samples: Float32Array, rate: number): Uint8Array {
  const bytes = new Uint8Array(waveSize(samples));
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string): void =>
    [...word].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 2, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  samples.forEach((sample, k) =>
    view.setInt16(44 + 2 * k, Math.round(32767 * Math.max(-1, Math.min(1, sample))), true),
  );
  return bytes;
}
