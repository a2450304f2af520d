import { CLASS_FIGURES, type ClassRecord } from '../../core/classroom/index.ts';
import { octaveWords } from '../../core/recipe/index.ts';
import {
  FIGURE_NAMES,
  CHORD_FORMS,
  formOf,
  SCALE_FORMS,
  type FormId,
  circleFor,
  printed,
} from '../../core/theory/index.ts';
import { Choice } from '../../ui/choice.tsx';
import { NumberField } from '../../ui/number-field.tsx';

const NOTES = [1, 2, 3, 4, 6, 8];

/** What the class plays, in a sentence to choose from. */
export function AskLine({ record, onChange }: { record: ClassRecord; onChange: (part: Partial<ClassRecord>) => void }) {
  const { tonic, form, figure, octaves, bowing } = record;
  const forms = figure === 'arpeggio' ? CHORD_FORMS : SCALE_FORMS;
  const keys = [...new Set([...circleFor(form), tonic])];
  const takeFigure = (next: ClassRecord['figure']): void => {
    const fitting = next === 'arpeggio' ? CHORD_FORMS : SCALE_FORMS;
    onChange({ figure: next, form: fitting.includes(form) ? form : (fitting[0] as FormId) });
  };
  const bow = (part: Partial<ClassRecord['bowing']>): void => {
    const { pattern: _, ...rest } = bowing;
    onChange({ bowing: { ...rest, ...part } });
  };
  return (
    <p className="no-print mt-1 font-serif text-lg leading-9">
      All play{' '}
      <Choice
        label="Key"
        value={tonic}
        options={keys.map((key) => ({ value: key, label: printed(key) }))}
        onChoose={(next) => onChange({ tonic: next })}
      />{' '}
      <Choice
        label="Form"
        value={form}
        options={forms.map((id) => ({ value: id, label: formOf(id).name }))}
        onChoose={(next) => onChange({ form: next as FormId })}
      />{' '}
      as{' '}
      <Choice
        label="Figure"
        value={figure}
        options={CLASS_FIGURES.map((id) => ({ value: id, label: FIGURE_NAMES[id] }))}
        onChoose={(next) => takeFigure(next as ClassRecord['figure'])}
      />
      ,{' '}
      <Choice
        label="Octaves"
        value={String(octaves)}
        options={[1, 2, 3].map((count) => ({ value: String(count), label: octaveWords(count) }))}
        onChoose={(next) => onChange({ octaves: Number(next) })}
      />
      , with{' '}
      <Choice
        label="Notes to a bow"
        value={String(bowing.slur)}
        options={NOTES.map((count) => ({ value: String(count), label: String(count) }))}
        onChoose={(next) => bow({ slur: Number(next) })}
      />{' '}
      to a bow and{' '}
      <Choice
        label="Notes to a beat"
        value={String(bowing.perBeat)}
        options={NOTES.map((count) => ({ value: String(count), label: String(count) }))}
        onChoose={(next) => bow({ perBeat: Number(next) })}
      />{' '}
      to a beat, at{' '}
      <NumberField label="Beats a minute" value={bowing.bpm} least={20} most={400} onNumber={(bpm) => bow({ bpm })} /> a
      minute.
    </p>
  );
}
