import { describe, expect, it } from 'vitest';
import type { RecipeInput } from '../recipe/recipe.ts';
import { playable } from '../study/playable.ts';
import { noteName } from '../theory/note-names.ts';
import { scoreOf } from './from-study.ts';
import { musicXml } from './musicxml.ts';
import type { ScoredStudy } from './scored-study.ts';
import { teachingWords } from './teaching-marks.ts';
import type { TeachingMark } from './teaching-mark.ts';

function study(input: RecipeInput): ScoredStudy {
  const { recipe, passage, ways } = playable({ ways: 1, ...input });
  return { title: 'A study', recipe, passage, way: ways[0]! };
}

/** Words at notes, as `D4 high`. */
function words(input: RecipeInput, mark: TeachingMark): string[] {
  const one = study(input);
  return [...teachingWords(one, [mark])].map(([at, text]) => `${one.passage.notes[at]!.pitch.name} ${text}`);
}

// What stands where: facts of first position, common practice.
describe('the marks a teacher switches on', () => {
  it('say low and high fingers by the tapes', () => {
    expect(words({ instrument: 'violin', tonic: 'G', start: 'G3', direction: 'up' }, 'low-high')).toEqual([
      'B3 high',
      'F#4 high',
    ]);
    expect(words({ instrument: 'violin', tonic: 'F', start: 'F4', direction: 'up' }, 'low-high')).toEqual([
      'F4 low',
      'Bb4 low',
      'C5 low',
      'F5 low',
    ]);
  });

  it('say where the cello’s hand extends and where it closes', () => {
    expect(words({ instrument: 'cello', tonic: 'D', start: 'D2', direction: 'up' }, 'extensions')).toEqual([
      'E2 extend',
      'A2 close',
      'B2 extend',
    ]);
  });

  it('say which open strings the key has not', () => {
    expect(words({ instrument: 'violin', tonic: 'Bb', start: 'Bb3', octaves: 2 }, 'no-open')).toEqual([
      'F5 no open E: E♭',
    ]);
    expect(words({ instrument: 'violin', tonic: 'G', octaves: 2 }, 'no-open')).toEqual([]);
  });

  it('say which finger to have ready coming down, and how it stands', () => {
    expect(words({ instrument: 'violin', tonic: 'A', start: 'A3', octaves: 2 }, 'traps')).toEqual([
      'D5 3 ready',
      'G#4 high 3 ready',
      'C#4 high 3 ready',
    ]);
  });

  it('say which fingers stay down', () => {
    expect(words({ instrument: 'violin', tonic: 'D', start: 'D4' }, 'stays')).toEqual(['G4 keep 3 down']);
  });

  it('number the degrees, the octave eight', () => {
    const { passage } = study({ instrument: 'cello', tonic: 'C', figure: 'arpeggio', direction: 'up' });
    expect(passage.notes.map(({ pitch }) => noteName(pitch, passage.tonic, 'degrees'))).toEqual(['1', '3', '5', '8']);
  });

  it('and the teacher’s own words stand in the score as words', () => {
    const own = study({ instrument: 'viola', tonic: 'C', remarks: [{ at: 3, text: 'lean <here> & listen' }] });
    const xml = musicXml(scoreOf({ ...own, look: { fingers: 'all', marks: ['low-high'] } }));
    expect(xml).toContain('lean &lt;here&gt; &amp; listen');
    expect(xml).toMatch(/<words[^>]*>high\u00a0<\/words>/);
    expect(musicXml(scoreOf(study({ instrument: 'viola', tonic: 'C' })))).not.toMatch(/high\u00a0/);
  });
});
