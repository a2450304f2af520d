import { memo } from 'react';
import { type FingersShown, TEACHING_MARKS, type TeachingMark } from '../../../core/score/index.ts';
import { type BuiltStudy, KNOWN_STUDIES, knownRecipe, type KnownStudy } from '../../../core/study/index.ts';
import { formOf, type NoteNames, printed } from '../../../core/theory/index.ts';
import { Choice, type Option } from '../../../ui/choice.tsx';
import type { Look } from '../look.ts';
import { FINGER_OPTIONS, HAND_NAMES, NAME_OPTIONS, SHEETS } from './look-options.ts';

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
