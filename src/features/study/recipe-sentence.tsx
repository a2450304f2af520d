import { HAND_SYSTEMS, INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/instrument.ts';
import { instrumentFor } from '../../core/instruments/set-up.ts';
import { octaveWords, startsThatFit } from '../../core/study/notes.ts';
import { FIGURE_NAMES, FIGURES, type FigureId } from '../../core/theory/figure.ts';
import { formOf } from '../../core/theory/form.ts';
import { printed } from '../../core/theory/pitch.ts';
import { Choice, type Option } from '../../ui/choice.tsx';
import { changeChoices, formsFor, mostOctaves, type Choices } from './choices.ts';

const TONICS = ['C', 'C#', 'Db', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'G#', 'Ab', 'A', 'A#', 'Bb', 'B', 'Cb'];

const DIRECTIONS: readonly Option[] = [
  { value: 'up-down', label: 'up and down' },
  { value: 'up', label: 'up' },
  { value: 'down', label: 'down' },
];

const OPEN_STRINGS: readonly Option[] = [
  { value: 'free', label: 'where they fit' },
  { value: 'up-only', label: 'going up only' },
  { value: 'down-only', label: 'coming down only' },
  { value: 'never', label: 'never' },
];

const DESCENTS: readonly Option[] = [
  { value: 'natural', label: 'with its natural notes' },
  { value: 'ascending', label: 'with the notes of the way up' },
];

const RETURNS: readonly Option[] = [
  { value: 'auto', label: 'as suits best' },
  { value: 'mirror', label: 'the same way back' },
  { value: 'fourth', label: 'onto the fourth finger' },
  { value: 'third', label: 'onto the third finger' },
  { value: 'top-string', label: 'along the top string' },
];

const TO_A_BOW = [1, 2, 3, 4, 6, 7, 8, 12];
const TO_A_BEAT = [1, 2, 3, 4, 6];

/** The choices of a study, read as two sentences. */
export function RecipeSentence({ choices, onChange }: { choices: Choices; onChange: (next: Choices) => void }) {
  const change = (part: Partial<Choices>): void => onChange(changeChoices(choices, part));
  const instrument = instrumentFor(choices.instrument, choices.setUp);
  const figure: FigureId = choices.figure ?? 'scale';
  const octaves = choices.octaves ?? 1;
  const most = mostOctaves(instrument, choices.tonic);
  const starts = startsThatFit(choices.tonic, octaves, instrument);
  const bowing = choices.bowing ?? {};
  return (
    <form className="no-print text-lg leading-9" aria-label="The study" onSubmit={(event) => event.preventDefault()}>
      <p>
        <Choice
          label="Instrument"
          value={choices.instrument}
          options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name }))}
          onChoose={(value) => change({ instrument: value as InstrumentId })}
        />{' '}
        plays{' '}
        <Choice
          label="Tonic"
          value={choices.tonic}
          options={TONICS.map((tonic) => ({ value: tonic, label: printed(tonic) }))}
          onChoose={(tonic) => change({ tonic })}
        />{' '}
        {formsFor(figure).length > 0 ? (
          <Choice
            label="Form"
            value={choices.form ?? 'major'}
            options={formsFor(figure).map((id) => ({ value: id, label: formOf(id).name }))}
            onChoose={(form) => change({ form: form as Choices['form'] })}
          />
        ) : null}{' '}
        as{' '}
        <Choice
          label="Figure"
          value={figure}
          options={FIGURES.map((id) => ({ value: id, label: FIGURE_NAMES[id] }))}
          onChoose={(value) => change({ figure: value as FigureId })}
        />
        ,{' '}
        <Choice
          label="Octaves"
          value={String(octaves)}
          options={[1, 2, 3, 4].map((count) => ({
            value: String(count),
            label: octaveWords(count),
            disabled: count > most,
          }))}
          onChoose={(value) => change({ octaves: Number(value) })}
        />{' '}
        from{' '}
        <Choice
          label="Lowest note"
          value={choices.start ?? starts[0]?.name ?? ''}
          options={
            starts.length > 0
              ? starts.map((pitch) => ({ value: pitch.name, label: printed(pitch.name) }))
              : [{ value: '', label: 'no note that fits' }]
          }
          onChoose={(start) => change({ start })}
        />
        ,{' '}
        <Choice
          label="Direction"
          value={choices.direction ?? 'up-down'}
          options={DIRECTIONS}
          onChoose={(value) => change({ direction: value as Choices['direction'] })}
        />
        .
      </p>
      <p className="text-base leading-8 text-faint">
        {choices.form === 'melodic-minor' ? (
          <>
            Coming down{' '}
            <Choice
              label="Coming down"
              value={choices.melodicDescent ?? 'natural'}
              options={DESCENTS}
              onChoose={(value) => change({ melodicDescent: value as Choices['melodicDescent'] })}
            />
            ; open strings{' '}
          </>
        ) : (
          'Open strings '
        )}
        <Choice
          label="Open strings"
          value={choices.openStrings ?? 'free'}
          options={OPEN_STRINGS}
          onChoose={(value) => change({ openStrings: value as Choices['openStrings'] })}
        />
        ; the way down{' '}
        <Choice
          label="Way down"
          value={choices.return ?? 'auto'}
          options={RETURNS}
          onChoose={(value) => change({ return: value as Choices['return'] })}
        />
        {choices.instrument === 'bass' ? (
          <>
            ; the hand{' '}
            <Choice
              label="Hand system"
              value={choices.handSystem ?? '1-2-4'}
              options={HAND_SYSTEMS.map((system) => ({ value: system, label: system.replaceAll('-', ' ') }))}
              onChoose={(value) => change({ handSystem: value as Choices['handSystem'] })}
            />
          </>
        ) : null}
        ; to a bow{' '}
        <Choice
          label="Notes to a bow"
          value={String(bowing.slur ?? 1)}
          options={TO_A_BOW.map((count) => ({
            value: String(count),
            label: count === 1 ? 'one note' : `${count} notes`,
          }))}
          onChoose={(value) => change({ bowing: { ...bowing, slur: Number(value) } })}
        />
        , to a beat{' '}
        <Choice
          label="Notes to a beat"
          value={String(bowing.perBeat ?? 2)}
          options={TO_A_BEAT.map((count) => ({ value: String(count), label: String(count) }))}
          onChoose={(value) => change({ bowing: { ...bowing, perBeat: Number(value) } })}
        />
        .
      </p>
    </form>
  );
}
