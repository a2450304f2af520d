import { systemForms, type EngineMemory, upwardText, NOT_OFFERED } from '../fingering/index.ts';
import { passageOf } from '../passage/index.ts';
import { readRecipe, type Recipe, type RecipeInput } from '../recipe/index.ts';
import type { School, System } from '../schools/index.ts';
import { isSeries, circleFor } from '../theory/index.ts';
import { buildStudy } from './build.ts';
import { taskOf } from './task.ts';

/** A system and whether a study has a form of it; `why` says why not. */
export interface SystemHere {
  readonly name: string;
  readonly about: string;
  readonly why?: string;
}

/** Every system for the study's instrument, with the reason where it makes no sense here. */
export function systemsHere(recipe: Recipe, memory: EngineMemory): SystemHere[] {
  const passage = passageOf(recipe);
  if (!passage.ok || isSeries(recipe.figure)) return [];
  const forms = systemForms(taskOf(recipe, passage.value), memory);
  return forms.flatMap((form): SystemHere[] => {
    const { system } = form;
    if ('found' in form) return [{ name: system.name, about: system.why }];
    if (form.why === 'other instrument') return [];
    return [{ name: system.name, about: system.why, why: NOT_OFFERED[form.why] }];
  });
}

/** How a system of one's own fares in one key: its fingering, or why it has none. */
export interface SystemInKey {
  readonly tonic: string;
  readonly fingering?: string;
  readonly why?: string;
}

/** A system carried through the twelve keys of a study's form, from the lowest note each has. */
export function systemInKeys(recipe: Recipe, system: System, memory: EngineMemory): SystemInKey[] {
  return circleFor(recipe.form).map((tonic) => {
    const { start: _, pins: __, groups: ___, ...asked } = recipe;
    const school: School = {
      id: 'trial',
      name: 'On trial',
      why: '',
      rules: {},
      factors: {},
      weights: {},
      systems: [system],
    };
    const input: RecipeInput = { ...asked, tonic, school, ways: 8 };
    const read = readRecipe(input);
    const built = read.ok ? buildStudy(read.value, memory) : read;
    if (!built.ok) return { tonic, why: built.refusal.message };
    const { ways, passage } = built.value;
    const way = ways.find((one) => one.systems.includes(system.name));
    if (way) return { tonic, fingering: upwardText(way.fingers, passage.top) };
    const form = systemForms(taskOf(built.value.recipe, passage), memory).find(
      (one) => one.system === system || one.system.id === system.id,
    );
    return { tonic, why: form && 'why' in form ? NOT_OFFERED[form.why] : 'Another way is fingered the same.' };
  });
}
