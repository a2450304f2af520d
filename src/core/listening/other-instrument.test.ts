import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import midiLibrary from '@tonejs/midi';
import { afterAll, describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { titleOf } from '../recipe/title.ts';
import { midiFile } from '../score/midi.ts';
import type { ScoredStudy } from '../score/scored-study.ts';
import { readWave, type WaveSound } from '../sound/read-wave.ts';
import { playable } from '../study/playable.ts';
import { listen } from './listen.ts';

const { Midi } = midiLibrary;

/** The General MIDI voices of Debian's timgm6mb-soundfont, played by Debian's fluidsynth: nobody here made them. */
const VOICES = '/usr/share/sounds/sf2/TimGM6mb.sf2';
const folder = mkdtempSync(join(tmpdir(), 'step-ladder-voices-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A Standard MIDI File as that instrument plays it. */
function played(midi: Uint8Array): WaveSound {
  const [score, sound] = [join(folder, 'score.mid'), join(folder, 'sound.wav')];
  writeFileSync(score, midi);
  execFileSync('fluidsynth', ['-ni', '-g', '0.8', '-r', '44100', '-F', sound, VOICES, score], { stdio: 'ignore' });
  const read = readWave(readFileSync(sound));
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
}

/** The same bent by so many cents from the beginning, at another speed. */
function bent(midi: Uint8Array, cents: number, speed: number): Uint8Array {
  const file = new Midi(midi);
  const [track] = file.tracks;
  // A bend of a General MIDI voice reaches two half steps to each side.
  track!.addPitchBend({ ticks: 0, value: Math.round((cents / 200) * 8192) });
  file.header.setTempo(file.header.tempos[0]!.bpm * speed);
  return file.toArray();
}

function studyOf(input: RecipeInput): ScoredStudy {
  const { recipe, passage, ways } = playable({ ...input, ways: 1 });
  return { title: titleOf(recipe), recipe, passage, way: ways[0]! };
}

describe('another instrument than the invented one', () => {
  it.each([
    { instrument: 'violin', tonic: 'A', octaves: 3, bowing: { slur: 3, perBeat: 3, bpm: 60 } },
    { instrument: 'viola', tonic: 'Eb', octaves: 2, form: 'harmonic-minor', bowing: { slur: 2, bpm: 60 } },
    { instrument: 'cello', tonic: 'C', octaves: 3, bowing: { slur: 4, perBeat: 2, bpm: 60 } },
    { instrument: 'bass', tonic: 'F', octaves: 2, bowing: { perBeat: 2, bpm: 50 } },
  ] satisfies RecipeInput[])('is heard: $instrument', (input) => {
    const study = studyOf(input);
    const midi = midiFile(study);
    const plain = listen(study, played(midi), {
      temperament: 'equal',
      a: 440,
      level: { id: 'x', name: 'x', cents: 25, beat: 0.15 },
    });
    let [aligned, all, near, judged] = [0, 0, 0, 0];
    for (const [cents, speed] of [
      [-35, 0.8],
      [30, 1.25],
    ] as const) {
      const report = listen(study, played(bent(midi, cents, speed)), {
        temperament: 'equal',
        a: 440,
        level: { id: 'x', name: 'x', cents: 25, beat: 0.15 },
      });
      expect(report.bpm! / (input.bowing.bpm * speed)).toBeCloseTo(1, 1);
      report.notes.forEach((note, at) => {
        all += 1;
        if (!note.heard || note.times !== 1) return;
        aligned += 1;
        const own = plain.notes[at]!.cents;
        if (own === undefined) return;
        // What the voice is out of tune by itself is taken off.
        judged += 1;
        if (Math.abs(note.cents! - own - cents) <= 10) near += 1;
      });
    }
    expect(aligned / all).toBeGreaterThanOrEqual(0.98);
    expect(near / judged).toBeGreaterThanOrEqual(0.9);
    expect(judged).toBeGreaterThan(50);
  });
});
