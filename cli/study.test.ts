import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import midiLibrary from '@tonejs/midi';
import { describe, expect, it } from 'vitest';
import { EIGHT_GRADES } from '../src/core/grading/shipped/eight-grades.ts';

function study(input: string, ...args: string[]): { status: number; answer: any; stderr: string } {
  const done = spawnSync(process.execPath, ['scripts/study.mjs', ...args], { input, encoding: 'utf8' });
  return { status: done.status ?? -1, answer: done.stdout ? JSON.parse(done.stdout) : undefined, stderr: done.stderr };
}

describe('the command line', () => {
  it('answers every recipe in order, defaults filled in', () => {
    const { status, answer } = study(
      JSON.stringify([
        { instrument: 'violin', tonic: 'A' },
        { instrument: 'bass', tonic: 'E', ways: 2 },
      ]),
    );
    expect(status).toBe(0);
    expect(answer).toHaveLength(2);
    expect(answer[0].recipe).toMatchObject({
      instrument: 'violin',
      form: 'major',
      figure: 'scale',
      octaves: 1,
      start: 'A3',
      direction: 'up-down',
      openStrings: 'free',
      return: 'auto',
      pins: [],
      ways: 8,
      bowing: { slur: 1, perBeat: 2, opening: 'none', top: 'once', closing: 'none' },
    });
    expect(answer[0].notes[0]).toEqual({ at: 0, pitch: 'A3', midi: 57, degree: 1 });
    expect(answer[0].ways[0].fingers[0]).toMatchObject({
      at: 0,
      string: 'G',
      finger: 1,
      stop: 2,
      hand: 2,
      position: '1st',
      reach: 'none',
    });
    expect(answer[1].recipe.handSystem).toBe('1-2-4');
    expect(answer[1].ways.length).toBeLessThanOrEqual(2);
    const costs = answer[0].ways.map((way: { cost: number }) => way.cost);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
  });

  it('takes its own filled-in recipe back and gives the same', () => {
    const first = study(JSON.stringify([{ instrument: 'cello', tonic: 'Eb', octaves: 2 }])).answer[0];
    expect(study(JSON.stringify([first.recipe])).answer[0]).toEqual(first);
  });

  it('takes no notice of a byte-order mark', () => {
    const { status, answer } = study(`\uFEFF${JSON.stringify([{ instrument: 'viola', tonic: 'C' }])}`);
    expect([status, answer.length]).toEqual([0, 1]);
  });

  it('says in a sentence where it cannot write, and answers the rest', () => {
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    const file = join(folder, 'taken');
    writeFileSync(file, '');
    const recipes = JSON.stringify([
      { instrument: 'viola', tonic: 'C' },
      { instrument: 'viola', tonic: 'D' },
    ]);
    const inFile = study(recipes, '--format', 'midi', '--out', join(file, 'inner'));
    expect(inFile.status).toBe(2);
    expect(inFile.stderr).toMatch(/cannot be made: a part of its path is a file, not a folder\./);
    // A folder stands where the first file would.
    mkdirSync(join(folder, '0.mid'));
    const { status, answer } = study(recipes, '--format', 'midi', '--out', folder);
    expect(status).toBe(1);
    expect(answer[0].error).toMatchObject({ path: 'out', message: expect.stringMatching(/0\.mid” cannot be written/) });
    expect(answer[1].file).toContain('1.mid');
  });

  it('ends with a sentence where nobody reads its answer to the end', () => {
    const recipes = JSON.stringify(
      Array.from({ length: 60 }, () => ({ instrument: 'violin', tonic: 'A', octaves: 2 })),
    );
    const command = `${process.execPath} scripts/study.mjs | head -c 20 > /dev/null; exit \${PIPESTATUS[0]}`;
    const done = spawnSync('bash', ['-c', command], { input: recipes, encoding: 'utf8' });
    expect(done.status).toBe(1);
    expect(done.stderr).toContain('Standard output was closed before everything was written.');
    expect(done.stderr).not.toMatch(/EPIPE|at .*\.ts/);
  });

  it('puts a refusal in its slot and still answers the others, with status 1', () => {
    const { status, answer } = study(
      JSON.stringify([{ instrument: 'violin', tonic: 'B', octaves: 4 }, 7, { instrument: 'viola', tonic: 'C' }]),
    );
    expect(status).toBe(1);
    expect(answer[0].error.path).toBe('octaves');
    expect(answer[0].error.message).toMatch(/three octaves/);
    expect(answer[1].error.message).toMatch(/object/);
    expect(answer[2].ways.length).toBeGreaterThan(0);
  });

  it('gives status 2 and no output when the input is no JSON array', () => {
    for (const input of ['{"instrument":"violin"}', 'scale please', '']) {
      const { status, answer, stderr } = study(input);
      expect(status).toBe(2);
      expect(answer).toBeUndefined();
      expect(stderr).toMatch(/JSON/);
    }
  });

  it('writes MusicXML and MIDI files numbered like the input; a failed slot writes none', () => {
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    const recipes = JSON.stringify([
      { instrument: 'bass', tonic: 'F' },
      { instrument: 'bass', tonic: 'X' },
      { instrument: 'violin', tonic: 'D' },
    ]);
    const xml = study(recipes, '--format', 'musicxml', '--out', folder);
    expect(xml.status).toBe(1);
    expect(xml.answer[0].file).toBe(join(folder, '0.musicxml'));
    expect(xml.answer[1].error.path).toBe('tonic');
    study(recipes, '--format', 'midi', '--out', folder);
    expect(readdirSync(folder).sort()).toEqual(['0.mid', '0.musicxml', '2.mid', '2.musicxml']);
    const midi = new midiLibrary.Midi(readFileSync(join(folder, '0.mid')));
    expect(midi.tracks[0]!.notes[0]!.midi).toBe(29);
    expect(study(recipes, '--format', 'midi').status).toBe(2);
  });

  it('grades by a syllabus file: what is satisfied, what is near, an estimate', () => {
    const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));
    const file = join(folder, 'syllabus.json');
    writeFileSync(file, JSON.stringify(EIGHT_GRADES));
    const { status, answer } = study(
      JSON.stringify([
        { instrument: 'violin', tonic: 'D', start: 'D4', bowing: { perBeat: 1, bpm: 66 } },
        { instrument: 'violin', tonic: 'D', octaves: 9 },
        { instrument: 'violin', tonic: 'Bb', octaves: 3, bowing: { slur: 3, perBeat: 3, bpm: 64 } },
      ]),
      '--grade',
      file,
    );
    expect(status).toBe(1);
    expect(answer[0].grade.satisfied).toEqual([{ grade: 'Grade 1', group: 'Scales', item: 'g1-1', tonic: 'D' }]);
    expect(answer[1].error.path).toBe('octaves');
    expect(answer[2].grade.satisfied).toEqual([]);
    expect(answer[2].grade.near[0]).toMatchObject({
      grade: 'Grade 6',
      tonic: 'Bb',
      differences: [{ field: 'tempo', words: '64 bpm where 66 is asked' }],
    });
    expect(['Grade 5', 'Grade 6', 'Grade 7']).toContain(answer[2].grade.estimate.grade);
    expect(study('[]', '--grade', join(folder, 'none.json'))).toMatchObject({ status: 2, answer: undefined });
    writeFileSync(file, '{}');
    expect(study('[]', '--grade', file).stderr).toContain('no syllabus of Step Ladder');
  });
});
