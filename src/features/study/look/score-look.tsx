import { memo } from 'react';
import type { FingersShown } from '../../../core/score/scored-study.ts';
import { TEACHING_MARKS, type TeachingMark } from '../../../core/score/teaching-marks.ts';
import type { School } from '../../../core/schools/school.ts';
import { SCHOOLS } from '../../../core/schools/schools.ts';
import { wayNames } from '../../../core/fingering/reading/way-name.ts';
import type { BuiltStudy } from '../../../core/study/build.ts';
import { KNOWN_STUDIES, knownRecipe, type KnownStudy } from '../../../core/study/known-study.ts';
import { formOf } from '../../../core/theory/form.ts';
import type { NoteNames } from '../../../core/theory/note-names.ts';
import { printed } from '../../../core/theory/pitch.ts';
import { useOwnSchools } from '../../../data/schools.ts';
import { Choice, type Option } from '../../../ui/choice.tsx';
import type { Look } from '../look.ts';
import type { Beside } from '../ways/use-other-way.ts';

const SHEETS: readonly Option[] = [
  { value: 'notes', label: 'notes' },
  { value: 'pattern', label: 'the pattern alone' },
];

const HAND_NAMES: readonly Option[] = [
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

/** How the score is written, read as a sentence. */
export const ScoreLookSentence = memo(function ScoreLookSentence({
  look,
  built,
  onLook,
}: {
  look: Look;
  built: BuiltStudy;
  onLook: (look: Look) => void;
}) {
  return (
    <p className="leading-8">
      Shown as{' '}
      <Choice
        label="Shown as"
        value={look.sheet}
        options={SHEETS}
        onChoose={(sheet) => onLook({ ...look, sheet: sheet as Look['sheet'] })}
      />
      ; over the notes{' '}
      <Choice
        label="Over the notes"
        value={look.fingers}
        options={FINGER_OPTIONS}
        onChoose={(fingers) => onLook({ ...look, fingers: fingers as FingersShown })}
      />
      , hands{' '}
      <Choice
        label="Hands"
        value={look.hands}
        options={HAND_NAMES}
        onChoose={(hands) => onLook({ ...look, hands: hands as Look['hands'] })}
      />
      , under the notes{' '}
      <Choice
        label="Under the notes"
        value={look.names ?? ''}
        options={NAME_OPTIONS}
        onChoose={(names) => onLook({ ...look, covered: [], names: (names || undefined) as NoteNames | undefined })}
      />
      {look.names ? <Covers look={look} count={built.passage.notes.length} onLook={onLook} /> : null}; marked:{' '}
      <Marks look={look} music={built.recipe.music !== undefined} onLook={onLook} />; known already:{' '}
      <Choice
        label="Known already"
        value={look.known ?? ''}
        options={knownOptions(built)}
        onChoose={(known) => onLook({ ...look, known: (known || undefined) as KnownStudy | undefined })}
      />
      .
    </p>
  );
});

/** What is set beside the chosen way, read as a sentence. */
export const BesideSentence = memo(function BesideSentence({
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
  const schools = [...SCHOOLS, ...useOwnSchools()];
  const besides = besideOptions(built, chosen, schools);
  const [first = NONE, second = NONE] = look.besides;
  return (
    <p className="mt-2">
      Beside it{' '}
      <Choice
        label="Beside this way"
        value={besideValue(first)}
        options={besides}
        onChoose={(value) => onLook({ ...look, besides: withBeside(readBeside(value), second) })}
      />
      {first.kind === 'none' ? null : (
        <>
          {' '}
          and{' '}
          <Choice
            label="And beside both"
            value={besideValue(second)}
            options={besides.filter(({ value }) => value === 'none' || value !== besideValue(first))}
            onChoose={(value) => onLook({ ...look, besides: withBeside(first, readBeside(value)) })}
          />
        </>
      )}
      .
    </p>
  );
});

const MARK_WORDS: Readonly<Record<TeachingMark, string>> = {
  extensions: 'extensions',
  'low-high': 'low and high fingers',
  stays: 'fingers that stay down',
  'no-open': 'open strings the key has not',
  traps: 'fingers to have ready',
  hard: 'what is hard in a bar',
};

/** Each mark switched by itself. */
function Marks({ look, music, onLook }: { look: Look; music: boolean; onLook: (look: Look) => void }) {
  return (
    <span role="group" aria-label="Marks on the score">
      {TEACHING_MARKS.filter((mark) => music || mark !== 'hard').map((mark, place) => {
        const on = look.marks.includes(mark);
        const marks = on ? look.marks.filter((one) => one !== mark) : [...look.marks, mark];
        return (
          <span key={mark}>
            {place > 0 ? ', ' : ''}
            <button
              type="button"
              aria-pressed={on}
              className="underline decoration-rule underline-offset-4 hover:bg-wash aria-pressed:font-bold aria-pressed:text-ink"
              onClick={() => onLook({ ...look, marks })}
            >
              {on ? '✓ ' : ''}
              {MARK_WORDS[mark]}
            </button>
          </span>
        );
      })}
    </span>
  );
}

const NONE: Beside = { kind: 'none' };

function withBeside(...besides: Beside[]): readonly Beside[] {
  return besides.filter((one) => one.kind !== 'none');
}

/** Covers every name, or uncovers what is covered; single ones by the key H on the score. */
function Covers({ look, count, onLook }: { look: Look; count: number; onLook: (look: Look) => void }) {
  const all = look.covered.length === count;
  return (
    <>
      {' '}
      <button
        type="button"
        className="underline decoration-rule underline-offset-4 hover:bg-wash"
        onClick={() => onLook({ ...look, covered: all ? [] : Array.from({ length: count }, (_, at) => at) })}
      >
        {all ? '(uncover all)' : '(cover all; H covers or uncovers one)'}
      </button>
    </>
  );
}

function knownOptions({ recipe }: BuiltStudy): Option[] {
  const kin = KNOWN_STUDIES.flatMap((known) => {
    const study = knownRecipe(recipe, known);
    return study ? [{ value: known, label: `${printed(study.tonic)} ${formOf(study.form).name}` }] : [];
  });
  return [{ value: '', label: 'nothing like it' }, ...kin];
}

function besideOptions(built: BuiltStudy, chosen: number, schools: readonly School[]): Option[] {
  const { recipe, ways } = built;
  const names = wayNames(ways, built);
  const fitting = schools.filter((one) => one.instruments?.includes(recipe.instrument) ?? true);
  return [
    { value: 'none', label: 'nothing' },
    ...ways.flatMap((_, index) =>
      index === chosen ? [] : [{ value: `way ${index}`, label: `way ${index + 1}: ${names[index]}` }],
    ),
    ...fitting.map((one) => ({ value: `school ${one.id}`, label: `the school “${one.name}”` })),
  ];
}

function besideValue(beside: Beside): string {
  if (beside.kind === 'way') return `way ${beside.way}`;
  return beside.kind === 'school' ? `school ${beside.school}` : 'none';
}

function readBeside(value: string): Beside {
  const [kind, ...words] = value.split(' ');
  const which = words.join(' ');
  if (kind === 'way') return { kind: 'way', way: Number(which) };
  return kind === 'school' ? { kind: 'school', school: which } : NONE;
}
