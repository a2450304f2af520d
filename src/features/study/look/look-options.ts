import type { Option } from '../../../ui/choice.tsx';

/** What a score can be shown as, and what can stand over and under its notes. */

export const SHEETS: readonly Option[] = [
  { value: 'notes', label: 'notes' },
  { value: 'pattern', label: 'the pattern alone' },
];

export const HAND_NAMES: readonly Option[] = [
  { value: 'named', label: 'named where they change' },
  { value: 'every', label: 'named on every string' },
  { value: 'none', label: 'not named' },
];

export const FINGER_OPTIONS: readonly Option[] = [
  { value: 'all', label: 'every finger' },
  { value: 'changes', label: 'only what changes' },
  { value: 'blank', label: 'nothing, to be filled in' },
];

export const NAME_OPTIONS: readonly Option[] = [
  { value: '', label: 'nothing' },
  { value: 'letters', label: 'their letters' },
  { value: 'fixed', label: 'do re mi, fixed' },
  { value: 'movable', label: 'do re mi from the tonic' },
  { value: 'degrees', label: 'their degrees, 1 to 8' },
];
