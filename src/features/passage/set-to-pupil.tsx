import { toast } from 'sonner';
import { setTo } from '../../core/practice/index.ts';
import type { RecipeInput } from '../../core/recipe/index.ts';
import { newId, toSaved } from '../../data/library.ts';
import { useRoll } from '../../data/pupil-queries.ts';
import { added } from '../../data/change.ts';
import { save } from '../../data/save.ts';
import { today } from '../../data/today.ts';
import { Button } from '../../ui/button.tsx';
import { Menu, MenuAction } from '../../ui/menu.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { engine } from '../../workers/engine.ts';

/** Sets the study that prepares a passage to one of the pupils of its instrument: made, kept and set in one press. */
export function SetToPupil({ name, recipe }: { name: string; recipe: RecipeInput }) {
  const roll = useRoll();
  const pupils = (roll.data?.pupils ?? []).filter(({ instrument }) => instrument === recipe.instrument);
  if (pupils.length === 0) return null;
  const set = async (pupil: string, who: string): Promise<void> => {
    const built = await engine().build({ ...recipe, ways: 1 });
    if (!built.ok) throw new Error(built.refusal.message);
    const now = new Date().toISOString();
    const study = toSaved(built.value, 0, now);
    await save([added('studies', study), added('assignments', setTo(pupil, study, newId(), today(), now))]);
    toast.success(`${name} is set to ${who}, with the fingers it has here.`);
  };
  return (
    <Menu
      trigger={
        <Button kind="quiet" aria-label={`Set ${name} to a pupil`}>
          Set to a pupil
        </Button>
      }
    >
      {pupils.map((pupil) => (
        <MenuAction key={pupil.id} onSelect={() => void set(pupil.id, pupil.name).catch(sayTrouble)}>
          {pupil.name}
        </MenuAction>
      ))}
    </Menu>
  );
}
