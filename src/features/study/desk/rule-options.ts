import { HAND_SYSTEMS } from '../../../core/instruments/index.ts';
import type { Option } from '../../../ui/choice.tsx';

/** Rules of open strings, of the way down and of the bass hand, as a teacher reads them. */
export const OPEN_STRING_OPTIONS: readonly Option[] = [
  { value: 'free', label: 'where they fit' },
  { value: 'up-only', label: 'going up only' },
  { value: 'down-only', label: 'coming down only' },
  { value: 'never', label: 'never' },
];

export const RETURN_OPTIONS: readonly Option[] = [
  { value: 'auto', label: 'as suits best' },
  { value: 'mirror', label: 'the same way back' },
  { value: 'fourth', label: 'onto the fourth finger' },
  { value: 'third', label: 'onto the third finger' },
  { value: 'top-string', label: 'along the top string' },
];

export const HAND_OPTIONS: readonly Option[] = HAND_SYSTEMS.map((system) => ({
  value: system,
  label: system.replaceAll('-', ' '),
}));
