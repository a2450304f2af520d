import { strToU8 } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { instrumentFor } from '../../instruments/instruments.ts';
import { EVERY_FEATURE } from '../../passage/read/every-feature.fixture.ts';
import { readMusicFile } from '../../passage/read/music-file.ts';
import { passageStudy, type PassageStudy } from '../../study/passage-study.ts';
import { arbitraryRecipe } from '../../recipe/arbitrary-recipe.ts';
import { titleOf } from '../../recipe/title.ts';
import { tried } from '../../study/playable.ts';
import { scoreOf } from '../from-study.ts';
import { FINGERS_WRITTEN, type FingersWritten } from './fingers-written.ts';
import { onePart, withFingers } from './into-musicxml.ts';
import { musicXml } from '../musicxml.ts';

function studied(text: string, keepFingers: boolean, part?: string): PassageStudy {
  const read = readMusicFile(strToU8(text), () => undefined);
  if (!read.ok) throw new Error(read.refusal.message);
  const study = passageStudy(read.value.music, {
    instrument: 'violin',
    choice: { part },
    title: 'Test',
    rules: { ways: 1 },
    keepFingers,
  });
  if (!study.ok) throw new Error(study.refusal.message);
  return study.value;
}

function fingered(text: string, written: FingersWritten = 'all', part?: string): string {
  const { chosen, study } = studied(text, false, part);
  return withFingers(text, chosen.places, study.ways[0]!, instrumentFor('violin'), written);
}

/** What is left of a fingered file once everything that was not there before is taken out. */
function withoutAdded(text: string): string {
  return text
    .replaceAll(
      /<notations><technical>(<fingering>\d<\/fingering>|<thumb-position\/>)?(<string>\d<\/string>)?<\/technical><\/notations>/g,
      '',
    )
    .replaceAll(
      /<direction placement="above"><direction-type><words>[^<]*<\/words><\/direction-type><\/direction>/g,
      '',
    );
}

describe('fingers written into somebody else’s file', () => {
  it.each(FINGERS_WRITTEN)('leave every other byte as it was, and are written once: %s', (written) => {
    const once = fingered(EVERY_FEATURE, written);
    expect(once.length).toBeGreaterThan(EVERY_FEATURE.length);
    expect(withoutAdded(once)).toBe(EVERY_FEATURE);
    expect(fingered(once, written)).toBe(once);
  });

  it('come back out of the file as the fingering that went in', () => {
    const { study } = studied(EVERY_FEATURE, true);
    const again = studied(fingered(EVERY_FEATURE), true);
    // The finger that stood there already is the file's own: with it kept, the rest follows.
    const pins = again.study.recipe.pins;
    expect(pins).toHaveLength(again.study.passage.notes.length);
    pins.forEach(({ at, finger }) => expect(finger).toBe(again.study.ways[0]!.fingers[at]!.finger));
    expect(study.recipe.pins).toEqual([{ at: 1, string: 'A', finger: 3 }]);
  });

  it('stand at every note of a part, those of chords too, and at none of another part', () => {
    const text = fingered(EVERY_FEATURE, 'all', 'P1');
    const [first, second] = text.split('<part id="P2">');
    const { study } = studied(EVERY_FEATURE, false, 'P1');
    const notes = study.ways[0]!.fingers.length + study.ways[0]!.fingers.filter(({ chord }) => chord).length;
    expect((first!.match(/<fingering>/g) ?? []).length).toBe(notes);
    expect(second).not.toContain('<fingering>');
    // A file with one part alone has no other part in it.
    const alone = onePart(text, 'P1');
    expect(alone).not.toContain('P2');
    expect(alone).toContain('<part-name>Violin</part-name>');
    expect(readMusicFile(strToU8(alone), () => undefined).ok).toBe(true);
  });

  it('go into any score Step Ladder writes and come out as they went in', () => {
    let checked = 0;
    fc.assert(
      fc.property(arbitraryRecipe, (input) => {
        const built = tried({ ...input, ways: 1 });
        if (!built.ok || built.value.recipe.bowing.repeats > 1) return;
        const { recipe, passage, ways } = built.value;
        if (recipe.setUp) return;
        const xml = musicXml(scoreOf({ title: titleOf(recipe), recipe, passage, way: ways[0]! }));
        const bare = xml.replaceAll(/\s*<fingering[^>]*>[^<]*<\/fingering>|\s*<string>\d<\/string>/g, '');
        const read = readMusicFile(strToU8(bare), () => undefined);
        if (!read.ok) throw new Error(read.refusal.message);
        const study = passageStudy(read.value.music, {
          instrument: recipe.instrument,
          choice: {},
          title: 'Back',
          rules: { ways: 1 },
          keepFingers: true,
        });
        if (!study.ok) throw new Error(study.refusal.message);
        checked += 1;
        expect(study.value.study.passage.notes.map(({ pitch }) => pitch.midi)).toEqual(
          passage.notes.map(({ pitch }) => pitch.midi),
        );
        const into = withFingers(bare, study.value.chosen.places, ways[0]!, instrumentFor(recipe.instrument));
        const back = readMusicFile(strToU8(into), () => undefined);
        if (!back.ok) throw new Error(back.refusal.message);
        expect(
          back.value.music.parts[0]!.notes.filter(({ tiedFrom }) => !tiedFrom).map(({ finger }) => finger),
        ).toEqual(ways[0]!.fingers.map(({ finger }) => finger));
      }),
      { numRuns: 220, seed: 9 },
    );
    expect(checked).toBeGreaterThan(12);
  });
});
