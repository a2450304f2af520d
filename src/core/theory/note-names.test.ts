import { describe, expect, it } from 'vitest';
import { noteName } from './note-names.ts';
import { parsePitch } from './pitch.ts';

const name = (pitch: string, tonic: string, names: Parameters<typeof noteName>[2]): string =>
  noteName(parsePitch(pitch)!, parsePitch(tonic)!, names);

describe('note names', () => {
  // Solfège as sung in schools (common practice): fixed do names letters, movable do names degrees.
  it('name letters, fixed syllables and degrees', () => {
    expect(name('F#4', 'D4', 'letters')).toBe('F♯');
    expect(name('F#4', 'D4', 'fixed')).toBe('fa♯');
    expect(name('F#4', 'D4', 'movable')).toBe('mi');
    expect(name('Bb3', 'Bb3', 'movable')).toBe('do');
  });

  it('bend the degrees of a minor', () => {
    const minor = ['A3', 'B3', 'C4', 'D4', 'E4', 'F4', 'G4'].map((pitch) => name(pitch, 'A3', 'movable'));
    expect(minor).toEqual(['do', 're', 'me', 'fa', 'sol', 'le', 'te']);
    expect(name('C#5', 'G4', 'movable')).toBe('fi');
    expect(name('B3', 'C4', 'movable')).toBe('ti');
    expect(name('Cb4', 'C4', 'movable')).toBe('do♭');
  });
});
