import { counted, sentence, spelledCount } from '../base/index.ts';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import { type EngineMemory, reachesOf } from '../fingering/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { type Bowing, beatsPerMinute, titleOf } from '../recipe/index.ts';
import type { ScoredStudy } from '../score/index.ts';
import { crossingCards, type CrossingCard, shiftCards, type ShiftCard } from '../shifts/index.ts';
import { buildStudy } from '../study/index.ts';
import { keySignature, printed } from '../theory/index.ts';
import { crossingDrill } from './crossing-drill.ts';
import { arrivalOf } from './ear-note.ts';
import { exerciseOf, notesBetween, type Step } from './exercise.ts';
import type { Ladder } from './ladder.ts';
import { rungNamed, type Rung } from './rung.ts';
import { USUAL_TEMPO_RULE, type TempoRule } from './tempo-steps.ts';
import { drillSentence } from './rung-words.ts';
import { shiftDrill } from './shift-drill.ts';

/** The tempo a study is to reach. */
export interface Target {
  readonly bpm: number;
  readonly perBeat: number;
}

/** A rung of one study: what sounds, and what is to be done. */
export interface RungHere {
  /** `whole-drone`; `shift-2` for the second shift. */
  readonly id: string;
  readonly rung: Rung;
  readonly name: string;
  readonly says: string;
  readonly exercise: ScoredStudy;
  /** The tempo it is played at, beats a minute; where it climbs, the tempo to reach. */
  readonly bpm: number;
  /** Once through, seconds. */
  readonly seconds: number;
  /** Clean times in a row that pass it; where it climbs, those that raise it. */
  readonly clean: number;
  /** Where the shift arrives that it drills, as `arrivalOf` calls it. */
  readonly arrival?: string;
  /** It strains the hand: a shift again and again, or fingers that reach. */
  readonly strains: boolean;
}

/** The tempo a study is set to when nothing else is asked. */
export function targetOf({ recipe: { bowing } }: ScoredStudy): Target {
  return { bpm: beatsPerMinute(bowing), perBeat: bowing.perBeat };
}

/** The rungs of a ladder that apply to a study, in their order. */
export function rungsOf(
  study: ScoredStudy,
  ladder: Ladder,
  target: Target = targetOf(study),
  memory?: EngineMemory,
  rule: TempoRule = USUAL_TEMPO_RULE,
): RungHere[] {
  const instrument = instrumentFor(study.recipe.instrument, study.recipe.setUp);
  const ground: Ground = {
    study,
    target,
    shifts: shiftCards(study.way, study.passage, study.recipe),
    crossings: crossingCards(study.way, study.passage, instrument).filter(
      (card) => card.from.finger === 0 && card.watch,
    ),
    memory,
  };
  return ladder.rungs.flatMap((id) => {
    const rung: Rung = rungNamed(id);
    if (study.recipe.music && !rung.passages) return [];
    return SOUNDED[rung.notes](ground, rung).map(({ exercise, says, place, strains, arrival }): RungHere => {
      const bpm = 'bpm' in rung.tempo ? rung.tempo.bpm : Math.max(1, Math.round(target.bpm * rung.tempo.share));
      const name = place === undefined ? rung.name : `${rung.name} ${place}`;
      const title = `${study.title}: ${name}`;
      const clean = rung.climbs ? rule.afterClean : rung.clean;
      const played: ScoredStudy = {
        ...exercise,
        title,
        recipe: { ...exercise.recipe, bowing: { ...exercise.recipe.bowing, bpm } },
        // A pupil who says the names reads notes, not fingers.
        ...(rung.hand === 'spoken' ? { look: { fingers: 'blank' as const } } : {}),
      };
      return {
        id: place === undefined ? rung.id : `${rung.id}-${place}`,
        rung,
        name,
        says: says ?? told(rung, ground, exercise, clean),
        exercise: played,
        bpm,
        clean,
        seconds: secondsOf(played),
        ...(arrival !== undefined && { arrival }),
        strains: strains ?? (rung.hand !== 'spoken' && reachesAMinute(played) > REACHES_THAT_STRAIN),
      };
    });
  });
}

/** More reaches a minute than this strain the hand. From memory. */
const REACHES_THAT_STRAIN = 20;

function reachesAMinute(exercise: ScoredStudy): number {
  return (reachesOf(exercise.way) * 60) / Math.max(1, secondsOf(exercise));
}

interface Ground {
  readonly study: ScoredStudy;
  readonly target: Target;
  readonly shifts: readonly ShiftCard[];
  readonly crossings: readonly CrossingCard[];
  readonly memory: EngineMemory | undefined;
}

interface Sounded {
  readonly exercise: ScoredStudy;
  /** What to do, where the rung's own sentence leaves it open. */
  readonly says?: string;
  /** Which shift or crossing, counted from 1. */
  readonly place?: number;
  readonly strains?: boolean;
  readonly arrival?: string;
}

/** What sounds, by the notes a rung asks for; nothing if the study has no such notes. */
const SOUNDED: Readonly<Record<Rung['notes'], (ground: Ground, rung: Rung) => Sounded[]>> = {
  whole: (ground, rung) => {
    const { recipe, passage, way } = ground.study;
    const bowing = bowingOf(ground, rung);
    // The study's own turns and long tops are its bow's; notes written for them stay.
    return rung.id === 'slur-2' && recipe.bowing.slur === 2
      ? []
      : [{ exercise: { ...ground.study, passage, way, recipe: { ...recipe, bowing } } }];
  },
  'first octave': (ground, rung) => octave(ground, rung, 0),
  'second octave': (ground, rung) => octave(ground, rung, 1),
  'third octave': (ground, rung) => octave(ground, rung, 2),
  'octaves joined': joined,
  'before the first shift': (ground, rung) => {
    const first = ground.shifts[0];
    if (!first || first.from.at < 2) return [];
    return [{ exercise: taken(ground, rung, notesBetween(ground.study, 0, first.from.at)) }];
  },
  'each shift': (ground) =>
    ground.shifts.map((card, k) => {
      const { exercise, old } = shiftDrill(ground.study, card);
      const says = drillSentence(card, old, ground.study.passage);
      return { exercise, says, place: k + 1, strains: true, arrival: arrivalOf(ground.study, card.shift) };
    }),
  'each prepared crossing': (ground) =>
    alike(ground.crossings).map((card, k) => ({
      exercise: crossingDrill(ground.study, card),
      says: card.watch ?? '',
      place: k + 1,
    })),
  'the turn at the top': (ground, rung) => {
    const { passage } = ground.study;
    const { top, notes } = passage;
    const last = Math.min(notes.length - 1, top + 4);
    if (passage.course !== 'up-down' || top < 3 || passage.parts.length > 1) return [];
    return [{ exercise: taken(ground, rung, notesBetween(ground.study, top - 3, last)) }];
  },
  'the way down': (ground, rung) => {
    const { passage } = ground.study;
    if (passage.course !== 'up-down' || passage.parts.length > 1) return [];
    return [{ exercise: taken(ground, rung, notesBetween(ground.study, passage.top, passage.notes.length - 1)) }];
  },
  'the arpeggio of the key': ({ study, memory, ...ground }, rung) => {
    const { recipe } = study;
    const form = recipe.form.includes('minor') ? 'minor' : 'major';
    if (recipe.figure !== 'scale' || (form === 'major' && recipe.form !== 'major')) return [];
    const { groups: _, pins: __, ...plain } = recipe;
    const asked = {
      ...plain,
      pins: [],
      remarks: [],
      figure: 'arpeggio' as const,
      form: form as 'major' | 'minor',
      ways: 1,
    };
    const built = buildStudy({ ...asked, bowing: bowingOf({ ...ground, study }, rung) }, memory);
    const way = built.ok ? built.value.ways[0] : undefined;
    if (!built.ok || !way) return [];
    const { passage } = built.value;
    return [{ exercise: { title: titleOf(built.value.recipe), recipe: built.value.recipe, passage, way } }];
  },
};

/** One octave up and back, under the fingers it has on the way up and down. */
function octave(ground: Ground, rung: Rung, place: number): Sounded[] {
  const { passage } = ground.study;
  const { notes, tonic, top, course } = passage;
  const [low, high] = [tonic.midi + 12 * place, tonic.midi + 12 * (place + 1)];
  const peak = notes[top]?.pitch.midi ?? 0;
  const whole = passage.parts.length === 1 && course === 'up-down' && !ground.study.recipe.figure.includes('thirds');
  if (!whole || peak < high || (place === 0 && peak === high)) return [];
  const up = notes.findIndex((note) => note.pitch.midi === high);
  const begin = notes.findIndex((note) => note.pitch.midi === low);
  const down = notes.findLastIndex((note) => note.pitch.midi === high);
  const end = notes.findLastIndex((note) => note.pitch.midi === low);
  if (begin < 0 || up <= begin || end < down) return [];
  return [
    {
      exercise: taken(ground, rung, [
        ...notesBetween(ground.study, begin, up),
        ...(down < end ? notesBetween(ground.study, down + 1, end) : []),
      ]),
    },
  ];
}

/** Octave by octave, the tonic between two of them played twice. */
function joined(ground: Ground, rung: Rung): Sounded[] {
  const { passage, recipe } = ground.study;
  const { notes, tonic, top } = passage;
  if (recipe.octaves < 2 || recipe.figure !== 'scale' || passage.parts.length > 1) return [];
  const steps: Step[] = [];
  notesBetween(ground.study, 0, notes.length - 1).forEach((step, at) => {
    steps.push(step);
    const inner = at > 0 && at < notes.length - 1 && at !== top && (step.note.pitch.midi - tonic.midi) % 12 === 0;
    if (inner && !step.note.added) steps.push(step);
  });
  return [{ exercise: taken(ground, rung, steps) }];
}

/** Crossings that are the same for the hand are drilled once. */
function alike(cards: readonly CrossingCard[]): readonly CrossingCard[] {
  return [...new Map(cards.map((card) => [card.watch, card])).values()];
}

function taken(ground: Ground, rung: Rung, steps: readonly Step[]): ScoredStudy {
  return exerciseOf(ground.study, steps, { title: ground.study.title, bowing: bowingOf(ground, rung) });
}

/** The bow of a rung: the study's own where the rung says nothing. */
function bowingOf({ study, target }: Pick<Ground, 'study' | 'target'>, rung: Rung): Bowing {
  const own = { ...study.recipe.bowing, perBeat: target.perBeat, unit: 'beat' as const };
  if (!rung.bow) return own;
  const plain: Bowing = { ...own, accents: 0, hooked: false, part: 'none', pickup: 0, longTonic: 0 };
  const slur = rung.id === 'slur-octave' ? study.passage.notes.filter(inFirstOctave(study)).length : rung.bow.slur;
  const { pattern: _, ...bowing } = { ...plain, ...rung.bow, ...(slur === undefined ? {} : { slur }) };
  return bowing;
}

function inFirstOctave({ passage: { tonic } }: ScoredStudy) {
  return ({ heading, pitch, added }: ScoredStudy['passage']['notes'][number]): boolean =>
    heading === 'up' && !added && pitch.midi >= tonic.midi && pitch.midi < tonic.midi + 12;
}

/** Fills a rung's sentence with the facts of the study. */
function told(rung: Rung, { study, target, shifts }: Ground, exercise: ScoredStudy, clean: number): string {
  const name = (note: ScoredStudy['passage']['notes'][number] | undefined): string => printed(note?.pitch.name ?? '');
  const { notes, tonic } = exercise.passage;
  const inside = exercise.way.shifts.length;
  const peak = notes[exercise.passage.top];
  const { fifths } = keySignature(study.recipe.tonic, study.recipe.form);
  const facts: Readonly<Record<string, string>> = {
    signs: fifths === 0 ? 'no sharps or flats' : spelledCount(Math.abs(fifths), fifths > 0 ? 'sharp' : 'flat'),
    shifts: inside === 0 ? 'no shift' : spelledCount(inside, 'shift'),
    first: name(notes[0]),
    last: rung.notes.includes('octave') || rung.notes === 'whole' ? name(peak) : name(notes.at(-1)),
    next: name(shifts[0] && study.passage.notes[shifts[0].to.at]),
    tonic: printed(tonic.name.replace(/-?\d+$/, '')),
    clean: counted(clean, 'clean time'),
    target: `${target.bpm} a minute`,
  };
  return sentence(rung.says.replace(/\{(\w+)\}/g, (_, key: string) => facts[key] ?? '').replace(/\.$/, ''));
}

/** How long an exercise lasts once through, seconds. */
export function secondsOf({ passage, recipe }: ScoredStudy): number {
  const timed = timeNotes(passage, recipe.bowing, recipe.form === 'chromatic');
  const last = timed.at(-1);
  const first = timed[0]?.onset ?? 0;
  return last ? ((last.onset + last.length - first) / TICKS_PER_BEAT) * (60 / beatsPerMinute(recipe.bowing)) : 0;
}
