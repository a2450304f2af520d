import { passageOf, startsThatFit } from '../../core/passage/index.ts';
import { instrumentFor, type Instrument } from '../../core/instruments/index.ts';
import { schoolNamed } from '../../core/schools/index.ts';
import { movedPins } from '../../core/study/index.ts';
import { readRecipe, type RecipeInput } from '../../core/recipe/index.ts';
import { CHORD_FORMS, formOf, SCALE_FORMS, type FormId } from '../../core/theory/index.ts';

/** The choices of a study as the screen holds them: a recipe, defaults left out. */
export type Choices = RecipeInput;

/**
 * Changes some choices and lets go of those that no longer make sense beside them: a lowest note
 * that no longer fits, a form the figure does not have, pins and groups made for other notes.
 */
export function changeChoices(choices: Choices, change: Partial<Choices>): Choices {
  const given = Object.entries({ ...choices, ...change }).filter(([, value]) => value !== undefined);
  const next = Object.fromEntries(given) as unknown as Choices;
  if ('school' in change) {
    // A school brings its own rules; those of the study give way to them.
    delete next.openStrings;
    delete next.return;
    delete next.handSystem;
    delete next.groups;
  }
  const notesChange = (
    ['instrument', 'setUp', 'tonic', 'form', 'figure', 'octaves', 'start', 'direction'] as const
  ).some((field) => field in change);
  if (notesChange) {
    delete next.pins;
    delete next.groups;
    delete next.remarks;
  }
  if (change.instrument && change.instrument !== choices.instrument) {
    delete next.strings;
    delete next.setUp;
    delete next.positions;
    if (change.instrument !== 'bass') delete next.handSystem;
    const school = typeof next.school === 'string' ? schoolNamed(next.school) : next.school;
    if (school?.instruments && !school.instruments.includes(change.instrument)) delete next.school;
  }
  next.form = fittingForm(next.figure ?? 'scale', next.form ?? 'major');
  if (next.form !== 'melodic-minor') delete next.melodicDescent;
  if (next.start !== undefined && !fits(next)) {
    const starts = startsThatFit(next.tonic, next.octaves ?? 1, instrumentFor(next.instrument, next.setUp));
    const register = Number(next.start.slice(-1));
    const near = starts.find((pitch) => pitch.octave === register) ?? starts[0];
    if (near && change.instrument === undefined) next.start = near.name;
    else delete next.start;
  }
  return next;
}

function fits(choices: Choices): boolean {
  return startsThatFit(choices.tonic, choices.octaves ?? 1, instrumentFor(choices.instrument, choices.setUp)).some(
    (pitch) => pitch.name === choices.start,
  );
}

function fittingForm(figure: NonNullable<Choices['figure']>, form: FormId): FormId {
  const known = formOf(form);
  if (figure === 'arpeggio-series') return 'major';
  if (figure === 'key-set' && known.scale?.kind !== 'degrees') return 'major';
  if (figure === 'arpeggio') {
    if (known.chord)
      return form === 'natural-minor' || form === 'harmonic-minor' || form === 'melodic-minor' ? 'minor' : form;
    return form.includes('minor') || form === 'dorian' || form === 'phrygian' || form === 'locrian' ? 'minor' : 'major';
  }
  if (known.scale) return form;
  return form === 'minor' || form === 'minor-7' || form === 'diminished-7' ? 'natural-minor' : 'major';
}

/** Changes the bowing; where that adds or takes away notes, pins stay on the notes they were made for. */
export function changeBowing(choices: Choices, bowing: Choices['bowing']): Choices {
  const next = { ...choices, bowing };
  const recipes = [readRecipe(choices), readRecipe(next)];
  const [before, after] = recipes.map((recipe) => (recipe.ok ? passageOf(recipe.value) : recipe));
  if (!(choices.pins?.length || choices.remarks?.length) || !before?.ok || !after?.ok) return next;
  const read = recipes[0]?.ok ? recipes[0].value : undefined;
  return {
    ...next,
    ...(choices.pins ? { pins: movedPins(read?.pins ?? [], before.value, after.value) } : {}),
    ...(choices.remarks ? { remarks: movedPins(read?.remarks ?? [], before.value, after.value) } : {}),
  };
}

/** The forms a figure can take, in the order of the chooser. */
export function formsFor(figure: NonNullable<Choices['figure']>): readonly FormId[] {
  if (figure === 'arpeggio-series') return [];
  if (figure === 'key-set') return SCALE_FORMS.filter((form) => formOf(form).scale?.kind === 'degrees');
  return figure === 'arpeggio' ? CHORD_FORMS : SCALE_FORMS;
}

/** How many octaves fit on an instrument from a tonic's lowest place. */
export function mostOctaves(instrument: Instrument, tonic: string): number {
  return [4, 3, 2, 1].find((octaves) => startsThatFit(tonic, octaves, instrument).length > 0) ?? 0;
}
