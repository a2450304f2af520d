import { describe, expect, it } from 'vitest';
import type { InstrumentId } from '../instruments/instruments.ts';
import { tried } from '../study/playable.ts';
import { circleFor } from '../theory/key-signature.ts';
import { checkSentence, placeSentence, shiftSentences } from './sentences.ts';
import { shiftCards, startCard } from './shift-card.ts';

/*
 * Every fact of every card, read back from its sentence and judged by tables and arithmetic of this
 * file alone: open strings and string lengths as in any handbook, the tapes of first position,
 * intervals counted in half steps. Common practice; string lengths from memory.
 */
const OPEN: Readonly<Record<InstrumentId, Readonly<Record<string, number>>>> = {
  violin: { G: 55, D: 62, A: 69, E: 76 },
  viola: { C: 48, G: 55, D: 62, A: 69 },
  cello: { C: 36, G: 43, D: 50, A: 57 },
  bass: { E: 28, A: 33, D: 38, G: 43 },
};
const LENGTH: Readonly<Record<InstrumentId, number>> = { violin: 328, viola: 370, cello: 690, bass: 1100 };
/** Stops of the fingers of first position, as a beginner names them. */
const TAPES: Readonly<Record<InstrumentId, Readonly<Record<string, number>>>> = {
  violin: { 'low first': 1, first: 2, 'low second': 3, second: 4, third: 5, 'high third': 6, fourth: 7 },
  viola: { 'low first': 1, first: 2, 'low second': 3, second: 4, third: 5, 'high third': 6, fourth: 7 },
  cello: { first: 2, second: 3, third: 4, fourth: 5 },
  bass: { first: 2, second: 3, fourth: 4 },
};
const STEPS: Readonly<Record<string, number>> = {
  'a half step': 1,
  'a whole step': 2,
  'three half steps': 3,
  'four half steps': 4,
};
const SEMITONES: Readonly<Record<string, number>> = {
  'a unison': 0,
  'a fourth': 5,
  'a fifth': 7,
  'an octave': 12,
  'an octave and a fourth': 17,
  'an octave and a fifth': 19,
  'two octaves': 24,
};
const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

function midiOf(name: string): number {
  const [, letter = '', sign = '', octave = ''] = /^([A-G])([♯♭𝄪𝄫]*)(\d)$/u.exec(name) ?? [];
  const alter = [...sign].reduce((sum, one) => sum + ({ '♯': 1, '♭': -1, '𝄪': 2, '𝄫': -2 }[one] ?? 0), 0);
  return 12 * (Number(octave) + 1) + LETTERS[letter]! + alter;
}

interface Fact {
  readonly said: string;
  readonly true: boolean;
}

/** Reads one sentence about a note; nothing if it states no fact of this kind. */
function factOf(
  said: string,
  note: { string: string; stop: number; midi: number },
  instrument: InstrumentId,
): Fact | undefined {
  const open = OPEN[instrument];
  const tapes = TAPES[instrument];
  const judged = (holds: boolean): Fact => ({ said, true: holds });
  let match = /^The same note as the open (\w+)\.$/.exec(said);
  if (match) return judged(open[match[1]!] === note.midi);
  match = /^In first position the (.+) finger on (\w+) plays it\.$/.exec(said);
  if (match) return judged(open[match[2]!]! + (tapes[match[1]!] ?? 99) === note.midi);
  match = /^It is the place of the (.+) finger in first position\.$/.exec(said);
  if (match) return judged(tapes[match[1]!] === note.stop);
  match = /^On (\w+) it lies (.+) (above|below) the (.+) finger of first position\.$/.exec(said);
  if (match) {
    const by = STEPS[match[2]!]! * (match[3] === 'above' ? 1 : -1);
    return judged(match[1] === note.string && tapes[match[4]!]! + by === note.stop);
  }
  match = /^Hear it against the open (\w+): (.+?)(?: (above|below|same))?\.$/.exec(said);
  if (match) {
    const by = SEMITONES[match[2]!]! * (match[3] === 'below' ? -1 : 1);
    return judged(match[1] !== note.string && open[match[1]!]! + by === note.midi);
  }
  match = /^Tune (\S+) first, (.+?)(?: (above|below))? the open (\w+); this note lies (.+) (above|below) it\.$/.exec(
    said,
  );
  if (match) {
    const interval = match[2] === 'in unison with' ? 0 : SEMITONES[match[2]!]!;
    const neighbour = midiOf(match[1]!);
    const fromOpen = open[match[4]!]! + interval * (match[3] === 'below' ? -1 : 1);
    return judged(
      neighbour === fromOpen && neighbour + STEPS[match[5]!]! * (match[6] === 'above' ? 1 : -1) === note.midi,
    );
  }
  match = /^In tune, the open (.+) rings with it\.$/.exec(said);
  if (match) return judged(match[1]!.split(' and ').every((string) => (note.midi - open[string]!) % 12 === 0));
  return undefined;
}

const KINDS = ['place', 'hear', 'tune', 'rings'] as const;

describe('every fact of every card', () => {
  it('over twelve keys, five forms, three ranges and four instruments is true', () => {
    const wrong: string[] = [];
    const read = { place: 0, hear: 0, tune: 0, rings: 0, millimetres: 0, steps: 0, lands: 0 };
    for (const instrument of ['violin', 'viola', 'cello', 'bass'] as const) {
      for (const form of ['major', 'natural-minor', 'harmonic-minor', 'melodic-minor', 'chromatic'] as const) {
        for (const tonic of circleFor(form)) {
          for (const octaves of [1, 2, 3]) {
            const built = tried({ instrument, tonic, form, octaves, ways: form === 'major' ? 4 : 1 });
            if (!built.ok) continue;
            const { passage, recipe } = built.value;
            for (const way of built.value.ways) {
              const name = `${instrument} ${tonic} ${form} ${octaves}`;
              const note = (at: number) => ({ ...way.fingers[at]!, midi: passage.notes[at]!.pitch.midi });
              const check = (sentences: readonly (string | undefined)[], at: number): void => {
                for (const said of sentences.flatMap((text) => text?.split(/(?<=\.) /) ?? [])) {
                  const fact = factOf(said, note(at), instrument);
                  if (!fact) continue;
                  read[KINDS.find((kind) => said.toLowerCase().includes(kind)) ?? 'place'] += 1;
                  if (!fact.true) wrong.push(`${name}, note ${at}: ${said}`);
                }
              };
              const start = startCard(way, passage, recipe);
              if (start) check([placeSentence(start, start.first), checkSentence(start, passage)], start.first.at);
              for (const card of shiftCards(way, passage, recipe)) {
                const { from, to } = card;
                check(shiftSentences(card, passage), to.at);
                read.millimetres += 1;
                const place = (stop: number): number => LENGTH[instrument] * (1 - 2 ** (-stop / 12));
                const travel = Math.abs(place(to.hand) - place(from.hand));
                if (Math.abs(travel - card.millimetres) > 0.5) wrong.push(`${name}: ${card.millimetres} mm`);
                if (card.halfSteps !== to.hand - from.hand) wrong.push(`${name}: ${card.halfSteps} half steps`);
                for (const said of shiftSentences(card, passage)) {
                  const lands = / lands (.+) (above|below) where the .+ finger is\.$/.exec(said);
                  if (!lands) continue;
                  read.lands += 1;
                  const by = STEPS[lands[1]!] ?? Number.NaN;
                  const apart = to.stop - from.stop;
                  const far = Math.abs(apart) > 4;
                  if (!far && by * (lands[2] === 'above' ? 1 : -1) !== apart) wrong.push(`${name}: ${said}`);
                }
              }
            }
          }
        }
      }
    }
    expect(wrong.slice(0, 12)).toEqual([]);
    expect(read.place).toBeGreaterThan(1000);
    expect(read.hear).toBeGreaterThan(1000);
    expect(read.tune).toBeGreaterThan(100);
    expect(read.millimetres).toBeGreaterThan(3000);
    expect(read.lands).toBeGreaterThan(20);
  });
});
