import type { FigureId, FormId } from '../../theory/index.ts';

/** The kinds of minor a line may name beside the word minor, and forms with a name of their own. */
export type FormWord = 'major' | 'minor' | 'harmonic' | 'melodic' | 'natural' | 'pentatonic' | FormId;

/** How a tonic is introduced: as a key, or as the note a study begins on. */
export type Lead = 'key' | 'start' | 'none';

/** What a few words of a line mean. */
export type Token =
  | { readonly kind: 'tonic'; readonly tonic: string; readonly lead: Lead; readonly lowest?: true }
  | { readonly kind: 'form'; readonly word: FormWord }
  | { readonly kind: 'figure'; readonly figure: FigureId }
  | { readonly kind: 'join'; readonly join: 'and' | 'or' }
  | { readonly kind: 'octaves'; readonly octaves: number }
  | { readonly kind: 'slurs'; readonly slurs: readonly number[] }
  | { readonly kind: 'octave-slur' }
  | { readonly kind: 'beats-slur'; readonly beats: number; readonly text: string }
  | { readonly kind: 'slurred'; readonly text: string }
  /** A tempo; `unit` is the length of its beat in whole notes, where it is said. */
  | { readonly kind: 'tempo'; readonly bpm: number; readonly unit?: number }
  /** The length of the study's notes, in whole notes. */
  | { readonly kind: 'value'; readonly length: number }
  | { readonly kind: 'per-beat'; readonly perBeat: number }
  | { readonly kind: 'memory'; readonly memory: boolean }
  | { readonly kind: 'direction'; readonly direction: 'up' | 'down' | 'up-down' }
  | { readonly kind: 'open-start' }
  | { readonly kind: 'relative' }
  /** Every key of at most so many sharps and flats. */
  | { readonly kind: 'signs'; readonly sharps: number; readonly flats: number }
  | { readonly kind: 'above' }
  | { readonly kind: 'rule'; readonly count: number }
  | { readonly kind: 'beyond'; readonly text: string }
  | { readonly kind: 'part' }
  | { readonly kind: 'filler' }
  | { readonly kind: 'unread'; readonly text: string };

const NUMBERS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  single: 1,
  two: 2,
  twos: 2,
  pairs: 2,
  pair: 2,
  both: 2,
  three: 3,
  threes: 3,
  four: 4,
  fours: 4,
  five: 5,
  six: 6,
  sixes: 6,
  seven: 7,
  sevens: 7,
  eight: 8,
  eights: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  sixteen: 16,
};

const NUMBER = String.raw`(?:\d{1,2}s?|(?:two|three|four|seven|eight)s?|one|five|six(?:es)?(?!teen)|nine|ten|twelve|sixteen|pairs?)(?![\p{L}\p{N}])`;
const LIST = String.raw`${NUMBER}(?:\s*(?:,|and|or|&|\/)\s*${NUMBER})*`;
const TO_A_BOW = String.raw`(?:to|per|in|on)\s+(?:a|an|the|each|every|one)?\s*(?:bow|slur|stroke)s?\b`;

/** The number a word stands for. */
export function numberIn(word: string): number {
  return NUMBERS[word.toLowerCase()] ?? Number.parseInt(word, 10);
}

function numbersIn(list: string): number[] {
  return [...list.matchAll(new RegExp(NUMBER, 'giu'))].map(([word]) => numberIn(word));
}

/** Note values, in whole notes. */
const VALUES: readonly (readonly [words: string, length: number])[] = [
  ['semibreves?|whole[- ]notes?', 1],
  ['minims?|half[- ]notes?|𝅗𝅥', 1 / 2],
  ['semiquavers?|sixteenth(?:[- ]notes?)?s?|16ths?(?:[- ]notes?)?|𝅘𝅥𝅯|♬', 1 / 16],
  ['quavers?|eighth(?:[- ]notes?)?s?|8ths?(?:[- ]notes?)?|♪', 1 / 8],
  ['crotchets?|quarter(?:[- ]notes?)?s?|♩', 1 / 4],
];
const VALUE = VALUES.map(([words]) => words).join('|');
const DOTTED = String.raw`(dotted[- ])?`;

function lengthOf(dotted: string | undefined, word: string, after = ''): number {
  const found = VALUES.find(([words]) => new RegExp(`^(?:${words})$`, 'iu').test(word));
  return (found?.[1] ?? 1 / 4) * (dotted || after.includes('.') ? 1.5 : 1);
}

const ACCIDENTAL = String.raw`(?:[\s-]?(flat|sharp)s?\b|([b#♭♯]))?`;

function tonicNamed(letter: string, word: string | undefined, sign: string | undefined): string {
  const flat = word?.toLowerCase() === 'flat' || sign === 'b' || sign === '♭';
  const sharp = word?.toLowerCase() === 'sharp' || sign === '#' || sign === '♯';
  return letter.toUpperCase() + (flat ? 'b' : sharp ? '#' : '');
}

function lead(words: string | undefined): Lead {
  if (!words) return 'none';
  return /key|\bin\b|\bof\b/i.test(words) && !/start|begin|from|\bon\b/i.test(words) ? 'key' : 'start';
}

type Make = (match: RegExpExecArray) => Token;
type Entry = readonly [pattern: RegExp, make: Make];

const entry = (pattern: string, make: Make, flags = 'iuy'): Entry => [new RegExp(pattern, flags), make];
const word = (pattern: string, token: Token): Entry => entry(String.raw`(?:${pattern})(?![\p{L}\p{N}])`, () => token);
const form = (pattern: string, formWord: FormWord): Entry => word(pattern, { kind: 'form', word: formWord });
const figure = (pattern: string, id: FigureId): Entry => word(pattern, { kind: 'figure', figure: id });

const TONIC_LEAD = String.raw`((?:(?:starting|beginning|begun|start|begin|commencing)\s+(?:on|from|note:?)|from|on|in\s+the\s+keys?\s+of|the\s+keys?\s+of|keys?\s+of|in|of)\s+(?:the\s+)?(?:notes?\s+)?(?:(open|lowest|bottom|low)\s+)?)?`;

/**
 * The words a printed syllabus uses, tried in this order at every place of a line; the first that
 * fits is what they mean. Common usage on both sides of the ocean, no source.
 */
export const LEXICON: readonly Entry[] = [
  entry(
    String.raw`(?:scales?\s+)?(?:in\s+)?(?:parallel\s+|fingered\s+)?(?:double[- ]stop(?:s|ped|ping)?|double[- ]stopped)(?:[^,;.]*)|(?:natural |artificial )?harmonics(?:[^,;.]*)|scales?\s+in\s+(?:thirds|sixths|octaves|tenths)\b|(?:parallel|fingered)\s+(?:thirds|sixths|octaves|tenths)|chords?\b(?!\s*:)`,
    ([text]) => ({ kind: 'beyond', text: text.trim() }),
  ),
  word(
    String.raw`(?:(?:of|in|on|for|as\s+for|as)\s+)?(?:all\s+)?(?:the\s+)?(?:above|same|these|those|scale)\s+(?:scale\s+|major\s+and\s+minor\s+)?(?:keys?|scales|tonics)|(?:in\s+|of\s+)?(?:the\s+)?keys?\s+(?:listed\s+|given\s+)?above|as\s+(?:for\s+)?(?:the\s+)?scales(?:\s+above)?|as\s+above|of\s+the\s+above`,
    { kind: 'above' },
  ),
  entry(
    String.raw`(?:candidates?\s+(?:must\s+|should\s+|to\s+)?)?(?:choose|select|play|choice\s+of|any|at\s+least)\s+(?:any\s+)?(${NUMBER})(?:\s+(?:scales|arpeggios|keys|items))?\s*(?:of|from)\b(?:\s+(?:the\s+following|these|those|the\s+list))?`,
    (match) => ({ kind: 'rule', count: numberIn(match[1] ?? '1') }),
  ),
  entry(String.raw`(${NUMBER})\s+of\s+(?:the\s+following|these|those)`, (match) => ({
    kind: 'rule',
    count: numberIn(match[1] ?? '1'),
  })),
  entry(
    String.raw`(?:slurr?(?:ed|s|ing)?\s*,?\s*)?(?:with\s+)?(?:an?|one|a\s+whole|each|the\s+whole)\s+(?:whole\s+)?(?:octave|8ve)\s+(?:to|per|in)\s+(?:a|an|the|each|one)?\s*(?:bow|slur)|(?:one\s+|a\s+)?bow\s+(?:to|per|for)\s+(?:an|each|the|every)?\s*octave|octave\s+slurs?`,
    () => ({ kind: 'octave-slur' }),
  ),
  entry(
    String.raw`(?:slurr?(?:ed|s|ing)?\s*,?\s*)?(${NUMBER})\s*(?:crotchet\s+|quarter[- ]note\s+|minim\s+|half[- ]note\s+)?beats?\s*${TO_A_BOW}`,
    (match) => ({ kind: 'beats-slur', beats: numberIn(match[1] ?? '1'), text: match[0] }),
  ),
  entry(
    String.raw`(?:in\s+)?(?:(?:all\s+)?keys\s+)?(?:of\s+|with\s+)?(?:up\s+to|to|at\s+most)\s+(?:and\s+including\s+)?(${NUMBER})\s+(?:sharps?\s+(?:and|or|&)\s+flats?(?!\s*\d)|accidentals|(?:sharps?)\s*(?:(?:and|or|&|,)\s*(?:up\s+to\s+)?(${NUMBER})\s+flats?)?|(flats))`,
    (match) => {
      const count = numberIn(match[1] ?? '0');
      const both = /accidentals|sharps?\s+(?:and|or|&)\s+flats?/i.test(match[0]);
      return {
        kind: 'signs',
        sharps: match[3] ? 0 : count,
        flats: match[3] || both ? count : match[2] ? numberIn(match[2]) : 0,
      };
    },
  ),
  entry(String.raw`(?:in\s+)?(?:all|the)\s+twelve\s+keys`, () => ({ kind: 'signs', sharps: 6, flats: 5 })),
  entry(
    String.raw`(?:with\s+)?(?:a\s+)?(?:separate(?:ly)?|sep\.?|single|individual)(?:[\s-]+(?:bow(?:s|ed|ing|ings|strokes)?|strokes?|notes?))?(?:\s+(?:to|for|per)\s+(?:each|every|a)\s+note)?|détaché|detache|detached|(?:a|one)\s+bow\s+(?:to|per)\s+(?:a|each|every)?\s*note|(?:one|1)\s+note\s+${TO_A_BOW}`,
    () => ({ kind: 'slurs', slurs: [1] }),
  ),
  entry(
    String.raw`(?:with\s+)?(?:slurr?(?:ed|s|ing)?|legato)[\s,:(-]*(?:in\s+|by\s+)?(?:the\s+)?(?:groups?\s+)?(?:of\s+)?(${LIST})(?!\s*(?:oct|8ve))(?:[\s-]*notes?)?(?:\s*${TO_A_BOW}|\s+each)?`,
    (match) => ({ kind: 'slurs', slurs: numbersIn(match[1] ?? '') }),
  ),
  entry(String.raw`(${LIST})(?:[\s-]*notes?)?\s*${TO_A_BOW}`, (match) => ({
    kind: 'slurs',
    slurs: numbersIn(match[1] ?? ''),
  })),
  entry(String.raw`(?:slurr?(?:ed|s|ing)?|legato)(?![\p{L}])`, ([text]) => ({ kind: 'slurred', text })),
  entry(String.raw`(?:octaves?|8ves?)\s*[:=]\s*(${NUMBER})`, (match) => ({
    kind: 'octaves',
    octaves: numberIn(match[1] ?? '1'),
  })),
  entry(
    String.raw`(?:in\s+|over\s+|through\s+|each\s+(?:in\s+)?)*(${NUMBER}|an?|single)[\s-]*(?:octaves?|oct\.?|8ves?|8vas?)(?:\s+(?:each|only))?(?![\p{L}])`,
    (match) => ({ kind: 'octaves', octaves: numberIn(match[1] ?? '1') }),
  ),
  entry(
    String.raw`${DOTTED}(${VALUE})(\.?)\s*(?:=|at|equals|:)\s*(?:c\.?\s*|ca\.?\s*|at\s+least\s+|min\.?\s+)?(\d{2,3})(?:\s*(?:[-–]\s*\d{2,3}))?`,
    (match) => ({
      kind: 'tempo',
      bpm: Number(match[4]),
      unit: lengthOf(match[1], match[2] ?? '', match[3]),
    }),
  ),
  entry(
    String.raw`(?:m\.?\s?m\.?|(?:minimum\s+|suggested\s+|min\.?\s+|at\s+a\s+)*(?:tempo|speed|metronome)(?:\s+of)?|metronome\s+mark(?:ing)?)\s*[:=]?\s*(\d{2,3})(?:\s*(?:bpm|beats?\s+(?:per|a)\s+minute))?`,
    (match) => ({ kind: 'tempo', bpm: Number(match[1]) }),
  ),
  entry(String.raw`(?:at\s+)?(\d{2,3})\s*(?:bpm|beats?\s+(?:per|a|to\s+the)\s+minute)`, (match) => ({
    kind: 'tempo',
    bpm: Number(match[1]),
  })),
  entry(String.raw`(${NUMBER})(?:\s*notes?)?\s*(?:to|per|in|on)\s*(?:a|the|each|every|one)?\s*beat`, (match) => ({
    kind: 'per-beat',
    perBeat: numberIn(match[1] ?? '1'),
  })),
  entry(
    String.raw`(?:(?:in|as|even|played\s+in)\s+)*(?:triplet[- ](?:quavers?|eighth(?:[- ]note)?s?)|triplets)`,
    () => ({
      kind: 'per-beat',
      perBeat: 3,
    }),
  ),
  entry(String.raw`(?:(?:in|as|even|played\s+in|straight)\s+)*${DOTTED}(${VALUE})(?![\p{L}])`, (match) => ({
    kind: 'value',
    length: lengthOf(match[1], match[2] ?? ''),
  })),
  word(String.raw`from\s+memory|by\s+(?:heart|memory)|memori[sz]ed|by\s+rote`, { kind: 'memory', memory: true }),
  word(
    String.raw`(?:with|from)\s+(?:the\s+)?(?:music|page|book|score|notation)|music\s+(?:may|can)\s+be\s+used|(?:may|can)\s+be\s+(?:played\s+)?(?:read|from\s+music)|(?:need\s+)?not\s+(?:be\s+)?memori[sz]ed`,
    { kind: 'memory', memory: false },
  ),
  word(String.raw`(?:ascending|up)\s+(?:and|&)\s+(?:descending|down)|(?:hands?\s+)?similar\s+motion|both\s+ways`, {
    kind: 'direction',
    direction: 'up-down',
  }),
  word(String.raw`ascending(?:\s+only)?|(?:going\s+)?up(?:wards?)?\s+only`, { kind: 'direction', direction: 'up' }),
  word(String.raw`descending(?:\s+only)?|(?:coming\s+)?down(?:wards?)?\s+only`, {
    kind: 'direction',
    direction: 'down',
  }),
  word(
    String.raw`(?:starting|beginning|start|from|begun|on)\s+(?:on\s+|from\s+)?(?:an?\s+|the\s+|its\s+)?open\s+strings?`,
    { kind: 'open-start' },
  ),
  word(String.raw`(?:(?:and|with)\s+)?(?:its|their|the|his)?\s*relative\s+minors?`, { kind: 'relative' }),
  figure(String.raw`(?:in\s+)?broken[- ]thirds?`, 'broken-thirds'),
  figure(String.raw`arpeggio\s+series|series\s+of\s+arpeggios`, 'arpeggio-series'),
  form(String.raw`V7`, 'dominant-7'),
  form(String.raw`dom(?:inant|\.)?[\s-]*(?:sevenths?|7ths?)(?:\s+(?:arpeggios?|chords?))?`, 'dominant-7'),
  form(String.raw`dim(?:inished|\.)?[\s-]*(?:sevenths?|7ths?)(?:\s+(?:arpeggios?|chords?))?`, 'diminished-7'),
  form(String.raw`maj(?:or|\.)?[\s-]*(?:sevenths?|7ths?)`, 'major-7'),
  form(String.raw`min(?:or|\.)?[\s-]*(?:sevenths?|7ths?)`, 'minor-7'),
  form(String.raw`aug(?:mented|\.)?(?:\s+triads?)?`, 'augmented'),
  form(String.raw`chromatics?`, 'chromatic'),
  form(String.raw`whole[- ]tones?`, 'whole-tone'),
  form(String.raw`half[-– ]whole(?:\s+octatonic)?`, 'octatonic-half-whole'),
  form(String.raw`whole[-– ]half(?:\s+octatonic)?`, 'octatonic-whole-half'),
  form('dorian', 'dorian'),
  form('phrygian', 'phrygian'),
  form('lydian', 'lydian'),
  form('mixolydian', 'mixolydian'),
  form('locrian', 'locrian'),
  form('aeolian', 'natural-minor'),
  form('ionian', 'major'),
  form('pentatonics?', 'pentatonic'),
  form(String.raw`majors?|maj\.?`, 'major'),
  form(String.raw`minors?|min\.?`, 'minor'),
  form(String.raw`harmonics?|harm\.?`, 'harmonic'),
  form(String.raw`melodics?|mel\.?`, 'melodic'),
  form(String.raw`naturals?|nat\.?`, 'natural'),
  figure(String.raw`arpeggios?|arpeggii|arps?\.?|broken[- ]chords?`, 'arpeggio'),
  figure(String.raw`scales?`, 'scale'),
  entry(
    String.raw`${TONIC_LEAD}([A-G])${ACCIDENTAL}(?![\p{L}\p{N}♭♯#])`,
    (match) => ({
      kind: 'tonic',
      tonic: tonicNamed(match[3] ?? '', match[4], match[5]),
      lead: lead(match[1]),
      ...(match[2] ? { lowest: true as const } : {}),
    }),
    'uy',
  ),
  // Some print a minor key's letter small.
  entry(
    String.raw`([a-g])${ACCIDENTAL}(?=[\s-]+(?:harmonic|melodic|natural|minor|min\b))`,
    (match) => ({ kind: 'tonic', tonic: tonicNamed(match[1] ?? '', match[2], match[3]), lead: 'none' }),
    'uy',
  ),
  word('either|or', { kind: 'join', join: 'or' }),
  entry(String.raw`\/`, () => ({ kind: 'join', join: 'or' })),
  word('and|plus|also|then', { kind: 'join', join: 'and' }),
  entry(String.raw`[&+,]`, () => ({ kind: 'join', join: 'and' })),
  entry(String.raw`;|\.(?=\s|$)`, () => ({ kind: 'part' })),
  word(
    String.raw`(?:at\s+)?(?:the\s+)?(?:candidate|player|examiner|pupil|student|performer)(?:['’]?s)?['’]?\s+(?:own\s+)?choice|of\s+(?:own|your|the\s+candidate['’]s)\s+choice|own\s+choice`,
    { kind: 'filler' },
  ),
  word(
    String.raw`the|of|in|on|with|to|at|an?|each|every|both|all|as|for|from|be|is|are|played?|playing|prepared|learnt?|required|following|even(?:ly)?(?:\s+(?:notes?|rhythm))?|notes?|bow(?:s|ing|ings|ed)?|whole\s+bows?|tempo|speed|key(?:s)?(?:\s+of)?|form|forms|starting|beginning|using|same|by|slurs?|beats?|minimum|suggested|equal|groups?|requirements?|string|strings|instrument|only|set|strokes?|list|etc|and\/or|hands?|together|one|rhythm|octaves?`,
    { kind: 'filler' },
  ),
  entry(String.raw`[\s:()[\]–—\-‘’'"“”…•·*=.]+`, () => ({ kind: 'filler' })),
];
