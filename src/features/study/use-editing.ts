import { useMemo } from 'react';
import type { Bowing, Recipe } from '../../core/recipe/index.ts';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { changeBowing, changeChoices, type Choices } from './choices.ts';
import type { Look } from './look.ts';
import { asksTheSame, type StudyStore } from './study-store.ts';
import { markChoice } from './timing.ts';
import { useHeadStart } from './use-built-study.ts';

export interface Editing {
  readonly changeLook: (look: Look) => void;
  /** Given what to change of the choices as they stand when it is asked. */
  readonly changePart: (make: (now: Choices) => Partial<Choices>) => void;
  /** Takes over some choices, the bowing among them. */
  readonly applyChange: (change: Partial<Choices>) => void;
  readonly chooseWay: (way: number) => void;
  readonly setBowing: (bowing: Bowing) => void;
  readonly changePins: (pins: Recipe['pins']) => void;
  /** Writes the teacher's own words at a note; empty takes them away. */
  readonly setRemark: (at: number, text: string) => void;
  /** Follows a school; the ticks of a slider that is dragged are one step of undo. */
  readonly followSchool: (school: Choices['school']) => void;
  /** Undoes the last change, or does it again. */
  readonly stepBack: (forth: boolean) => void;
}

/** Every change a teacher can make to the open study and to how it is shown; each can be undone. */
export function useEditing(store: StudyStore): Editing {
  const headStart = useStableCallback(useHeadStart());
  return useMemo(() => {
    const started = ({ choices, way }: { choices: Choices; way: number }): void => {
      markChoice();
      if (way === 0) headStart(choices);
    };
    const change = (choices: Choices, way = 0, drag?: string): void => {
      started({ choices, way });
      store.change({ choices, way }, drag);
    };
    const now = (): Choices => store.getState().choices;
    return {
      changeLook: (look) => store.change({ look }),
      changePart: (make) => change(changeChoices(now(), make(now()))),
      applyChange: ({ bowing, ...part }) => {
        const next = Object.keys(part).length > 0 ? changeChoices(now(), part) : now();
        change(bowing ? changeBowing(next, bowing) : next);
      },
      chooseWay: (way) => change(now(), way),
      setBowing: (bowing) => change(changeBowing(now(), bowing)),
      changePins: (pins) => change({ ...now(), pins }),
      setRemark: (at, text) => {
        const others = (now().remarks ?? []).filter((remark) => remark.at !== at);
        const remarks = text ? [...others, { at, text }].sort((a, b) => a.at - b.at) : others;
        change({ ...now(), remarks }, store.getState().way);
      },
      followSchool: (school) => change({ ...now(), school }, 0, 'school'),
      stepBack: (forth) => {
        const before = store.getState();
        if (store.step(forth) && !asksTheSame(before, store.getState())) started(store.getState());
      },
    };
  }, [store, headStart]);
}
