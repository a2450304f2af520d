import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { counted } from '../../core/base/index.ts';
import { setTo, type Pupil } from '../../core/practice/index.ts';
import type { RecipeInput } from '../../core/recipe/index.ts';
import type { SavedStudy } from '../../core/study/index.ts';
import { toSaved } from '../../data/library.ts';
import { added, applied, type Change } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { engine } from '../../workers/engine.ts';
import { today } from '../../data/today.ts';

/** A study that is to be made and set: what it is called, and its recipe. */
export interface ToMake {
  readonly title: string;
  readonly recipe: RecipeInput;
}

/** Sets studies to a pupil: those of the library, or new ones, which are made and kept first. */
export function useSet(pupil: Pick<Pupil, 'id'>): {
  readonly set: (studies: readonly SavedStudy[]) => Promise<void>;
  readonly make: (wanted: readonly ToMake[]) => Promise<void>;
  /** How far the making has come, 0 to 1. */
  readonly share: number | undefined;
  /** Stops the making: nothing of it is then kept. */
  readonly stop: () => void;
} {
  const [share, setShare] = useState<number>();
  const stopped = useRef(false);
  // Under an id made of the day, the pupil and the study, so that the same study set in two tabs is set once.
  const setting = (studies: readonly SavedStudy[]): Change[] => {
    const [now, day] = [new Date().toISOString(), today()];
    return studies.map((study) => {
      const id = `${day}-${pupil.id.slice(0, 32)}-${study.id.slice(0, 36)}`;
      return applied('assignments', id, (set) =>
        set && set.put === undefined ? undefined : setTo(pupil.id, study, id, day, now),
      );
    });
  };
  const set = async (studies: readonly SavedStudy[]): Promise<void> => {
    await save(setting(studies));
  };
  const make = async (wanted: readonly ToMake[]): Promise<void> => {
    stopped.current = false;
    setShare(0);
    try {
      const studies: SavedStudy[] = [];
      for (const [place, { title, recipe }] of wanted.entries()) {
        const built = await engine().build({ ...recipe, ways: 1 });
        if (stopped.current) {
          toast('Stopped: nothing was made.');
          return;
        }
        if (built.ok) studies.push(toSaved(built.value, 0, new Date().toISOString()));
        else sayTrouble(built.refusal.message, `${title} cannot be played: `);
        setShare((place + 1) / wanted.length);
      }
      await save([...studies.map((study) => added('studies', study)), ...setting(studies)]);
      const [one] = wanted;
      const what =
        wanted.length === 1 && one ? `${one.title} is` : `${counted(studies.length, 'study is', 'studies are')}`;
      if (studies.length > 0) toast.success(`${what} set, and in the library.`);
    } catch (error) {
      sayTrouble(error);
    } finally {
      setShare(undefined);
    }
  };
  return { set, make, share, stop: () => void (stopped.current = true) };
}
