import { counted } from '../../core/base/index.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/index.ts';
import type { MusicFile } from '../../core/passage/index.ts';
import { Choice } from '../../ui/choice.tsx';

/** What is taken out of a file, and for whom. */
export interface Wanted {
  readonly instrument: InstrumentId;
  readonly part: string | undefined;
  readonly voice: string | undefined;
  readonly from: number | undefined;
  readonly to: number | undefined;
  readonly keepFingers: boolean;
}

/** Before anything is chosen. */
export const FIRST_WANTED: Wanted = {
  instrument: 'violin',
  part: undefined,
  voice: undefined,
  from: undefined,
  to: undefined,
  keepFingers: true,
};

/** Which part, which bars, for which instrument, in a sentence to choose from. */
export function WantedLine({
  file,
  wanted,
  onWanted,
}: {
  file: MusicFile;
  wanted: Wanted;
  onWanted: (wanted: Wanted) => void;
}) {
  const { parts } = file.music;
  const part = parts.find(({ id }) => id === wanted.part) ?? parts[0];
  const numbers = [...new Set((part?.bars ?? []).map(({ number }) => number).filter((one) => /^\d+$/.test(one)))];
  const bars = numbers.map((number) => ({ value: number, label: number }));
  const number = (text: string): number | undefined => (text === '' ? undefined : Number(text));
  return (
    <p className="no-print mt-1 font-serif text-lg leading-9">
      Finger{' '}
      <Choice
        label="Part"
        value={wanted.part ?? ''}
        options={[
          { value: '', label: 'the first part that fits' },
          ...parts.map(({ id, name, notes }) => ({ value: id, label: `${name} (${counted(notes.length, 'note')})` })),
        ]}
        onChoose={(next) =>
          onWanted({ ...wanted, part: next || undefined, voice: undefined, from: undefined, to: undefined })
        }
      />{' '}
      for{' '}
      <Choice
        label="Instrument"
        value={wanted.instrument}
        options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name.toLowerCase() }))}
        onChoose={(next) => onWanted({ ...wanted, instrument: next as InstrumentId })}
      />
      {part && part.voices.length > 1 ? (
        <>
          , voice{' '}
          <Choice
            label="Voice"
            value={wanted.voice ?? ''}
            options={[{ value: '', label: 'all together' }, ...part.voices.map((one) => ({ value: one, label: one }))]}
            onChoose={(next) => onWanted({ ...wanted, voice: next || undefined })}
          />
        </>
      ) : null}
      , from bar{' '}
      <Choice
        label="First bar"
        value={wanted.from === undefined ? '' : String(wanted.from)}
        options={[{ value: '', label: 'the first' }, ...bars]}
        onChoose={(next) => onWanted({ ...wanted, from: number(next) })}
      />{' '}
      to{' '}
      <Choice
        label="Last bar"
        value={wanted.to === undefined ? '' : String(wanted.to)}
        options={[{ value: '', label: 'the last' }, ...bars]}
        onChoose={(next) => onWanted({ ...wanted, to: number(next) })}
      />
      ; fingers that stand in it{' '}
      <Choice
        label="Fingers in the file"
        value={wanted.keepFingers ? 'keep' : 'free'}
        options={[
          { value: 'keep', label: 'are kept' },
          { value: 'free', label: 'may change' },
        ]}
        onChoose={(next) => onWanted({ ...wanted, keepFingers: next === 'keep' })}
      />
      .
    </p>
  );
}
