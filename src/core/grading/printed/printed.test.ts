import { describe, expect, it } from 'vitest';
import { KEY_SETS, PRINTED_LINES } from './printed-lines.fixture.ts';
import { readLine } from './read-line.ts';
import { readPage } from './read-page.ts';
import { readSyllabus } from '../syllabus.ts';

/** What was read, in the fixture's own writing. */
function written(line: string): string {
  return readLine(line, 'violin')
    .items.map(({ figure, forms, tonics, octaves, slurs, tempo }) =>
      [
        figure,
        forms.join(','),
        tonics.join(' '),
        octaves,
        slurs.join(','),
        tempo ? `${tempo.bpm}/${tempo.perBeat}` : '',
      ].join('|'),
    )
    .join(' + ');
}

const RELATIVE: Readonly<Record<string, string>> = { G: 'E', Eb: 'C', Ab: 'F' };

const cases = KEY_SETS.flatMap((keys) =>
  PRINTED_LINES.map(([line, asked]) => {
    const put = (text: string, place: 0 | 1): string =>
      text.replace(/\{([abcmn])\}/g, (_, key: 'a') => keys[key][place]);
    return [put(line, 0), put(asked, 1).replace('|rel|', `|${RELATIVE[keys.a[1]]}|`)] as const;
  }),
);

describe('a line of a printed syllabus', () => {
  it('is read right in 95 of 100, and never wrong without a mark', () => {
    const wrong = cases.filter(([line, asked]) => written(line) !== asked);
    const silent = wrong.filter(([line]) => readLine(line, 'violin').unread === '');
    expect(cases.length).toBeGreaterThanOrEqual(290);
    expect(wrong.length).toBeLessThanOrEqual(cases.length * 0.05);
    expect(silent).toEqual([]);
  });
});

describe('words that are not understood', () => {
  it.each([
    ['B♭ major, a twelfth', /twelfth/],
    ['G major, two octaves, hooked bowing', /hooked/],
    ['G, D, A, two octaves', /major or minor/],
    ['G major', /octaves are not said/],
    ['G major, two octaves, slurred', /how many to a bow/],
    ['G major, two octaves, slurred two beats to a bow', /how many notes to a beat/],
    ['Scale in double-stopped thirds in B flat major, one octave', /double-stopped thirds/],
    ['Dominant sevenths: G, two octaves', /key/],
    ['The candidate should bring a copy of the music.', /candidate/],
  ])('stand beside “%s”', (line, words) => {
    expect(readLine(line, 'violin').unread).toMatch(words);
  });

  it('never come with a guess about the clauses before or after', () => {
    const { items } = readLine(
      'A and E major (two octaves, separate bows); D melodic minor (one octave, in pairs)',
      'cello',
    );
    expect(items.map(({ tonics, octaves, slurs }) => [tonics, octaves, slurs])).toEqual([
      [['A', 'E'], 2, [1]],
      [['D'], 1, []],
    ]);
  });
});

const PAGE = `Violin
GRADE 3 (from memory)
Scales: two octaves, separate bows and slurred two to a bow, crotchet = 54
G, A and B flat major
A minor, harmonic or melodic
D major, one octave
Chromatic scale on D, one octave, from open string
Arpeggios of the above keys
any two of:
Dominant seventh in the key of C (starting on G)
Dominant seventh in the key of D

Grade Four
Arpeggios, two octaves, slurred three to a bow
G, A major; C minor
Natural harmonics on the D string
Viola
C major, one octave`;

describe('a printed page', () => {
  const { syllabus, lines } = readPage(PAGE, 'violin', 'A page');

  it('becomes grades and groups with their rules, headings holding for what stands under them', () => {
    const [three, four] = syllabus!.sections[0]!.grades;
    expect([three!.name, four!.name]).toEqual(['Grade 3', 'Grade 4']);
    expect(three!.groups.map(({ name, rule, items }) => [name, rule.kind, items.length])).toEqual([
      ['Scales', 'all', 7],
      ['Scales, any 2', 'any', 2],
    ]);
    const [major, , d, chromatic, ...above] = three!.groups[0]!.items;
    expect(major).toMatchObject({
      tonics: ['G', 'A', 'Bb'],
      octaves: 2,
      slurs: [1, 2],
      tempo: { bpm: 54, perBeat: 1 },
    });
    expect(d!.octaves).toBe(1);
    expect(chromatic!.lowest).toBe('D4');
    expect(above.map(({ figure, forms, tonics, octaves }) => [figure, forms[0], tonics.join(' '), octaves])).toEqual([
      ['arpeggio', 'major', 'G A Bb', 2],
      ['arpeggio', 'minor', 'A', 2],
      ['arpeggio', 'major', 'D', 1],
    ]);
    expect(three!.groups[1]!.items.map(({ tonics }) => tonics[0])).toEqual(['G', 'A']);
  });

  it('gives every line back, with its number, and drops nothing it cannot make', () => {
    expect(lines.map(({ text }) => text)).toEqual(PAGE.split('\n').filter(Boolean));
    expect(lines.find(({ text }) => text.startsWith('Natural'))).toMatchObject({
      line: 16,
      items: [],
      unread: expect.stringContaining('harmonics') as string,
    });
    expect(syllabus!.sections[0]!.grades[1]!.groups[0]!.beyond).toEqual(['Natural harmonics on the D string']);
    expect(lines.at(-1)!.unread).toMatch(/viola/);
    // A grade of nothing but what cannot be made is still a grade.
    const alone = readPage('Grade 1\nG major, one octave\nGrade 2\nDouble stops: G major in thirds', 'violin', 'Two');
    expect(alone.syllabus!.sections[0]!.grades.map(({ groups }) => groups[0]!.beyond?.length ?? 0)).toEqual([0, 1]);
  });

  it('asks for nothing a syllabus cannot ask, and says what is wrong with it', () => {
    const { syllabus, lines } = readPage('Grade 4\nE flat major, 92 octaves\nD major, 2 octaves', 'violin', 'Storm');
    expect(readSyllabus(JSON.stringify(syllabus)).ok).toBe(true);
    expect(lines[1]).toMatchObject({ items: [], unread: 'Octaves are 1 to 4.' });
    expect(lines[2]?.items).toHaveLength(1);
  });

  it('makes a syllabus the application reads', () => {
    expect(readSyllabus(JSON.stringify(syllabus))).toMatchObject({ ok: true });
    expect(readPage('Dear parents,\nthe concert is on Friday.', 'violin', 'Letter').syllabus).toBeUndefined();
  });
});
