import { octaveWords } from '../../../core/recipe/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS } from '../../../core/instruments/index.ts';
import { SCHOOLS } from '../../../core/schools/index.ts';
import type { FingersShown } from '../../../core/score/index.ts';
import { FIGURE_NAMES, FIGURES, formOf, CIRCLE, type NoteNames } from '../../../core/theory/index.ts';
import type { PaletteCommand } from '../../../ui/palette.tsx';
import { formsFor, type Choices } from '../choices.ts';
import type { Look } from '../look.ts';
import { ROOMS, type RoomId } from './rooms.tsx';
import { FINGER_OPTIONS, NAME_OPTIONS } from '../look/look-options.ts';

/** What the desk lets its commands do. */
export interface DeskActions {
  readonly change: (part: Partial<Choices>) => void;
  readonly look: (part: Partial<Look>) => void;
  readonly room: (room: RoomId) => void;
  readonly doings: readonly PaletteCommand[];
}

const TONIC_WORDS: Readonly<Record<string, string>> = { '#': ' sharp', b: ' flat' };

/** Every command of the desk, found by its words. */
export function deskCommands(choices: Choices, { change, look, room, doings }: DeskActions): PaletteCommand[] {
  const tonics = [...new Set([...CIRCLE.major, ...CIRCLE.minor])].sort();
  const { figure = 'scale' } = choices;
  return [
    ...doings,
    ...ROOMS.map(({ id, name }) => ({ group: 'Open', words: name, run: () => room(id) })),
    ...tonics.map((tonic) => ({
      group: 'Key',
      words: tonic.charAt(0) + (TONIC_WORDS[tonic.charAt(1)] ?? ''),
      run: () => change({ tonic }),
    })),
    ...formsFor(figure).map((form) => ({ group: 'Form', words: formOf(form).name, run: () => change({ form }) })),
    ...[1, 2, 3, 4].map((octaves) => ({
      group: 'Range',
      words: octaveWords(octaves),
      run: () => change({ octaves }),
    })),
    ...FIGURES.map((id) => ({ group: 'Figure', words: FIGURE_NAMES[id], run: () => change({ figure: id }) })),
    ...INSTRUMENTS.map((instrument) => ({
      group: 'Instrument',
      words: INSTRUMENT_TABLE[instrument].name,
      run: () => change({ instrument }),
    })),
    ...SCHOOLS.filter((one) => one.instruments?.includes(choices.instrument) ?? true).map((school) => ({
      group: 'School',
      words: school.name,
      run: () => change({ school: school.id }),
    })),
    ...FINGER_OPTIONS.map(({ value, label }) => ({
      group: 'Over the notes',
      words: label,
      run: () => look({ fingers: value as FingersShown }),
    })),
    ...NAME_OPTIONS.map(({ value, label }) => ({
      group: 'Under the notes',
      words: label,
      run: () => look({ names: (value || undefined) as NoteNames | undefined, covered: [] }),
    })),
    { group: 'Shown as', words: 'notes', run: () => look({ sheet: 'notes' }) },
    { group: 'Shown as', words: 'the pattern alone', run: () => look({ sheet: 'pattern' }) },
  ];
}
