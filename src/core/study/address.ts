import { z } from 'zod';
import type { Outcome } from '../base/index.ts';
import { instrumentFor, isInstrument, SetUp } from '../instruments/index.ts';
import { pinsText, readPinsText, readRecipe, type RecipeInput } from '../recipe/index.ts';
import type { SavedStudy } from './saved-study.ts';

/**
 * The recipe's fields as they stand in an address: lists with dots between, pins in a short line of their
 * own (`pins-text.ts`), what is made of several fields as JSON. Links of earlier days hold pins as JSON too.
 */
const PLAIN = [
  'instrument',
  'tonic',
  'form',
  'figure',
  'start',
  'direction',
  'melodicDescent',
  'openStrings',
  'handSystem',
  'return',
] as const;
const LISTS = ['groups', 'strings'] as const;
const JSON_FIELDS = ['positions', 'bowing', 'setUp', 'school', 'remarks'] as const;

/** The study of an address that asks for none. */
export const FIRST_CHOICES: RecipeInput = { instrument: 'violin', tonic: 'G', octaves: 2, start: 'G3' };

/** The address of a kept study, all its fingers in it: the reader sees the study as it was kept. */
export function addressOf({ recipe, fingering }: Pick<SavedStudy, 'recipe' | 'fingering'>): URLSearchParams {
  const { groups: _, ...asked } = recipe;
  return toAddress({ ...asked, pins: fingering.map(({ string, finger }, at) => ({ at, string, finger })) }, 0);
}

/** Writes choices into an address, so that a reload or a shared link shows the same study. */
export function toAddress(choices: RecipeInput, way: number): URLSearchParams {
  const params = new URLSearchParams();
  for (const field of PLAIN) {
    const value = choices[field];
    if (value !== undefined) params.set(field, value);
  }
  if (choices.octaves !== undefined) params.set('octaves', String(choices.octaves));
  for (const field of LISTS) {
    const value = choices[field];
    if (value !== undefined) params.set(field, value.join('.'));
  }
  for (const field of JSON_FIELDS) {
    const value = choices[field];
    if (value !== undefined && JSON.stringify(value) !== '[]') params.set(field, JSON.stringify(value));
  }
  if (choices.pins && choices.pins.length > 0) {
    const { strings } = instrumentFor(choices.instrument, choices.setUp);
    const names = strings.map((string) => string.name);
    params.set('pins', pinsText(choices.pins, names) ?? JSON.stringify(choices.pins));
  }
  if (choices.fitBow) params.set('fitBow', 'true');
  if (way > 0) params.set('way', String(way));
  return params;
}

/** Choices and way of an address, or what is wrong with it. */
export type Addressed = Outcome<{ readonly choices: RecipeInput; readonly way: number }>;

/** Reads choices from an address; an empty one gives the first choices. */
export function fromAddress(params: URLSearchParams): Addressed {
  if (!params.has('instrument') && !params.has('tonic')) return { ok: true, value: { choices: FIRST_CHOICES, way: 0 } };
  const choices: Record<string, unknown> = {};
  for (const field of PLAIN) {
    const value = params.get(field);
    if (value !== null) choices[field] = value;
  }
  const octaves = params.get('octaves');
  if (octaves !== null) choices['octaves'] = Number(octaves);
  if (params.get('fitBow') === 'true') choices['fitBow'] = true;
  for (const field of LISTS) {
    const value = params.get(field);
    if (value) choices[field] = value.split('.');
  }
  for (const field of JSON_FIELDS) {
    const value = params.get(field);
    if (value !== null) choices[field] = parsed(value);
  }
  const pins = params.get('pins');
  if (pins !== null) choices['pins'] = pinsFrom(pins, choices);
  const read = readRecipe(choices);
  if (!read.ok) return read;
  const way = z.coerce
    .number()
    .int()
    .min(0)
    .max(19)
    .safeParse(params.get('way') ?? 0);
  return { ok: true, value: { choices: choices as unknown as RecipeInput, way: way.data ?? 0 } };
}

/** Pins as they stand in an address; anything else is passed on, so that the recipe's parser refuses it. */
function pinsFrom(text: string, { instrument, setUp }: Record<string, unknown>): unknown {
  if (text.startsWith('[')) return parsed(text);
  if (typeof instrument !== 'string' || !isInstrument(instrument)) return [];
  const { strings } = instrumentFor(instrument, SetUp.safeParse(setUp).data);
  const names = strings.map((string) => string.name);
  return readPinsText(text, names) ?? text;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
