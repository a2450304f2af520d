import type { FingersShown } from '../../core/formats/scored-study.ts';
import { SCHOOLS } from '../../core/fingering/schools/schools.ts';
import { wayName } from '../../core/fingering/way-name.ts';
import type { BuiltStudy } from '../../core/study/build.ts';
import type { NoteNames } from '../../core/theory/note-names.ts';
import { Choice, type Option } from '../../ui/choice.tsx';
import type { Beside } from './use-other-way.ts';

/** What stands on the score besides the notes. */
export interface Look {
  readonly fingers: FingersShown;
  readonly names: NoteNames | undefined;
  readonly beside: Beside;
}

export const USUAL_LOOK: Look = { fingers: 'all', names: undefined, beside: { kind: 'none' } };

const FINGERS: readonly Option[] = [
  { value: 'all', label: 'every finger' },
  { value: 'changes', label: 'only what changes' },
  { value: 'blank', label: 'nothing, to be filled in' },
];

const NAMES: readonly Option[] = [
  { value: '', label: 'nothing' },
  { value: 'letters', label: 'their letters' },
  { value: 'fixed', label: 'do re mi, fixed' },
  { value: 'movable', label: 'do re mi from the tonic' },
];

/** How the score is written, read as a sentence. */
export function ScoreLookSentence({
  look,
  built,
  chosen,
  onLook,
}: {
  look: Look;
  built: BuiltStudy;
  chosen: number;
  onLook: (look: Look) => void;
}) {
  const schools = SCHOOLS.filter((one) => one.instruments?.includes(built.recipe.instrument) ?? true);
  const besides: Option[] = [
    { value: 'none', label: 'nothing' },
    ...built.ways.flatMap((way, index) =>
      index === chosen
        ? []
        : [{ value: `way ${index}`, label: `way ${index + 1}: ${wayName(way, built.passage, built.recipe)}` }],
    ),
    ...schools.map((one) => ({ value: `school ${one.id}`, label: `the school “${one.name}”` })),
  ];
  return (
    <p className="no-print mt-1 text-faint">
      Over the notes{' '}
      <Choice
        label="Over the notes"
        value={look.fingers}
        options={FINGERS}
        onChoose={(fingers) => onLook({ ...look, fingers: fingers as FingersShown })}
      />
      , under them{' '}
      <Choice
        label="Under the notes"
        value={look.names ?? ''}
        options={NAMES}
        onChoose={(names) => onLook({ ...look, names: names === '' ? undefined : (names as NoteNames) })}
      />
      , beside this way{' '}
      <Choice
        label="Beside this way"
        value={besideValue(look.beside)}
        options={besides}
        onChoose={(value) => onLook({ ...look, beside: readBeside(value) })}
      />
      .
    </p>
  );
}

function besideValue(beside: Beside): string {
  if (beside.kind === 'way') return `way ${beside.way}`;
  return beside.kind === 'school' ? `school ${beside.school}` : 'none';
}

function readBeside(value: string): Beside {
  const [kind, which = ''] = value.split(' ');
  if (kind === 'way') return { kind: 'way', way: Number(which) };
  return kind === 'school' ? { kind: 'school', school: which } : { kind: 'none' };
}
