import { INSTRUMENT_TABLE, instrumentCalled, type InstrumentId } from '../../instruments/index.ts';
import { formOf } from '../../theory/index.ts';
import { admitted } from '../../base/index.ts';
import { ALL, Item, MOST, SYLLABUS_VERSION, type Rule, type Syllabus } from '../syllabus.ts';
import { numberIn } from './lexicon.ts';
import { NOTHING_SAID, readLine, type LineReading, type Manner } from './read-line.ts';

/** One line of a printed page, and what was read from it. */
export interface ReadLine {
  /** Counted from 1. */
  readonly line: number;
  readonly text: string;
  /** The grade it stands under, by name; empty before the first. */
  readonly grade: string;
  readonly items: readonly Item[];
  /** Words that were not understood, or what is left unsaid; empty where all is clear. */
  readonly unread: string;
}

/** A page read: the syllabus it makes, if any, and every line. */
export interface PageReading {
  readonly syllabus: Syllabus | undefined;
  readonly lines: readonly ReadLine[];
}

const NUMBERED =
  /^(?:[\p{L} ]{0,20}[-–:,]?\s*)?\b(grade|level|stage|year|step|class)\s+(\d{1,2}|[IVX]{1,4}|one|two|three|four|five|six|seven|eight|nine|ten)\b[\s.:–—-]*(.*)$/iu;
const NAMED =
  /^(initial|preliminary|prep(?:aratory)?|primer|foundation|introductory|beginners?|elementary|intermediate|advanced|diploma)(?:\s+(?:grade|level|test))?[\s.:–—-]*$/iu;

interface OpenGroup {
  readonly label: string;
  readonly name: string;
  readonly rule: Rule;
  readonly items: Item[];
  readonly beyond: string[];
}

interface OpenGrade {
  readonly name: string;
  readonly manner: Manner;
  readonly groups: OpenGroup[];
}

/**
 * Reads a syllabus as it is printed, a grade or several, for one instrument: headings become grades
 * and groups, lines become items. Nothing is guessed in silence: every line comes back with what was
 * read from it and what was not.
 */
export function readPage(text: string, instrument: InstrumentId, name: string): PageReading {
  const reading = readingPage(text, instrument, name);
  let step = reading.next();
  while (!step.done) step = reading.next();
  return step.value;
}

/** The most lines a page has, and letters one of them. */
const MOST_LINES = 20_000;
const LONGEST_LINE = 1_000;

/** Why a text is too much for a printed page, in a sentence; `undefined` where it is not. */
export function tooMuch(text: string): string | undefined {
  const room = admitted('printedPage', text.length, 'text');
  if (!room.ok) return room.refusal.message;
  let lines = 1;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) lines += 1;
  return lines > MOST_LINES
    ? `This page has ${lines.toLocaleString('en')} lines; at most ${MOST_LINES.toLocaleString('en')} can be read. Paste one grade at a time.`
    : undefined;
}

/** The same, giving its progress, 0 to 1, on the way. */
export function* readingPage(text: string, instrument: InstrumentId, name: string): Generator<number, PageReading> {
  const lines: ReadLine[] = [];
  const grades: OpenGrade[] = [];
  let manner: Manner = NOTHING_SAID;
  let heading = '';
  let rule: Rule | undefined;
  let other: InstrumentId | undefined;
  let count = 0;

  const gradeHere = (): OpenGrade => {
    const last = grades.at(-1);
    if (last) return last;
    const first: OpenGrade = { name: 'Grade', manner: NOTHING_SAID, groups: [] };
    grades.push(first);
    return first;
  };
  const groupFor = (wanted: Rule, label: string): OpenGroup => {
    const { groups } = gradeHere();
    const last = groups.at(-1);
    if (last?.label === label && JSON.stringify(last.rule) === JSON.stringify(wanted)) return last;
    if (last && groups.length >= MOST.groups) return last;
    const asked = wanted.kind === 'all' ? label : `${label}, any ${wanted.kind === 'choice' ? 1 : wanted.count}`;
    const same = groups.filter((group) => group.name.replace(/ \(\d+\)$/, '') === asked).length;
    const name = same > 0 ? `${asked.slice(0, 70)} (${same + 1})` : asked.slice(0, 80);
    const group: OpenGroup = { label, name, rule: wanted, items: [], beyond: [] };
    groups.push(group);
    return group;
  };

  const all = text.replace(/^\uFEFF/, '').split(/\r\n?|\n/);
  for (const [index, raw] of all.slice(0, MOST_LINES).entries()) {
    yield index / all.length;
    const line = raw.trim();
    const put = (items: readonly Item[], unread: string): void =>
      void lines.push({ line: index + 1, text: raw, grade: grades.at(-1)?.name ?? '', items, unread });
    if (line === '') {
      rule = undefined;
      continue;
    }
    if (line.length > LONGEST_LINE) {
      put(
        [],
        `a line of ${line.length.toLocaleString('en')} letters; at most ${LONGEST_LINE.toLocaleString('en')} are read`,
      );
      continue;
    }
    const named = instrumentCalled(line);
    if (named?.rest === '') {
      other = named.instrument === instrument ? undefined : named.instrument;
      put([], '');
      continue;
    }
    if (other) {
      put([], `for the ${INSTRUMENT_TABLE[other].name.toLowerCase()}: ${line}`);
      continue;
    }
    const grade = gradeIn(line);
    let rest = line;
    if (grade) {
      const own = grade.rest ? readLine(grade.rest, instrument) : undefined;
      grades.push({ name: grade.name, manner: own && own.items.length === 0 ? own.manner : NOTHING_SAID, groups: [] });
      ({ manner } = grades.at(-1) as OpenGrade);
      heading = '';
      rule = undefined;
      if (!own || own.items.length === 0) {
        put([], own?.unread ?? '');
        continue;
      }
      ({ rest } = grade);
    }
    const read = readLine(rest, instrument, manner);
    if (read.choose !== undefined && read.items.length === 0 && !read.above) {
      rule = ruleOf(read.choose);
      put([], read.unread);
      continue;
    }
    const own = read.above ? fromAbove(gradeHere(), readLine(rest, instrument)) : read.items;
    if (own.length === 0 && read.beyond.length === 0) {
      if (saysSomething(read.manner, NOTHING_SAID) && !mostlyUnread(read, line)) {
        // A heading begins again from what its grade says.
        ({ manner } = readLine(rest, instrument, gradeHere().manner));
        heading = (/^[^,:;(–—]+/.exec(line)?.[0] ?? line).trim().slice(0, 60);
        rule = undefined;
        put([], read.unread);
      } else put([], line);
      continue;
    }
    const group = groupFor(read.choose === undefined ? (rule ?? ALL) : ruleOf(read.choose), heading || nameFor(own));
    if (read.beyond.length > 0 && group.beyond.length < MOST.beyond) group.beyond.push(line.slice(0, 300));
    const room = Math.max(0, MOST.items - group.items.length);
    const items = own.slice(0, room).map((item) => ({ ...item, id: `line-${(count += 1)}` }));
    // A number may be read well and still be none that a syllabus can ask: "92 octaves".
    const faults = items.map((item) => Item.safeParse(item).error?.issues[0]?.message);
    const asked = items.filter((_, place) => faults[place] === undefined);
    group.items.push(...asked);
    const full = own.length > room ? `(a group has room for ${MOST.items} things)` : '';
    put(asked, [read.unread, ...new Set(faults), full].filter(Boolean).join(' '));
  }
  return { syllabus: syllabusOf(grades, instrument, name), lines };
}

function gradeIn(line: string): { readonly name: string; readonly rest: string } | undefined {
  const numbered = NUMBERED.exec(line);
  if (numbered) {
    const [, kind = '', number = '', rest = ''] = numbered;
    const word = kind.charAt(0).toUpperCase() + kind.slice(1).toLowerCase();
    const value = /^[a-z]+$/i.test(number) && !/^[IVX]+$/.test(number) ? String(numberIn(number)) : number;
    return { name: `${word} ${value}`, rest };
  }
  const named = NAMED.exec(line);
  return named ? { name: line.replace(/[\s.:–—-]+$/, ''), rest: '' } : undefined;
}

function ruleOf(count: number): Rule {
  return count === 1 ? { kind: 'choice' } : { kind: 'any', count };
}

function saysSomething(manner: Manner, before: Manner): boolean {
  return JSON.stringify(manner) !== JSON.stringify(before);
}

/** A sentence in which a word happens to be known is no heading. */
function mostlyUnread({ unread }: LineReading, line: string): boolean {
  return unread.length > line.length / 2;
}

/** The keys of the scales above, as the figures a line asks for. */
function fromAbove({ groups }: OpenGrade, read: LineReading): Omit<Item, 'id'>[] {
  const figures = read.manner.figures.length > 0 ? read.manner.figures : (['arpeggio'] as const);
  const scales = groups.flatMap((group) => group.items).filter((item) => item.figure === 'scale');
  return figures.flatMap((figure) =>
    scales.flatMap(({ id: _, lowest: __, ...item }): Omit<Item, 'id'>[] => {
      const [form = 'major'] = item.forms;
      if (figure === 'arpeggio' && !formOf(form).chord) return [];
      const { octaves, slurs, tempo } = read.manner;
      return [
        {
          ...item,
          figure,
          forms: figure === 'arpeggio' && form.endsWith('-minor') ? ['minor'] : item.forms,
          octaves: octaves ?? item.octaves,
          slurs: [...(slurs ?? item.slurs)],
          ...(tempo ? { tempo } : {}),
        },
      ];
    }),
  );
}

function nameFor(items: readonly Omit<Item, 'id'>[]): string {
  return items[0]?.figure === 'arpeggio' ? 'Arpeggios' : 'Scales';
}

function syllabusOf(grades: readonly OpenGrade[], instrument: InstrumentId, name: string): Syllabus | undefined {
  const filled = grades.filter(({ groups }) => groups.length > 0);
  if (!filled.some(({ groups }) => groups.some(({ items }) => items.length > 0))) return undefined;
  const id = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return {
    kind: 'step-ladder-syllabus',
    version: SYLLABUS_VERSION,
    id: id.length >= 2 ? id : 'printed-syllabus',
    name,
    notes: 'Read from a printed page.',
    sections: [
      {
        instrument,
        grades: filled.slice(0, MOST.grades).map((grade, place) => ({
          id: `grade-${place + 1}`,
          name: grade.name.slice(0, 60),
          groups: grade.groups.slice(0, MOST.groups).map((group, k) => ({
            id: `group-${place + 1}-${k + 1}`,
            name: group.name,
            rule: group.rule,
            items: group.items,
            ...(group.beyond.length > 0 ? { beyond: group.beyond } : {}),
          })),
        })),
      },
    ],
  };
}
