import { capital, choices, listed, plural } from './words.ts';

/**
 * Why something asked for can't be given. The code that refuses says which case it is and the facts of it; the
 * sentence is made here, so that all of them stand in one list and say what would work instead.
 */
const SENTENCES = {
  /** Read from outside and not understood: the reader says why (`reading.ts`). */
  unreadable: ({ reason }: { reason: string }) => reason,
  /** Of a file: the place at fault before what is wrong there. */
  'unreadable-file': ({ place, reason, kept }: { place: string; reason: string; kept: string }) =>
    [place ? `At ${place}: ${reason}` : reason, kept].filter(Boolean).join(' '),
  'damaged-entry': ({ what, number, place, reason }: { what: string; number: number; place: string; reason: string }) =>
    `${capital(what)} ${number} in the file is damaged (at ${place}: ${reason}). Nothing was imported.`,
  'not-json': ({ thing, instead }: { thing: string; instead: string }) =>
    `This file is not ${thing}: it is not JSON. ${instead}`,
  'other-file': ({ thing, instead }: { thing: string; instead: string }) =>
    `This JSON file is not ${thing}. ${instead}`,
  'other-version': ({ thing, version, reads }: { thing: string; version: string; reads: number }) =>
    `This is ${thing} of version ${version}; this Step Ladder reads version ${reads}. Open it with the Step Ladder that made it, or get the newest one.`,
  'no-such-file': ({ file, reason }: { file: string; reason: string }) => `“${file}” cannot be read: ${reason}`,
  'too-large': ({ thing, most, instead }: { thing: string; most: string; instead: string }) =>
    `This file is larger than ${most}: too large for ${thing}. ${instead}`,
  'twice-in-file': ({ what, id }: { what: string; id: string }) =>
    `The file holds two of ${what} under one id, “${id}”.`,
  fault: ({ reason }: { reason: string }) =>
    `This recipe met a fault in the program (${reason}). A simpler recipe may work.`,

  'no-tonic-start': () => 'The lowest note is a sounding pitch with its octave, such as A3.',
  'start-not-tonic': ({ key, lowest }: { key: string; lowest: string }) =>
    `The lowest note must be the tonic, ${key}: on this instrument ${lowest} or an octave of it.`,
  'start-too-low': ({ start, instrument, key, lowest }: Start) =>
    `${start} lies below the lowest string of the ${instrument}. The lowest ${key} it has is ${lowest}.`,
  'start-too-high': ({ start, instrument, key, lowest }: Start) =>
    `${start} lies above the fingerboard of the ${instrument}. The lowest ${key} it has is ${lowest}.`,
  'no-room-from': ({
    start,
    instrument,
    octaves,
    starts,
    most,
    lowest,
  }: {
    start: string;
    instrument: string;
    /** `three octaves`. */
    octaves: string;
    /** Lowest notes from which so many fit. */
    starts: readonly string[];
    /** How much fits from the start asked for; nothing if no octave does. */
    most: string | undefined;
    lowest: string;
  }) =>
    `From ${start} the ${instrument} has no room for ${octaves}.${starts.length > 0 ? ` Start on ${listed(starts, 'or')}, or` : ' Here'} ${
      most ? `take ${most} from ${start}.` : `start lower: ${lowest}.`
    }`,
  'no-room': ({
    instrument,
    octaves,
    most,
    key,
    lowest,
    keys,
  }: {
    instrument: string;
    octaves: string;
    most: string;
    key: string;
    lowest: string;
    /** Keys in which so many octaves fit. */
    keys: readonly string[];
  }) =>
    `The ${instrument} has room for ${most} of ${key}, from ${lowest}. ${
      keys.length > 0 ? `${capital(octaves)} fit from ${choices(keys)}.` : `No key has ${octaves} on it.`
    }`,
  unspellable: ({ key, form, twin }: { key: string; form: string; twin: string | undefined }) =>
    `${key} ${form} would need more than two sharps or flats on one note.${twin ? ` Write it as ${twin} ${form}: the same sound.` : ''}`,
  'no-arpeggio': ({ form, chords }: { form: string; chords: readonly string[] }) =>
    `There is no arpeggio in the form ${form}. Arpeggios come as: ${choices(chords)}.`,
  'which-minor': () => '"minor" is an arpeggio here. Say which minor: natural-minor, harmonic-minor or melodic-minor.',
  'only-arpeggio': ({ form, scales }: { form: string; scales: readonly string[] }) =>
    `${form} is an arpeggio: choose the figure arpeggio, or one of the scales: ${choices(scales)}.`,
  'set-needs-key': () => 'A set of scale, arpeggio and thirds needs a key: choose major, a minor or a mode.',
  'series-has-forms': () => 'An arpeggio series brings its own forms, one after the other. Leave the form at major.',
  'series-has-no-parts': () => 'This series has no parts. Choose a single arpeggio.',
  'only-melodic-descends': () => 'Only the melodic minor has another form coming down. Choose natural here.',
  'too-few-notes': () =>
    'One octave of this form has too few notes for the figure. Choose two octaves, or the plain scale.',
  'no-opening-turn': () => 'A study that only comes down has no opening turn. Choose none, or a closing turn.',
  'no-closing-turn': () => 'A study that only goes up has no closing turn. Choose none, or an opening turn.',
  'too-short-to-turn': () => 'This range is too short for a turn.',

  'no-hand-systems': ({ instrument }: { instrument: string }) =>
    `Hand systems belong to the bass; the ${instrument} has one hand. Leave this out, or choose the bass.`,
  'no-such-string': ({ instrument, string, strings }: { instrument: string; string: string; strings: Strings }) =>
    `The ${instrument} has no ${string} string. Its strings are: ${choices(strings)}.`,
  'no-such-note': ({ at, count }: { at: number; count: number }) =>
    `This study has ${count} notes, counted from 0 to ${count - 1}: there is no note ${at}.`,
  'pinned-twice': ({ at }: { at: number }) =>
    `Note ${at} is pinned twice, each time to something else. Keep one of the two pins.`,
  'groups-go-up': () => 'Finger groups are given for the way up. Choose up, or up and down.',
  'groups-miscounted': ({ notes, fingers }: { notes: number; fingers: number }) =>
    `The way up has ${notes} notes, the groups have ${fingers} fingers. They must be the same.`,
  'group-unplayable': ({ finger, group, note }: { finger: string; group: number; note: string }) =>
    `Finger ${finger} of group ${group} cannot play ${note} here. Change that group, or allow other strings or positions.`,
  'series-has-no-groups': () =>
    'A series has no one set of finger groups. Leave groups out, or choose a single arpeggio.',
  'pin-off-string': ({ note, string, strings, others }: { note: string; string: string; strings: Strings } & Others) =>
    `${note} does not lie on the ${string} string. It can be played on: ${choices(strings)}.${releaseWords(others)}`,
  'pin-off-finger': ({
    note,
    finger,
    string,
    fingers,
    others,
  }: {
    note: string;
    finger: string;
    string: string | undefined;
    fingers: readonly string[];
  } & Others) =>
    `Finger ${finger} cannot play ${note}${string ? ` on the ${string} string` : ''}. What can: ${choices(fingers)}.${releaseWords(others)}`,
  'off-strings': ({ note, strings }: { note: string; strings: Strings }) =>
    `${note} does not lie on the strings allowed. It can be played on: ${choices(strings)}.`,
  'off-positions': ({ note, asked, needed }: { note: string; asked: Range; needed: Range }) =>
    `${note} cannot be reached with the hand between stops ${asked[0]} and ${asked[1]}. On the strings allowed it needs a hand between stops ${needed[0]} and ${needed[1]}.`,
  'no-finger': ({ note, strings }: { note: string; strings: Strings }) =>
    `${note} cannot be fingered on the strings allowed. Allow: ${choices(strings)}.`,

  'no-hand-for-groups': () =>
    'No hand can play these finger groups on the strings and in the positions allowed. Change the groups, or leave them out.',
  'no-hand-in-positions': () => 'No hand can get through the study within these positions. Allow more of them.',
  'no-hand-on-strings': () =>
    'The strings allowed do not lie side by side, and a scale may not jump over a string. Allow the strings between them.',
  'no-hand-without-open': () => 'Without open strings no hand can get through the study. Allow them at least one way.',
  'no-hand-for-pins': () =>
    'No hand can play these pins one after the other. Release some of them, and the rest can stay.',
  'no-hand-coming-back': () => 'The way down cannot come back like this. Choose another way down.',
  'no-hand': () =>
    'These rules together leave no hand that can play the study. Release the pins, or allow more strings and positions.',
  'nothing-to-compare': () => 'This study has no fingering to compare with.',
} as const;

interface Start {
  readonly start: string;
  readonly instrument: string;
  readonly key: string;
  readonly lowest: string;
}

type Strings = readonly string[];
type Range = readonly [low: number, high: number];

interface Others {
  /** Numbers, counted from 1, of the other notes whose pins can't be played either. */
  readonly others: readonly number[];
}

function releaseWords(others: readonly number[]): string {
  return others.length === 0
    ? ' Release this pin, and the rest can stay.'
    : ` Release it, and the pins on ${plural(others.length, 'note')} ${choices(others)}; the rest can stay.`;
}

/** Which case of refusal it is: steady, for code that tells one from another. */
export type RefusalCode = keyof typeof SENTENCES;

/** The facts a refusal of that kind is told with. */
export type RefusalFacts<Code extends RefusalCode> =
  Parameters<(typeof SENTENCES)[Code]> extends [infer Facts] ? Facts : Record<never, never>;

/** Why something can't be given: the case, the field at fault, and what would work instead. */
export interface Refusal {
  readonly code: RefusalCode;
  /** Dotted path of the field: `octaves`, `pins.0.string`. */
  readonly path: string;
  /** One sentence or two a teacher understands. */
  readonly message: string;
  /** Notes whose pins must be released, counted from 0, where pins are at fault. */
  readonly release?: readonly number[];
}

/**
 * A refusal of a field.
 * @example refusal('pinned-twice', 'pins.3', { at: 7 }).message // 'Note 7 is pinned twice, …'
 */
export function refusal<Code extends RefusalCode>(
  code: Code,
  path: string,
  facts: RefusalFacts<Code>,
  release?: readonly number[],
): Refusal {
  const say = SENTENCES[code] as (facts: RefusalFacts<Code>) => string;
  const refused = { code, path, message: say(facts) };
  return release ? { ...refused, release } : refused;
}
