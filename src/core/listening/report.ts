import type { FingeredNote } from '../fingering/index.ts';
import { fingerWords, stringLength } from '../instruments/index.ts';
import { median, capital, listed, plural, spelledCount } from '../base/index.ts';
import { printed } from '../theory/index.ts';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import { centsFrom, millimetresOf, type Temperament } from '../intonation/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { aligned, type Alignment, type AskedNote } from './alignment.ts';
import { ANOTHER, type HeardNote } from './heard-notes.ts';
import { HEARING_LEVELS, verdictOf, type HearingLevel, type Verdict } from './verdict.ts';

/** One note of the study, as it was heard the last time it was played. */
export interface ReportedNote {
  readonly at: number;
  readonly heard: boolean;
  /** Against the temperament, flat below zero. */
  readonly cents?: number;
  /** Seconds. */
  readonly onset?: number;
  readonly length?: number;
  /** How often it was played. */
  readonly times: number;
  /** Another note was played in its place. */
  readonly wrong?: true;
}

/** Where a shift landed. */
export interface ReportedShift {
  readonly from: number;
  readonly to: number;
  readonly cents: number;
  /** Towards the bridge above zero. */
  readonly millimetres: number;
}

/** A recording compared with a study. */
export interface Report {
  readonly notes: readonly ReportedNote[];
  readonly shifts: readonly ReportedShift[];
  /** Heard, and no note of the study. */
  readonly extra: readonly { readonly onset: number; readonly length: number; readonly midi: number }[];
  /** Beats a minute; nothing if too little was heard. */
  readonly bpm: number | null;
  /** How far beats swing, as a share of a beat. */
  readonly evenness: number | null;
  /** Hz of the A it is played by. */
  readonly a: number;
  /** Share of the study's notes that were heard, 0 to 1. */
  readonly coverage: number;
  readonly begunAgain: number;
  /** Notes it was begun again from, and notes that came out of time, by so many beats: late above zero. */
  readonly restarts: readonly number[];
  readonly late: readonly { readonly at: number; readonly beats: number }[];
  readonly verdict: Verdict;
  /** What a teacher would say, the most useful first; at most five. */
  readonly says: readonly string[];
}

/** By what a recording is judged. */
export interface Hearing {
  readonly temperament: Temperament;
  /** Hz of the A, or found from the recording. */
  readonly a: number | 'auto';
  readonly level: HearingLevel;
}

export const USUAL_HEARING: Hearing = { temperament: 'equal', a: 'auto', level: HEARING_LEVELS[0] };

/** Whatever the level, only what is off by so many seconds is surely out of time: two onsets, each heard within 50 ms or so, and a little. */
const SURE = 0.14;
/** An instrument is tuned within so much of A = 440 to either side, half steps. */
const TUNED_WITHIN = 0.7;

/** Compares what was heard with a study. */
export function reportOf(study: ScoredStudy, heard: readonly HeardNote[], hearing: Hearing = USUAL_HEARING): Report {
  const asked = askedNotes(study, hearing.temperament);
  const offset = hearing.a === 'auto' ? tuningOf(heard, asked) : 12 * Math.log2(hearing.a / 440);
  const alignment = aligned(heard, asked, offset);
  const order = inOrder(heard, alignment);
  const plays = new Map<number, HeardNote[]>();
  for (const { at, note } of order) plays.set(at, [...(plays.get(at) ?? []), note]);
  const notes = asked.map(({ midi }, at): ReportedNote => {
    const all = plays.get(at) ?? [];
    const last = all.at(-1);
    if (!last) return { at, heard: false, times: 0 };
    const away = last.midi - midi - offset;
    const near = away - 12 * Math.round(away / 12);
    const wrong = Math.abs(near) > ANOTHER;
    return {
      at,
      heard: true,
      cents: Math.round(100 * (wrong ? away : near) * 10) / 10,
      onset: rounded(last.onset),
      length: rounded(last.length),
      times: all.length,
      ...(wrong ? { wrong: true as const } : {}),
    };
  });
  const shifts = study.way.shifts.flatMap(({ from, to }): ReportedShift[] => {
    const note = notes[to];
    const finger = study.way.fingers[to];
    if (note?.cents === undefined || note.wrong || !finger) return [];
    const length = stringLength(study.recipe.instrument, study.recipe.setUp);
    return [
      {
        from,
        to,
        cents: note.cents,
        millimetres: Math.round(10 * millimetresOf(note.cents, finger.stop, length)) / 10,
      },
    ];
  });
  const restarts = order.flatMap(({ at }, k) => (at < (order[k - 1]?.at ?? at) ? [at] : []));
  const begunAgain = restarts.length;
  const beat = beatOf(order, asked);
  const { level } = hearing;
  const judged = notes.filter(({ heard: was }) => was);
  const off = (times: number): number =>
    judged.filter(({ cents = 0, wrong }) => !wrong && Math.abs(cents) > times * level.cents).length;
  const late = outOfTime(beat.late, Math.max(level.beat, (SURE * (beat.bpm ?? 60)) / 60));
  const coverage = judged.length / Math.max(1, asked.length);
  const grounds = {
    coverage,
    off: off(1),
    farOff: off(2),
    wrong: judged.filter(({ wrong }) => wrong).length,
    leftOut: asked.length - judged.length,
    begunAgain,
    late: late.length,
    notes: asked.length,
  };
  const verdict = verdictOf(grounds);
  const extra = heard.flatMap(({ onset, length, midi }, k) =>
    alignment[k] === undefined ? [{ onset: rounded(onset), length: rounded(length), midi: rounded(midi) }] : [],
  );
  return {
    notes,
    shifts,
    extra,
    bpm: beat.bpm,
    evenness: beat.evenness,
    a: Math.round(440 * 2 ** (offset / 12) * 10) / 10,
    coverage: rounded(coverage),
    begunAgain,
    restarts,
    late: late.map(({ at, beats }) => ({ at, beats: rounded(beats) })),
    verdict,
    says: sentences(study, { notes, shifts, begunAgain, late, verdict, level, bpm: beat.bpm }),
  };
}

interface Played {
  readonly at: number;
  readonly note: HeardNote;
}

/** Which note of the study was played when; one whose sound only sank and came back is one. */
function inOrder(heard: readonly HeardNote[], alignment: Alignment): Played[] {
  const order: Played[] = [];
  heard.forEach((note, k) => {
    const at = alignment[k];
    if (at === undefined) return;
    const before = order.at(-1);
    if (before?.at !== at || !note.sank) {
      order.push({ at, note });
      return;
    }
    const length = note.onset + note.length - before.note.onset;
    const midi = (before.note.midi * before.note.length + note.midi * note.length) / (before.note.length + note.length);
    order[order.length - 1] = { at, note: { ...before.note, length, midi } };
  });
  return order;
}

/** The notes of a study as the ear compares them. */
export function askedNotes({ passage, recipe }: ScoredStudy, temperament: Temperament): AskedNote[] {
  const onsets = new Map<number, number>();
  for (const { at, again, onset } of timeNotes(passage, recipe.bowing, recipe.form === 'chromatic')) {
    if (again === 0) onsets.set(at, onset / TICKS_PER_BEAT);
  }
  return passage.notes.map(({ pitch, at }) => ({
    midi: pitch.midi + centsFrom(pitch, passage.tonic, temperament) / 100,
    beat: onsets.get(at) ?? at,
  }));
}

/** How far everything lies above A = 440, half steps: the middle of what fits best among the tunings tried. */
function tuningOf(heard: readonly HeardNote[], asked: readonly AskedNote[]): number {
  const tries = [0, -0.35, 0.35].map((offset) => {
    const alignment = aligned(heard, asked, offset);
    const away = heard.flatMap((note, k) => {
      const at = alignment[k];
      const midi = at === undefined ? undefined : asked[at]?.midi;
      const by = midi === undefined ? Number.NaN : note.midi - midi;
      return Math.abs(by) < 1.2 ? [by] : [];
    });
    return away;
  });
  const best = tries.reduce((most, one) => (one.length > most.length ? one : most));
  const middle = median(best);
  return Math.abs(middle) <= TUNED_WITHIN ? middle : 0;
}

/** Tempo by the middle of all steps, how far single steps swing, and how late each note is, in beats. */
function beatOf(
  order: readonly Played[],
  asked: readonly AskedNote[],
): { readonly bpm: number | null; readonly evenness: number | null; readonly late: Report['late'] } {
  const steps = order.slice(1).flatMap(({ at, note }, k) => {
    const before = order[k];
    if (!before || at !== before.at + 1) return [];
    const beats = (asked[at]?.beat ?? 0) - (asked[before.at]?.beat ?? 0);
    return beats > 0 ? [{ at, seconds: note.onset - before.note.onset, beats }] : [];
  });
  if (steps.length < 3) return { bpm: null, evenness: null, late: [] };
  const usual = median(steps.map(({ seconds, beats }) => seconds / beats));
  // Without what was stopped at or hurried over, all steps together tell the tempo.
  const steady = steps.filter(({ seconds, beats }) => Math.abs(seconds / beats / usual - 1) < 0.25);
  const sum = (of: (step: (typeof steps)[number]) => number): number => steady.reduce((all, one) => all + of(one), 0);
  const beat = sum(({ seconds }) => seconds) / sum(({ beats }) => beats);
  const late = steps.map(({ at, seconds, beats }) => ({ at, beats: seconds / beat - beats }));
  const swing = Math.sqrt(late.reduce((sum, { beats }) => sum + beats * beats, 0) / late.length);
  return { bpm: Math.round((60 / beat) * 10) / 10, evenness: rounded(swing), late };
}

/** Notes off by more than `allowed` beats, of `steps` in their order; one that is quicker because it makes up for a late one is in time. */
export function outOfTime(steps: Report['late'], allowed: number): Report['late'] {
  return steps.filter(({ beats }, k) => {
    const before = steps[k - 1]?.beats ?? 0;
    const makesUp = before > allowed && beats < 0 && before + beats > -allowed;
    return Math.abs(beats) > allowed && !makesUp;
  });
}

/** The first three of a list, and how many more: `A4, B4, C♯5 and 4 more`. */
function someOf(names: readonly string[]): string {
  const more = names.length - 3;
  return more > 0 ? `${names.slice(0, 3).join(', ')} and ${more} more` : listed(names);
}

interface Told {
  readonly late: Report['late'];
  readonly notes: readonly ReportedNote[];
  readonly shifts: readonly ReportedShift[];
  readonly begunAgain: number;
  readonly verdict: Verdict;
  readonly level: HearingLevel;
  readonly bpm: number | null;
}

/** At most five sentences, in the order a teacher would say them. */
function sentences({ way, passage }: ScoredStudy, told: Told): string[] {
  const { notes, shifts, begunAgain, late, verdict, level, bpm } = told;
  if (verdict === 'unclear') {
    const heard = notes.filter((note) => note.heard).length;
    return [
      `Too little can be heard to judge it: ${heard} of ${notes.length} notes. Play nearer, or choose the recording of this study.`,
    ];
  }
  const list: string[] = [];
  const name = (at: number): string => printed(passage.notes[at]?.pitch.name ?? '');
  const worst = shifts
    .filter(({ cents }) => Math.abs(cents) > level.cents)
    .toSorted((a, b) => Math.abs(b.cents) - Math.abs(a.cents))[0];
  if (worst) {
    const far = Math.max(1, Math.round(Math.abs(worst.millimetres)));
    const flat = worst.cents < 0;
    list.push(
      `The shift to ${name(worst.to)} lands ${Math.round(Math.abs(worst.cents))} cents ${flat ? 'flat' : 'sharp'}: aim ${far} ${plural(far, 'millimetre')} ${flat ? 'higher' : 'lower'}.`,
    );
  }
  const finger = worstFinger(way.fingers, notes, level.cents);
  if (finger) list.push(finger.says);
  const alone = notes
    .filter(({ at, cents = 0, wrong }) => !wrong && Math.abs(cents) > level.cents && at !== worst?.to)
    .filter(({ at }) => !finger?.notes.has(at))
    .toSorted((a, b) => Math.abs(b.cents ?? 0) - Math.abs(a.cents ?? 0))[0];
  if (alone?.cents !== undefined) {
    const cents = Math.round(Math.abs(alone.cents));
    list.push(
      `${name(alone.at)} is ${cents} cents ${alone.cents < 0 ? 'flat' : 'sharp'}${played(way.fingers[alone.at])}.`,
    );
  }
  const left = notes.filter(({ heard }) => !heard);
  if (left.length > 0)
    list.push(
      `${left.length === 1 ? 'One note was' : `${left.length} notes were`} left out: ${someOf(left.map(({ at }) => name(at)))}.`,
    );
  const wrong = notes.filter((note) => note.wrong);
  if (wrong.length > 0) list.push(`Another note stood for ${someOf(wrong.map(({ at }) => name(at)))}.`);
  if (begunAgain > 0) list.push(`It was begun again ${begunAgain === 1 ? 'once' : spelledCount(begunAgain, 'time')}.`);
  if (late.length > 0) {
    const [first] = late;
    list.push(
      late.length === 1 && first
        ? `${name(first.at)} came ${first.beats > 0 ? 'late' : 'too soon'}.`
        : `The beat was not steady: ${someOf(late.map(({ at }) => name(at)))} came out of time.`,
    );
  }
  if (list.length === 0 && verdict === 'clean') list.push('Every note was there, in tune and in time.');
  if (bpm !== null) list.push(`It was played at ${Math.round(bpm)} beats a minute.`);
  return list.slice(0, 5);
}

/** `Third finger on D: 28 cents low`, where one finger of a string lies off again and again. */
function worstFinger(
  fingers: ScoredStudy['way']['fingers'],
  notes: readonly ReportedNote[],
  allowed: number,
): { readonly says: string; readonly notes: ReadonlySet<number> } | undefined {
  const places = new Map<string, { at: number; cents: number; finger: FingeredNote }[]>();
  for (const { at, cents, wrong } of notes) {
    const finger = fingers[at];
    if (cents === undefined || wrong || !finger || finger.finger === 0) continue;
    const key = `${finger.finger} ${finger.string}`;
    places.set(key, [...(places.get(key) ?? []), { at, cents, finger }]);
  }
  const off = [...places.values()]
    .map((each) => ({ each, cents: median(each.map(({ cents }) => cents)) }))
    .filter(({ each, cents }) => {
      // Once is no habit: most of its notes lean that way.
      const leaning = each.filter((one) => one.cents * Math.sign(cents) > 0.4 * allowed).length;
      return Math.abs(cents) > 0.6 * allowed && leaning >= Math.max(2, 0.6 * each.length);
    })
    .toSorted((a, b) => Math.abs(b.cents) - Math.abs(a.cents))[0];
  const finger = off?.each[0]?.finger;
  if (!off || !finger) return undefined;
  return {
    says: `${capital(fingerWords(finger.finger))} on ${finger.string}: ${Math.round(Math.abs(off.cents))} cents ${off.cents < 0 ? 'low' : 'high'}.`,
    notes: new Set(off.each.map(({ at }) => at)),
  };
}

/** `, second finger on A`; nothing for an open string. */
function played(note: FingeredNote | undefined): string {
  if (!note) return '';
  return note.finger === 0
    ? `, open ${note.string}`
    : `, ${fingerWords(note.finger).replace(/^the /, '')} on ${note.string}`;
}

function rounded(value: number): number {
  return Math.round(value * 1000) / 1000;
}
