import { capital, listed, plural } from '../base/index.ts';
import type { FingeredNote, Way } from '../fingering/index.ts';
import { type Instrument, type InstrumentString, positionWords } from '../instruments/index.ts';
import type { Passage } from '../passage/index.ts';
import { printed, tonicName } from '../theory/index.ts';

/** One thing a hand must know for a key: told to a section, and counted as new or known over a course. */
export interface HandFact {
  /** What tells it from every other: a known fact is one of the same key. */
  readonly key: string;
  readonly kind: FactKind;
  /** Which finger, where it lies otherwise than on its tape. */
  readonly finger?: FingeredNote['finger'];
  readonly string: string;
  /** The note it is for, as print shows it, without octave. */
  readonly note: string;
  /** Position a hand shifts to. */
  readonly position?: string;
}

/** Kinds of fact, in the order a teacher says them. */
export const FACT_KINDS = ['stand', 'high', 'low', 'back', 'forward', 'half', 'shift'] as const;

export type FactKind = (typeof FACT_KINDS)[number];

/** The hand's facts of a fingering, each once. */
export function handFacts(instrument: Instrument, passage: Passage, way: Way): HandFact[] {
  const facts = new Map<string, HandFact>();
  const add = (fact: Omit<HandFact, 'key'>): void => {
    const key = [fact.kind, fact.finger ?? fact.note, fact.string, fact.position ?? ''].join(' ');
    if (!facts.has(key)) facts.set(key, { key, ...fact });
  };
  const arrivals = new Set(way.shifts.filter(({ semitones }) => semitones > 0).map(({ to }) => to));
  const first = way.fingers.find(({ finger }) => finger !== 0);
  if (first && (first.thumb || first.hand > instrument.homeHand)) {
    add({ kind: 'stand', string: first.string, note: noteAt(passage, first.at), position: positionWords(first) });
  }
  for (const { at, string, finger, stop, hand, position, reach, thumb } of way.fingers) {
    const note = noteAt(passage, at);
    if (finger === 0) continue;
    if (arrivals.has(at)) add({ kind: 'shift', string, note, position: positionWords({ position, thumb }) });
    const home = hand === instrument.homeHand && !thumb;
    const tape = finger === 'T' ? undefined : instrument.tapes?.[finger];
    if (home && tape !== undefined && stop !== tape) add({ kind: stop > tape ? 'high' : 'low', finger, string, note });
    // In an extended hand the outer finger is the one that reaches; those between come along.
    else if (!instrument.tapes && (reach === 'back' || (reach === 'forward' && finger === 4))) {
      add({ kind: reach, string, note });
    }
    if (hand < instrument.homeHand) add({ kind: 'half', string, note });
  }
  return [...facts.values()];
}

function noteAt({ notes }: Passage, at: number): string {
  const pitch = notes[at]?.pitch;
  return pitch ? printed(tonicName(pitch)) : '';
}

const ORDINALS = ['open', 'first', 'second', 'third', 'fourth'] as const;

/**
 * Facts in a lesson's words, those of a kind together: `third finger high on G and D`.
 * One clause a kind and finger, in the order a teacher says them.
 */
export function factClauses(facts: readonly HandFact[], strings: readonly InstrumentString[]): string[] {
  return FACT_KINDS.flatMap((kind) => {
    const here = facts.filter((fact) => fact.kind === kind);
    if (here.length === 0) return [];
    const notes = listed([...new Set(here.map(({ note }) => note))]);
    switch (kind) {
      case 'stand':
        return here.map(({ position }) => `begin in ${position}`);
      case 'high':
      case 'low':
        return ([1, 2, 3, 4] as const).flatMap((finger) => {
          const on = here.filter((fact) => fact.finger === finger).map(({ string }) => string);
          return on.length === 0 ? [] : [`${ORDINALS[finger]} finger ${kind} on ${stringsWords(on, strings)}`];
        });
      case 'back':
        return [`reach back for ${notes}`];
      case 'forward':
        return [`reach forward for ${notes}`];
      case 'half':
        return [`half position for ${notes}`];
      case 'shift':
        return shiftClauses(here);
    }
  });
}

function shiftClauses(shifts: readonly HandFact[]): string[] {
  if (shifts.length > 2) return [`${shifts.length} shifts going up, as far as ${shifts.at(-1)?.position}`];
  return shifts.map(({ note, position, string }) => `shift to ${position} on ${string} for ${note}`);
}

/** `G and D`, `the two lower strings`, `every string`. */
function stringsWords(names: readonly string[], strings: readonly InstrumentString[]): string {
  const all = strings.map(({ name }) => name);
  const on = all.filter((name) => names.includes(name));
  if (on.length === all.length) return 'every string';
  if (on.length > 1 && all.length === 2 * on.length) {
    const edge = on.every((name, k) => name === all[k]) ? 'lower' : undefined;
    const high = on.every((name, k) => name === all[all.length - on.length + k]) ? 'upper' : undefined;
    if (edge ?? high) return `the two ${edge ?? high} ${plural(2, 'string')}`;
  }
  return listed(on);
}

/** Clauses as one line to a section: `Third finger high on G and D`. */
export function factSentences(facts: readonly HandFact[], strings: readonly InstrumentString[]): string[] {
  return factClauses(facts, strings).map((clause) => `${capital(clause)}.`);
}
