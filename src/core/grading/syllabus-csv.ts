import { INSTRUMENTS, type InstrumentId } from '../instruments/index.ts';
import Papa from 'papaparse';
import { readOutside } from '../base/index.ts';
import { readRule, ruleText } from './rule.ts';
import { Item, MOST, SYLLABUS_VERSION, type Grade, type Rule, type Syllabus } from './syllabus.ts';

/** The columns of a syllabus as CSV, in order; several values in a field are separated by blanks. */
export const CSV_COLUMNS = [
  'instrument',
  'grade',
  'group',
  'rule',
  'figure',
  'forms',
  'tonics',
  'octaves',
  'lowest',
  'direction',
  'slurs',
  'rhythm',
  'bpm',
  'per_beat',
  'memory',
  'words',
] as const;

type Column = (typeof CSV_COLUMNS)[number];

/** What may stand in each column, for the template and the guide. */
export const CSV_GUIDE: Readonly<Record<Column, string>> = {
  instrument: 'violin, viola, cello or bass',
  grade: 'the name of the grade; grades keep the order in which they first come',
  group: 'the name of the group within the grade',
  rule: 'all, choice, or any 2',
  figure: 'scale, arpeggio, broken-thirds, groups-of-three, groups-of-four; or other, for what stands in words',
  forms: 'one or more, any of which will do: major harmonic-minor',
  tonics: 'one or more, each of which is asked: D A Bb',
  octaves: '1 to 4',
  lowest: 'the lowest note where it is prescribed, as A3; or nothing',
  direction: 'up, down or up-down; nothing means up-down',
  slurs: 'notes to a bow, any of which will do: 1 2; nothing means 1; any means any bow',
  rhythm: 'even, dotted …; nothing means even',
  bpm: 'least beats a minute; or nothing',
  per_beat: 'notes to a beat at that tempo',
  memory: 'yes or no; nothing means yes',
  words: 'beside other: what is asked and cannot be made here, as it is printed: double stops in D; else nothing',
};

/** A row that can't be taken, with its line in the file (the header is line 1). */
export interface BadRow {
  readonly line: number;
  readonly field: string;
  readonly reason: string;
}

export interface CsvReading {
  /** What the good rows make; nothing when there are none. */
  readonly syllabus: Syllabus | undefined;
  readonly good: number;
  readonly bad: readonly BadRow[];
  /** Set when the file as a whole can't be read. */
  readonly refusal: string | undefined;
}

/** Rows beyond this are not taken: no syllabus is so long. */
const MOST_ROWS = 5000;
/** Rows a spreadsheet would take for a formula begin so. */
const FORMULA = /^[=+@\t\r]|^-(?!\d)/;

/**
 * Reads a syllabus from CSV text: good rows and bad, each bad one with its line, field and reason.
 * Gives its progress, 0 to 1, between rows; the caller may stop asking.
 */
export function* readCsv(text: string, name: string): Generator<number, CsvReading> {
  const nothing = (refusal: string): CsvReading => ({ syllabus: undefined, good: 0, bad: [], refusal });
  if (text.includes('\uFFFD')) {
    return nothing('This file is not in UTF-8: some of its letters cannot be read. Save it again as “CSV UTF-8”.');
  }
  if (text.includes('\u0000')) return nothing('This file is no text: it holds bytes no CSV has.');
  // Line ends of one kind, or the parser takes two lines for one.
  const plain = text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const [head, ...rows] = rowsOf(plain);
  const header = (head?.cells ?? []).map((cell) =>
    cell
      .trim()
      .toLowerCase()
      .replace(/[\s-]+/g, '_'),
  );
  const missing = (['instrument', 'grade', 'figure', 'tonics'] as const).filter((column) => !header.includes(column));
  if (missing.length > 0) {
    return nothing(
      `Line 1 must name the columns; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} not among them. Download the template to see all of them.`,
    );
  }
  const filled = rows.filter(({ cells }) => cells.some((cell) => cell.trim() !== '')).length;
  if (filled > MOST_ROWS) {
    return nothing(
      `This file has ${filled} rows; a syllabus has at most ${MOST_ROWS}. Split it, one file an instrument.`,
    );
  }
  const bad: BadRow[] = [];
  const grades = new Map<InstrumentId, Map<string, Map<string, RowsOfGroup>>>();
  let good = 0;
  for (const [index, { cells: row, line, stumble }] of rows.entries()) {
    if (index % 200 === 0) yield index / rows.length;
    if (row.every((cell) => cell.trim() === '')) continue;
    if (stumble !== undefined) {
      bad.push({ line, field: 'line', reason: stumbleWords(stumble) });
      continue;
    }
    const cell = (column: Column): string => (row[header.indexOf(column)] ?? '').trim();
    const read = readRow(cell, `r${line}`);
    if ('reason' in read) {
      bad.push({ line, ...read });
      continue;
    }
    const ofInstrument = grades.get(read.instrument) ?? new Map<string, Map<string, RowsOfGroup>>();
    grades.set(read.instrument, ofInstrument);
    const ofGrade = ofInstrument.get(read.grade) ?? new Map<string, RowsOfGroup>();
    ofInstrument.set(read.grade, ofGrade);
    const group = ofGrade.get(read.group) ?? { rule: read.rule, items: [], beyond: [] };
    if (ruleText(group.rule) !== ruleText(read.rule)) {
      bad.push({
        line,
        field: 'rule',
        reason: `The group “${read.group}” of ${read.grade} has the rule “${ruleText(group.rule)}” further up. A group has one rule: write the same, or give these lines a group of their own.`,
      });
      continue;
    }
    const full = fullWords(read, group, ofGrade);
    if (full !== undefined) {
      bad.push({ line, field: 'group', reason: full });
      continue;
    }
    good += 1;
    ofGrade.set(read.group, group);
    if ('beyond' in read) group.beyond.push(read.beyond);
    else group.items.push(read.item);
  }
  if (good === 0)
    return { syllabus: undefined, good, bad, refusal: bad.length > 0 ? undefined : 'This file has no rows.' };
  const sections = INSTRUMENTS.flatMap((instrument) => {
    const ofInstrument = grades.get(instrument);
    return ofInstrument ? [{ instrument, grades: gradesFrom(ofInstrument) }] : [];
  });
  const over = sections.find((section) => section.grades.length > MOST.grades);
  if (over)
    return {
      ...nothing(`The ${over.instrument} has ${over.grades.length} grades; a syllabus has at most ${MOST.grades}.`),
      bad,
    };
  return {
    syllabus: {
      kind: 'step-ladder-syllabus',
      version: SYLLABUS_VERSION,
      id: `from-csv-${hashed(text)}`,
      name: name.trim() || 'A syllabus',
      notes: '',
      sections,
    },
    good,
    bad,
    refusal: undefined,
  };
}

/** A row as it stands in the file. */
interface CsvRow {
  readonly cells: readonly string[];
  /** The line it begins on, from 1; a quoted field may run over several lines. */
  readonly line: number;
  /** What the parser stumbled over. */
  readonly stumble?: string;
}

/**
 * The rows of a CSV. A quoted field that never ends, or ends at the quote of a later line, would
 * swallow the lines between: only its own line is taken for bad, and reading goes on with the next.
 */
function rowsOf(text: string): CsvRow[] {
  const lines = text.split('\n');
  const rows: CsvRow[] = [];
  for (let begin = 0; begin < lines.length;) {
    const { data, errors } = Papa.parse<string[]>(lines.slice(begin).join('\n'), { skipEmptyLines: false });
    const stumbles = new Map(errors.filter(({ type }) => type === 'Quotes').map(({ row = 0, code }) => [row, code]));
    let line = begin;
    let broken = false;
    for (const [place, cells] of data.entries()) {
      const stumble = stumbles.get(place);
      rows.push({ cells, line: line + 1, ...(stumble ? { stumble } : {}) });
      broken = stumble !== undefined && (stumble === 'MissingQuotes' || cells.some((cell) => cell.includes('\n')));
      line += 1;
      if (broken) break;
      line += cells.reduce((sum, cell) => sum + (cell.match(/\n/g)?.length ?? 0), 0);
    }
    if (!broken) break;
    begin = line;
  }
  return rows;
}

/** What the parser stumbled over in a row, and how to mend it. */
function stumbleWords(code: string): string {
  return code === 'MissingQuotes'
    ? 'A quoted field begins here and never ends. Put a " at its end.'
    : 'A quoted field ends and goes on behind its ". Write " within a field twice.';
}

/** What the rows of one group hold. */
interface RowsOfGroup {
  readonly rule: Rule;
  readonly items: Item[];
  readonly beyond: string[];
}

/** Why a group or a grade takes no more; nothing while there is room. */
function fullWords(row: GoodRow, group: RowsOfGroup, ofGrade: ReadonlyMap<string, RowsOfGroup>): string | undefined {
  if (!ofGrade.has(row.group) && ofGrade.size >= MOST.groups)
    return `${row.grade} has ${MOST.groups} groups already, and takes no more. Give this line one of their names.`;
  const [held, most] = 'beyond' in row ? [group.beyond.length, MOST.beyond] : [group.items.length, MOST.items];
  if (held < most) return undefined;
  const what = 'beyond' in row ? 'lines in words' : 'lines';
  return `The group “${row.group}” of ${row.grade} has ${most} ${what} already, and takes no more. Give this line a group of its own.`;
}

function gradesFrom(grades: ReadonlyMap<string, ReadonlyMap<string, RowsOfGroup>>): Grade[] {
  return [...grades].map(([name, groups], grade) => ({
    id: `grade-${grade + 1}`,
    name,
    groups: [...groups].map(([group, { rule, items, beyond }], place) => ({
      id: `group-${grade + 1}-${place + 1}`,
      name: group,
      rule,
      items,
      ...(beyond.length > 0 ? { beyond } : {}),
    })),
  }));
}

/** A row that can be taken: a line of the syllabus, or what is asked besides in its own words. */
type GoodRow = {
  readonly instrument: InstrumentId;
  readonly grade: string;
  readonly group: string;
  readonly rule: Rule;
} & ({ readonly item: Item } | { readonly beyond: string });

/** The figure of a row that stands in words. */
const IN_WORDS = 'other';
/** How long a cell may be, letters. */
const LONGEST = { cell: 200, words: 300 } as const;

function readRow(cell: (column: Column) => string, id: string): GoodRow | Omit<BadRow, 'line'> {
  for (const column of CSV_COLUMNS) {
    if (FORMULA.test(cell(column))) {
      return { field: column, reason: 'This looks like a formula of a spreadsheet. Write the value itself.' };
    }
    const most = column === 'words' ? LONGEST.words : LONGEST.cell;
    if (cell(column).length > most) return { field: column, reason: `This is longer than ${most} letters.` };
  }
  const instrument = cell('instrument').toLowerCase();
  if (!isInstrument(instrument)) {
    return { field: 'instrument', reason: `“${cell('instrument')}” is no instrument here: ${INSTRUMENTS.join(', ')}.` };
  }
  const grade = cell('grade');
  if (grade === '' || grade.length > 60)
    return { field: 'grade', reason: 'Give the grade a name of at most 60 letters.' };
  const rule = readRule(cell('rule'));
  if (!rule) return { field: 'rule', reason: `“${cell('rule')}” is no rule: write all, choice, or any 2.` };
  const place = { instrument, grade, group: cell('group').slice(0, 80) || 'Scales', rule };
  if (cell('figure').toLowerCase() === IN_WORDS) {
    return cell('words')
      ? { ...place, beyond: cell('words') }
      : { field: 'words', reason: 'Say in words what is asked: double stops in D. Or name a figure.' };
  }
  if (cell('words')) return { field: 'words', reason: `Words stand beside the figure ${IN_WORDS} alone.` };
  const memory = cell('memory').toLowerCase();
  if (!['', 'yes', 'no'].includes(memory)) return { field: 'memory', reason: 'Write yes or no.' };
  const tempo = cell('bpm') === '' ? undefined : { bpm: number(cell('bpm')), perBeat: number(cell('per_beat') || '1') };
  const item = readOutside(Item, {
    id,
    figure: cell('figure').toLowerCase(),
    forms: words(cell('forms') || 'major').map((form) => form.toLowerCase()),
    tonics: words(cell('tonics')),
    octaves: number(cell('octaves') || '1'),
    ...(cell('lowest') ? { lowest: cell('lowest') } : {}),
    ...(cell('direction') ? { direction: cell('direction').toLowerCase() } : {}),
    ...(cell('slurs') ? { slurs: cell('slurs').toLowerCase() === 'any' ? [] : words(cell('slurs')).map(number) } : {}),
    ...(cell('rhythm') ? { rhythm: cell('rhythm').toLowerCase() } : {}),
    ...(tempo ? { tempo } : {}),
    memory: memory !== 'no',
  });
  if (!item.ok) {
    const { path, message } = item.refusal;
    const [first = '', second] = path.split('.');
    const field = first === 'tempo' ? (second === 'perBeat' ? 'per_beat' : 'bpm') : first || 'figure';
    return { field, reason: message };
  }
  return { ...place, item: item.value };
}

function isInstrument(text: string): text is InstrumentId {
  return (INSTRUMENTS as readonly string[]).includes(text);
}

function words(text: string): string[] {
  return text.split(/[\s;/]+/).filter(Boolean);
}

/** A number as it is written; anything else becomes NaN, which the schema refuses. */
function number(text: string): number {
  return /^\d{1,4}$/.test(text) ? Number(text) : Number.NaN;
}

/** Small letters and digits that tell one text from another. */
function hashed(text: string): string {
  let sum = 5381;
  for (let k = 0; k < text.length; k += 1) sum = (sum * 33 + text.charCodeAt(k)) % 4294967291;
  return sum.toString(36);
}

/** A syllabus as CSV: a header, then a row for each line. Fields a spreadsheet would run are quoted off. */
export function syllabusCsv(syllabus: Syllabus): string {
  const rows = syllabus.sections.flatMap(({ instrument, grades }) =>
    grades.flatMap((grade) =>
      grade.groups.flatMap((group) => {
        const place = [instrument, grade.name, group.name, ruleText(group.rule)];
        const made = group.items.map((item) => [
          ...place,
          item.figure,
          item.forms.join(' '),
          item.tonics.join(' '),
          item.octaves,
          item.lowest ?? '',
          item.direction,
          item.slurs.join(' ') || 'any',
          item.rhythm,
          item.tempo?.bpm ?? '',
          item.tempo?.perBeat ?? '',
          item.memory ? 'yes' : 'no',
          '',
        ]);
        const besides = (group.beyond ?? []).map((words) => [
          ...place,
          IN_WORDS,
          ...Array<string>(CSV_COLUMNS.length - place.length - 2).fill(''),
          words,
        ]);
        return [...made, ...besides];
      }),
    ),
  );
  return Papa.unparse({ fields: [...CSV_COLUMNS], data: rows }, { escapeFormulae: true });
}

/** A CSV to begin from: the header, and two rows that show what goes where. */
export function csvTemplate(): string {
  return Papa.unparse({
    fields: [...CSV_COLUMNS],
    data: [
      [
        'violin',
        'Grade 1',
        'Scales',
        'all',
        'scale',
        'major',
        'D A',
        1,
        '',
        'up-down',
        '1 2',
        'even',
        60,
        2,
        'yes',
        '',
      ],
      [
        'violin',
        'Grade 1',
        'Arpeggios',
        'any 1',
        'arpeggio',
        'major minor',
        'D',
        1,
        'D4',
        '',
        '1',
        '',
        54,
        1,
        'no',
        '',
      ],
    ],
  });
}
