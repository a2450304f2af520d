import { useState } from 'react';
import type { Bowing } from '../../core/recipe/bowing.ts';
import type { Recipe } from '../../core/recipe/recipe.ts';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { changeBowing, changeChoices, type Choices } from './choices.ts';
import { USUAL_LOOK, type Look } from './score-look.tsx';
import { markChoice } from './timing.ts';
import { useHeadStart } from './use-built-study.ts';
import { useUndo } from './use-undo.ts';

/** All that undo brings back. */
interface Edited {
  readonly choices: Choices;
  readonly way: number;
  readonly look: Look;
}

export interface Editing {
  /** What stands on the sheet. */
  readonly look: Look;
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
  readonly followSchool: (school: Choices['school']) => void;
  /** Undoes the last change, or does it again. */
  readonly stepBack: (forth: boolean) => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** Every change a teacher can make to a study and to how it is shown; each can be undone. */
export function useEditing(choices: Choices, way: number, onChange: (choices: Choices, way: number) => void): Editing {
  const headStart = useHeadStart();
  const undo = useUndo<Edited>();
  const [look, setLook] = useState(USUAL_LOOK);

  const show = (next: Choices, nextWay: number): void => {
    markChoice();
    if (nextWay === 0) headStart(next);
    onChange(next, nextWay);
  };
  const change = (next: Choices, nextWay = 0): void => {
    undo.remember({ choices, way, look });
    show(next, nextWay);
  };
  return {
    look,
    changeLook: useStableCallback((next: Look) => {
      undo.remember({ choices, way, look });
      setLook(next);
    }),
    changePart: useStableCallback((make: (now: Choices) => Partial<Choices>) =>
      change(changeChoices(choices, make(choices))),
    ),
    applyChange: useStableCallback(({ bowing, ...part }: Partial<Choices>) => {
      const next = Object.keys(part).length > 0 ? changeChoices(choices, part) : choices;
      change(bowing ? changeBowing(next, bowing) : next);
    }),
    chooseWay: useStableCallback((next: number) => change(choices, next)),
    setBowing: useStableCallback((bowing: Bowing) => change(changeBowing(choices, bowing))),
    changePins: useStableCallback((pins: Recipe['pins']) => change({ ...choices, pins })),
    setRemark: useStableCallback((at: number, text: string) => {
      const others = (choices.remarks ?? []).filter((remark) => remark.at !== at);
      change({ ...choices, remarks: text ? [...others, { at, text }].sort((a, b) => a.at - b.at) : others }, way);
    }),
    followSchool: useStableCallback((school: Choices['school']) => change({ ...choices, school })),
    stepBack: useStableCallback((forth: boolean) => {
      const target = forth ? undo.forth({ choices, way, look }) : undo.back({ choices, way, look });
      if (!target) return;
      setLook(target.look);
      if (target.way !== way || JSON.stringify(target.choices) !== JSON.stringify(choices))
        show(target.choices, target.way);
    }),
    canUndo: undo.canUndo,
    canRedo: undo.canRedo,
  };
}
