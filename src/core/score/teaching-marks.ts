import { handBlocks, type FingeredNote } from '../fingering/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { bendOf } from '../shifts/index.ts';
import { printed } from '../theory/index.ts';
import type { ScoredStudy } from './scored-study.ts';
import { TEACHING_MARKS, type TeachingMark } from './teaching-mark.ts';

/** Short words over or under notes, by note. */
export type NoteWords = ReadonlyMap<number, string>;

/** How many notes ahead a finger that stays down is worth a word. */
const SOON = 8;

/** The words of some marks, by note; two at one note stand one after the other. */
export function teachingWords(study: ScoredStudy, marks: readonly TeachingMark[]): NoteWords {
  const words = new Map<number, string>();
  // A finger to have ready says already how it stands.
  for (const mark of UNDER.filter((one) => marks.includes(one)).reverse()) {
    for (const [at, text] of WORDS[mark](study)) {
      const said = words.get(at);
      if (!said?.split(' ').includes(text)) words.set(at, said ? `${said}, ${text}` : text);
    }
  }
  return words;
}

/** Marks under the notes; what is hard in a bar stands over it. */
const UNDER = TEACHING_MARKS.filter((one) => one !== 'hard');

const WORDS: Readonly<Record<(typeof UNDER)[number], (study: ScoredStudy) => NoteWords>> = {
  extensions: extensionWords,
  'low-high': bendWords,
  stays: stayWords,
  'no-open': noOpenWords,
  traps: trapWords,
};

/** Where a finger reaches out of the hand, and where the hand closes again. */
function extensionWords({ way }: ScoredStudy): NoteWords {
  const words = new Map<number, string>();
  let last: FingeredNote | undefined;
  for (const note of way.fingers) {
    if (note.finger === 0) continue;
    const open = last !== undefined && last.reach !== 'none' && last.hand === note.hand;
    if (note.reach === 'forward' && !(open && last?.reach === 'forward')) words.set(note.at, 'extend');
    else if (note.reach === 'back' && !(open && last?.reach === 'back')) words.set(note.at, 'extend back');
    else if (note.reach === 'none' && open) words.set(note.at, 'close');
    last = note;
  }
  return words;
}

/** Low and high fingers, beside the tapes of the major keys, where the hand stays home or goes. */
function bendWords({ way, recipe }: ScoredStudy): NoteWords {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  return new Map(
    way.fingers.flatMap((note) => {
      const bend = bendOf(instrument, note);
      // A second finger on its tape is a high second in a beginner's words.
      const high = instrument.tapes && note.finger === 2 && bend === undefined && !note.thumb;
      return (bend ?? high) ? [[note.at, bend ?? 'high'] as const] : [];
    }),
  );
}

/** Fingers that may stay down because they play again soon in the same hand. */
function stayWords({ way }: ScoredStudy): NoteWords {
  const words = new Map<number, string>();
  for (const block of handBlocks(way.fingers)) {
    const notes = way.fingers.slice(block.from, block.to + 1);
    notes.forEach((note, k) => {
      const next = notes[k + 1];
      if (note.finger === 0 || !next || next.string === note.string) return;
      const again = notes.slice(k + 1, k + 1 + SOON).find((one) => one.string === note.string && one.finger !== 0);
      if (again?.stop === note.stop) words.set(note.at, `keep ${note.finger} down`);
    });
  }
  return words;
}

/** Strings whose open note the key does not have, at the first note stopped on them. */
function noOpenWords({ way, recipe, passage }: ScoredStudy): NoteWords {
  const { strings } = instrumentFor(recipe.instrument, recipe.setUp);
  const inKey = new Set(passage.notes.map((note) => note.pitch.midi % 12));
  const words = new Map<number, string>();
  strings.forEach((string, index) => {
    // The lowest string is entered by no crossing that an open string could serve.
    if (index === 0 || inKey.has(string.open % 12)) return;
    const first = way.fingers.find((note) => note.string === string.name);
    const bent = passage.notes.find((note) => note.pitch.letter === string.name.charAt(0) && note.pitch.alter !== 0);
    if (!first) return;
    const instead = bent ? `: ${printed(bent.pitch.name).replace(/\d/, '')}` : '';
    words.set(first.at, `no open ${string.name}${instead}`);
  });
  return words;
}

/** Coming down from an open string onto a third or fourth finger: which, and how it stands. */
function trapWords({ way, recipe, passage }: ScoredStudy): NoteWords {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  return new Map(
    way.crossings.flatMap(({ from, to }) => {
      const open = way.fingers[from];
      const note = way.fingers[to];
      if (!open || !note || open.finger !== 0 || passage.notes[to]?.heading !== 'down') return [];
      if (note.finger !== 3 && note.finger !== 4) return [];
      const bend = bendOf(instrument, note);
      return [[to, `${bend ? `${bend} ` : ''}${note.finger} ready`] as const];
    }),
  );
}
