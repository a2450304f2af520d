import { createStore, type StoreApi } from 'zustand/vanilla';
import { type Way, sameFingering } from '../../core/fingering/index.ts';
import type { Report, HearingLevel } from '../../core/listening/index.ts';
import type { Choices } from './choices.ts';
import { USUAL_LOOK, type Look } from './look.ts';
import type { Selection } from './selection.ts';

/** All that undo brings back. */
export interface Shown {
  readonly choices: Choices;
  /** Place of the chosen way among the ways on offer. */
  readonly way: number;
  readonly look: Look;
  readonly selection: Selection | undefined;
}

/** A performance that was heard, and the fingering it was heard of. */
export interface Heard {
  /** What it is called: a file's name, or who played. */
  readonly name: string;
  readonly report: Report;
  readonly level: HearingLevel;
  readonly way: Way;
  /** The performance of the same fingering before it. */
  readonly before?: Pick<Heard, 'name' | 'report'> | undefined;
}

interface StudyState extends Shown {
  /** The note that sounds. */
  readonly sounding: number | undefined;
  /** What was heard last; it stands while its fingers do. */
  readonly heard: Heard | undefined;
  /** What was shown before and what was undone, latest last; steps share what they have in common. */
  readonly past: readonly Shown[];
  readonly future: readonly Shown[];
}

/** Changes of one kind that follow one another within this time are the ticks of one drag, milliseconds. */
const ONE_DRAG = 700;

/** The open study: what is chosen, how it is shown, and every step back. It knows nothing of React. */
export interface StudyStore extends StoreApi<StudyState> {
  /**
   * Changes what is shown; one step of undo. Ticks of one drag, told by the same name for `drag`, are
   * one step together.
   */
  readonly change: (next: Partial<Shown>, drag?: string) => void;
  /** Chooses notes: no step of its own, but a step back brings it back. */
  readonly select: (selection: Selection | undefined) => void;
  /** Tells which note sounds; no step. */
  readonly sound: (note: number | undefined) => void;
  /** Tells what was heard; no step. */
  readonly hear: (heard: Omit<Heard, 'before'>) => void;
  /** Shows other choices, as a link or another tab has them; no step. */
  readonly load: (shown: Pick<Shown, 'choices' | 'way'>) => void;
  /** Takes the last step back, or does it again; gives whether there was one. */
  readonly step: (forth: boolean) => boolean;
}

/** A store for a study opened with some choices. `now` gives milliseconds. */
export function studyStore(first: Pick<Shown, 'choices' | 'way'>, now: () => number = () => Date.now()): StudyStore {
  const store = createStore<StudyState>()(() => ({
    choices: first.choices,
    way: first.way,
    look: USUAL_LOOK,
    selection: undefined,
    sounding: undefined,
    heard: undefined,
    past: [],
    future: [],
  }));
  let drag: { name: string; at: number } | undefined;
  return {
    ...store,
    change: (next, name) => {
      const state = store.getState();
      const joined = name !== undefined && drag?.name === name && now() - drag.at < ONE_DRAG && state.past.length > 0;
      drag = name === undefined ? undefined : { name, at: now() };
      store.setState({ ...next, past: joined ? state.past : [...state.past, shownOf(state)], future: [] });
    },
    select: (selection) => store.setState({ selection }),
    sound: (sounding) => store.setState({ sounding }),
    hear: (heard) => {
      const last = store.getState().heard;
      const before = last && sameFingering(last.way, heard.way) ? { name: last.name, report: last.report } : undefined;
      store.setState({ heard: { ...heard, before } });
    },
    load: ({ choices, way }) => store.setState({ choices, way }),
    step: (forth) => {
      const state = store.getState();
      const from = forth ? state.future : state.past;
      const target = from.at(-1);
      if (!target) return false;
      drag = undefined;
      const left = from.slice(0, -1);
      store.setState(
        forth
          ? { ...target, future: left, past: [...state.past, shownOf(state)] }
          : { ...target, past: left, future: [...state.future, shownOf(state)] },
      );
      return true;
    },
  };
}

function shownOf({ choices, way, look, selection }: StudyState): Shown {
  return { choices, way, look, selection };
}

/** Whether two states ask for the same study. */
export function asksTheSame(a: Pick<Shown, 'choices' | 'way'>, b: Pick<Shown, 'choices' | 'way'>): boolean {
  return a.way === b.way && (a.choices === b.choices || JSON.stringify(a.choices) === JSON.stringify(b.choices));
}
