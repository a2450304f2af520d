import { describe, expect, it } from 'vitest';
import { SHIPPED } from './shipped/shipped.ts';
import { csvTemplate, readCsv, syllabusCsv, type CsvReading } from './syllabus-csv.ts';
import { asksOf, readSyllabus, Syllabus } from './syllabus.ts';

function read(text: string): CsvReading {
  const reading = readCsv(text, 'Ours');
  let step = reading.next();
  while (!step.done) step = reading.next();
  return step.value;
}

const HEADER = 'instrument,grade,group,rule,figure,forms,tonics,octaves,slurs,bpm,per_beat,memory\n';

describe('the syllabuses that come with Step Ladder', () => {
  it('are whole: the door for files would let each in as it stands', () => {
    for (const syllabus of SHIPPED) expect(Syllabus.parse(syllabus)).toEqual(syllabus);
  });
});

describe('a syllabus as CSV', () => {
  it('comes back as it went out', () => {
    for (const syllabus of SHIPPED) {
      const { syllabus: back, bad } = read(syllabusCsv(syllabus));
      expect(bad).toEqual([]);
      const plain = (one: typeof syllabus): unknown =>
        one.sections.map((section) =>
          asksOf(section).map(({ item, ...ask }) => ({ ...ask, item: { ...item, id: '' } })),
        );
      expect(plain(back!)).toEqual(plain(syllabus));
      const json = readSyllabus(JSON.stringify(back));
      expect(json.ok).toBe(true);
    }
  });

  it('brings back what is asked in words alone, group by group', () => {
    const words = ['double stops in D, "in thirds"', 'harmonics, two octaves; A and D'];
    const [shipped] = SHIPPED;
    const [section] = shipped!.sections;
    const [grade, ...others] = section!.grades;
    const [group, ...rest] = grade!.groups;
    const bare = { ...group!, id: 'bare', name: 'Double stops', items: [], beyond: [words[1]!] };
    const groups = [{ ...group!, beyond: words }, ...rest, bare];
    const asked = { ...shipped!, sections: [{ ...section!, grades: [{ ...grade!, groups }, ...others] }] };
    const { syllabus, bad } = read(syllabusCsv(asked));
    expect(bad).toEqual([]);
    const back = syllabus!.sections[0]!.grades[0]!.groups;
    expect(back.map(({ name, items, beyond }) => [name, items.length, beyond])).toEqual(
      groups.map(({ name, items, beyond }) => [name, items.length, beyond]),
    );
    expect(Syllabus.parse(syllabus)).toEqual(syllabus);
  });

  it('takes words beside the figure “other” alone, and no such figure without words', () => {
    const header = 'instrument,grade,figure,tonics,words\n';
    const { good, bad } = read(
      `${header}violin,Grade 1,scale,D,in thirds\nviolin,Grade 1,Other,,\nviolin,Grade 1,OTHER,,double stops\n`,
    );
    expect(good).toBe(1);
    expect(bad.map(({ line, field }) => [line, field])).toEqual([
      [2, 'words'],
      [3, 'words'],
    ]);
  });

  it('refuses what a group or a grade has no room for, at its line, and keeps the rest', () => {
    const header = 'instrument,grade,group,figure,tonics,words\n';
    const words = Array.from({ length: 102 }, (_, k) => `violin,Grade 1,Others,other,,double stops ${k}`);
    const groups = Array.from({ length: 42 }, (_, k) => `viola,Grade 1,Group ${k},scale,D,`);
    const { syllabus, good, bad } = read(header + [...words, ...groups, 'viola,Grade 1,Group 3,scale,G,'].join('\n'));
    expect(good).toBe(100 + 40 + 1);
    expect(bad.map(({ line, field }) => [line, field])).toEqual([
      [102, 'group'],
      [103, 'group'],
      [144, 'group'],
      [145, 'group'],
    ]);
    expect(bad[0]!.reason).toContain('has 100 lines in words already');
    expect(bad[2]!.reason).toContain('has 40 groups already');
    expect(Syllabus.parse(syllabus)).toEqual(syllabus);
  });

  it('takes its own template', () => {
    expect(read(csvTemplate())).toMatchObject({ good: 2, bad: [], refusal: undefined });
  });

  const row = (grade: string, group = 'Scales', rule = 'all'): string =>
    `violin,${grade},${group},${rule},scale,major,D,1,1,60,2,yes`;

  it('counts every line a broken quote stands in, and loses none of those after it', () => {
    const text = [HEADER.trim(), row('Grade 1'), row('"Grade 2'), row('Grade 3'), row('"Grade "4"'), row('Grade 5')];
    const { good, bad } = read(text.join('\n'));
    expect(good).toBe(3);
    expect(bad.map(({ line }) => line)).toEqual([3, 5]);
    expect(bad[0]!.reason).toContain('goes on behind its');
    const open = read([HEADER.trim(), row('"Grade 1'), row('Grade 2')].join('\n'));
    expect([open.good, open.bad[0]?.reason]).toEqual([
      1,
      'A quoted field begins here and never ends. Put a " at its end.',
    ]);
  });

  it('reads lines that end in different ways, and counts lines within a quoted field', () => {
    const text = `${HEADER}${row('Grade 1')}\r\n${row('Grade 2')}\r${row('"Grade\n3"')}\n${row('Grade 4', 'Scales', 'none')}`;
    const { good, bad } = read(text);
    expect(good).toBe(3);
    expect(bad.map(({ line, field }) => [line, field])).toEqual([[6, 'rule']]);
  });

  it('does not drop a second rule of one group in silence', () => {
    const text = [HEADER.trim(), row('Grade 1', 'Scales', 'any 2'), row('Grade 1'), row('Grade 2')].join('\n');
    const { good, bad } = read(text);
    expect(good).toBe(2);
    expect(bad).toMatchObject([{ line: 3, field: 'rule' }]);
    expect(bad[0]!.reason).toContain('has the rule “any 2” further up');
  });

  it('says what is wrong with a cell in its own words', () => {
    const many = Array.from({ length: 30 }, () => 'D').join(' ');
    const { bad } = read(`${HEADER}violin,Grade 1,Scales,all,scale,major,${many},1,1,60,2,yes`);
    expect(bad[0]).toMatchObject({ field: 'tonics', reason: '“tonics” must have at most 24 entries.' });
  });

  it('names the line, the field and the reason of every bad row, and takes the others', () => {
    const text = `${HEADER}violin,Grade 1,Scales,all,scale,major,D A,1,1,60,2,yes
violin,Grade 1,Scales,all,scale,mayor,D,1,1,60,2,yes

trumpet,Grade 1,Scales,all,scale,major,D,1,1,60,2,yes
violin,Grade 1,Scales,some,scale,major,D,1,1,60,2,yes
violin,Grade 1,Scales,all,scale,major,H,1,1,60,2,yes
violin,Grade 1,Scales,all,scale,major,D,nine,1,60,2,yes
violin,Grade 1,Scales,all,scale,dominant-7,D,1,1,60,2,yes
violin,"=HYPERLINK(""x"")",Scales,all,scale,major,D,1,1,60,2,yes
violin,Grade 2,Scales,any 2,arpeggio,minor,D,2,1 3,900,2,yes
violin,Grade 2,Scales,any 2,arpeggio,minor,D,2,1 3,72,2,no
`;
    const { good, bad, syllabus } = read(text);
    expect(good).toBe(2);
    expect(bad.map(({ line, field }) => [line, field])).toEqual([
      [3, 'forms'],
      [5, 'instrument'],
      [6, 'rule'],
      [7, 'tonics'],
      [8, 'octaves'],
      [9, 'forms'],
      [10, 'grade'],
      [11, 'bpm'],
    ]);
    expect(bad[6]!.reason).toContain('formula');
    expect(asksOf(syllabus!.sections[0]!)).toHaveLength(3);
  });

  it('refuses what is no syllabus at all, with a sentence', () => {
    expect(read('').refusal).toContain('Line 1 must name the columns');
    expect(read('a,b\n1,2').refusal).toContain('instrument, grade, figure, tonics are not among them');
    expect(read(`${HEADER}violin,Gr\uFFFDd,,,scale,major,D,1,,,,`).refusal).toContain('UTF-8');
    const row = 'violin,Grade 1,Scales,all,scale,major,D,1,1,60,2,yes\n';
    expect(read(HEADER + row.repeat(100_000)).refusal).toContain('100000 rows');
    expect(read(HEADER + 'x,'.repeat(20)).bad).toHaveLength(1);
  });

  it('refuses hostile JSON by the field at fault', () => {
    for (const [text, words] of [
      ['{"kind": "something"}', 'no syllabus of Step Ladder'],
      ['[', 'not JSON'],
      ['{"__proto__": {"polluted": true}}', 'no syllabus'],
      [JSON.stringify({ ...SHIPPED[0], sections: [{ instrument: 'violin', grades: [] }] }), 'sections.0.grades'],
      [JSON.stringify({ ...SHIPPED[0], version: 99 }), 'another version'],
      [' '.repeat(11_000_000), 'larger than 10 MB'],
    ] as const) {
      const outcome = readSyllabus(text);
      expect(outcome.ok, text.slice(0, 40)).toBe(false);
      if (!outcome.ok) expect(outcome.refusal.message).toContain(words);
    }
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
});
