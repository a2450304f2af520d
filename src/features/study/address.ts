import { z } from 'zod';
import type { RecipeInput } from '../../core/recipe/recipe.ts';
import { FIRST_CHOICES } from './choices.ts';

/** The recipe's fields as they stand in an address; lists are written with dots, pins as JSON. */
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
const JSON_FIELDS = ['pins', 'positions', 'bowing', 'setUp', 'school'] as const;

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
  if (choices.fitBow) params.set('fitBow', 'true');
  if (way > 0) params.set('way', String(way));
  return params;
}

/**
 * Reads choices from an address. Values are passed on as they stand, so that the recipe's own
 * reading can say what is wrong with them; an empty address gives the first choices.
 */
export function fromAddress(params: URLSearchParams): { choices: RecipeInput; way: number } {
  if (!params.has('instrument') && !params.has('tonic')) return { choices: FIRST_CHOICES, way: 0 };
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
  const way = z.coerce
    .number()
    .int()
    .min(0)
    .max(19)
    .safeParse(params.get('way') ?? 0);
  return { choices: choices as unknown as RecipeInput, way: way.success ? way.data : 0 };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
