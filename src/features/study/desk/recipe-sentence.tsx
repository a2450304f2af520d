import { octaveWords, type Recipe } from '../../../core/recipe/index.ts';
import { startsThatFit } from '../../../core/passage/index.ts';
import {
  INSTRUMENT_TABLE,
  INSTRUMENTS,
  type InstrumentId,
  instrumentFor,
  setUpsFor,
  type Finger,
  HAND_SYSTEMS,
  type Instrument,
} from '../../../core/instruments/index.ts';
import { memo, useState } from 'react';
import { capital } from '../../../core/base/index.ts';
import { type School, schoolNamed, SCHOOLS } from '../../../core/schools/index.ts';
import { FIGURE_NAMES, FIGURES, type FigureId, formOf, printed } from '../../../core/theory/index.ts';
import { useOwnSchools } from '../../../data/schools.ts';
import { Choice, type Option } from '../../../ui/choice.tsx';
import { formsFor, mostOctaves, type Choices } from '../choices.ts';
import { HAND_OPTIONS, OPEN_STRING_OPTIONS, RETURN_OPTIONS } from './rule-options.ts';

const TONICS = ['C', 'C#', 'Db', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'G#', 'Ab', 'A', 'A#', 'Bb', 'B', 'Cb'];

const DIRECTIONS: readonly Option[] = [
  { value: 'up-down', label: 'up and down' },
  { value: 'up', label: 'up' },
  { value: 'down', label: 'down' },
];

const DESCENTS: readonly Option[] = [
  { value: 'natural', label: 'with its natural notes' },
  { value: 'ascending', label: 'with the notes of the way up' },
];

interface Sentence {
  /** The choices without the pins; the same object while they are the same. */
  readonly choices: Choices;
  /** What a school fills in where a choice is open. */
  readonly followed: Pick<Recipe, 'openStrings' | 'return' | 'handSystem'>;
  /** Given what to change of the choices as they stand when it is asked. */
  readonly onChange: (make: (now: Choices) => Partial<Choices>) => void;
}

/** The choices of a study, read as a sentence; the rules for the hand fold away, and what of them is not as usual is said. */
export const RecipeSentence = memo(function RecipeSentence({
  choices,
  followed,
  firstFinger,
  onChange,
}: Sentence & {
  /** The finger the first note is pinned to. */
  firstFinger: Finger | undefined;
}) {
  const [open, setOpen] = useState(false);
  const own = ownRules(choices, followed, firstFinger);
  return (
    <form className="no-print" aria-label="The study" onSubmit={(event) => event.preventDefault()}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <WhatIsPlayed choices={choices} followed={followed} onChange={onChange} />
        {own.length > 0 && !open ? <p className="text-accent">{capital(own.join('; '))}.</p> : null}
        <button
          type="button"
          aria-expanded={open}
          aria-controls="hand-rules"
          className="px-1 underline decoration-rule underline-offset-4 hover:bg-wash"
          onClick={() => setOpen(!open)}
        >
          {open ? 'Fold' : 'Rules …'}
        </button>
      </div>
      <p id="hand-rules" hidden={!open} className="text-base leading-8 text-faint">
        <HowItIsPlayed choices={choices} followed={followed} onChange={onChange} />, beginning with{' '}
        <Choice
          label="First finger"
          value={firstFinger === undefined ? '' : String(firstFinger)}
          options={FIRST_FINGERS}
          onChoose={(value) => onChange((now) => ({ pins: withFirstFinger(now.pins ?? [], value) }))}
        />
        .
      </p>
    </form>
  );
});

/** What of the rules for the hand is not as usual, in the words of the choices themselves. */
function ownRules(choices: Choices, followed: Sentence['followed'], firstFinger: Finger | undefined): string[] {
  const said = (options: readonly Option[], value: string | undefined): string =>
    options.find((option) => option.value === value)?.label ?? '';
  const instrument = instrumentFor(choices.instrument, choices.setUp);
  // A rule that was chosen is as usual where it says what would hold without it.
  const { school } = choices;
  const usual = typeof school === 'string' ? schoolNamed(school)?.rules : school?.rules;
  return [
    choices.melodicDescent === 'ascending' ? 'coming down with the notes of the way up' : '',
    choices.openStrings && choices.openStrings !== (usual?.openStrings ?? 'free')
      ? `open strings ${said(OPEN_STRING_OPTIONS, followed.openStrings)}`
      : '',
    choices.return && choices.return !== (usual?.return ?? 'auto')
      ? `the way down ${said(RETURN_OPTIONS, followed.return)}`
      : '',
    choices.handSystem && choices.handSystem !== (usual?.handSystem ?? HAND_SYSTEMS[0])
      ? `the hand ${said(HAND_OPTIONS, followed.handSystem)}`
      : '',
    choices.strings ? `strings ${said(stringOptions(instrument, choices.strings), choices.strings.join('.'))}` : '',
    choices.positions
      ? `hand ${said(positionOptions(instrument, choices.positions), positionValue(choices.positions))}`
      : '',
    firstFinger === undefined ? '' : `beginning with ${said(FIRST_FINGERS, String(firstFinger))}`,
  ].filter(Boolean);
}

/** Of which instrument, which notes, after which school; pins do not stand here. */
const WhatIsPlayed = memo(function WhatIsPlayed({ choices, onChange }: Sentence) {
  const change = (part: Partial<Choices>): void => onChange(() => part);
  const instrument = instrumentFor(choices.instrument, choices.setUp);
  const setUps = setUpOptions(choices);
  const ownSchools = useOwnSchools();
  return (
    <p>
      <Choice
        label="Instrument"
        value={choices.instrument}
        options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name }))}
        onChoose={(value) => change({ instrument: value as InstrumentId })}
      />
      {setUps.length > 1 ? (
        <>
          {' '}
          <Choice
            label="Set-up"
            value={JSON.stringify(built(choices.setUp) ?? null)}
            options={setUps}
            onChoose={(value) =>
              change({ setUp: numbered(JSON.parse(value) as Choices['setUp'] | null, choices.setUp?.numbering) })
            }
          />
        </>
      ) : null}{' '}
      plays{' '}
      {choices.music ? (
        <b className="font-serif">{choices.music.title}</b>
      ) : (
        <NotesAsked choices={choices} instrument={instrument} onChange={change} />
      )}
      , school{' '}
      <Choice
        label="School"
        value={typeof choices.school === 'string' ? choices.school : (choices.school?.id ?? '')}
        options={schoolOptions(choices, ownSchools)}
        onChoose={(value) => change({ school: ownSchools.find((one) => one.id === value) ?? (value || undefined) })}
      />
      .
    </p>
  );
});

/** Which notes: tonic, form, figure, range and direction. */
function NotesAsked({
  choices,
  instrument,
  onChange: change,
}: {
  choices: Choices;
  instrument: Instrument;
  onChange: (part: Partial<Choices>) => void;
}) {
  const figure: FigureId = choices.figure ?? 'scale';
  const octaves = choices.octaves ?? 1;
  const most = mostOctaves(instrument, choices.tonic);
  const starts = startsThatFit(choices.tonic, octaves, instrument);
  return (
    <>
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
    </>
  );
}

/** Under which rules, on which strings and in which hand; pins do not stand here either. */
const HowItIsPlayed = memo(function HowItIsPlayed({ choices, followed, onChange }: Sentence) {
  const change = (part: Partial<Choices>): void => onChange(() => part);
  const instrument = instrumentFor(choices.instrument, choices.setUp);
  return (
    <>
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
        value={followed.openStrings}
        options={OPEN_STRING_OPTIONS}
        onChoose={(value) => change({ openStrings: value as Choices['openStrings'] })}
      />
      ; the way down{' '}
      <Choice
        label="Way down"
        value={followed.return}
        options={RETURN_OPTIONS}
        onChoose={(value) => change({ return: value as Choices['return'] })}
      />
      {choices.instrument === 'bass' ? (
        <>
          ; the hand{' '}
          <Choice
            label="Hand system"
            value={followed.handSystem ?? '1-2-4'}
            options={HAND_OPTIONS}
            onChoose={(value) => change({ handSystem: value as Choices['handSystem'] })}
          />
        </>
      ) : null}
      {instrument.positionsByStep ? (
        <>
          ; positions numbered{' '}
          <Choice
            label="Positions numbered"
            value={choices.setUp?.numbering ?? 'half steps'}
            options={NUMBERINGS}
            onChoose={(value) => change({ setUp: numbered(choices.setUp, value) })}
          />
        </>
      ) : null}
      ; strings{' '}
      <Choice
        label="Strings"
        value={choices.strings?.join('.') ?? ''}
        options={stringOptions(instrument, choices.strings)}
        onChoose={(value) => change({ strings: value === '' ? undefined : value.split('.') })}
      />
      , hand{' '}
      <Choice
        label="Position"
        value={positionValue(choices.positions)}
        options={positionOptions(instrument, choices.positions)}
        onChoose={(value) => change({ positions: readPosition(value) })}
      />
    </>
  );
});

const FIRST_FINGERS: readonly Option[] = [
  { value: '', label: 'any finger' },
  { value: '1', label: 'the first finger' },
  { value: '2', label: 'the second finger' },
  { value: '3', label: 'the third finger' },
  { value: '4', label: 'the fourth finger' },
];

function withFirstFinger(pins: NonNullable<Choices['pins']>, value: string): Choices['pins'] {
  const rest = pins.filter((pin) => pin.at !== 0);
  return value === '' ? rest : [{ at: 0, finger: Number(value) as 1 | 2 | 3 | 4 }, ...rest];
}

const NUMBERINGS: readonly Option[] = [
  { value: 'half steps', label: 'by half steps: I, II, II½' },
  { value: 'steps', label: 'by steps, as on the cello: 1st, 2nd' },
];

/** How an instrument is built and strung, however its positions are numbered. */
function built(setUp: Choices['setUp'] | null): Choices['setUp'] {
  const { numbering: _, ...rest } = setUp ?? {};
  return Object.keys(rest).length > 0 ? rest : undefined;
}

/** A set-up with its positions numbered so; the usual numbering is not written down. */
function numbered(setUp: Choices['setUp'] | null, numbering: string | undefined): Choices['setUp'] {
  return numbering === 'steps' ? { ...built(setUp), numbering } : built(setUp);
}

/** Set-ups and sizes of an instrument; what the study has is always among them. */
function setUpOptions({ instrument, setUp }: Choices): Option[] {
  const known: Option[] = [
    { value: 'null', label: INSTRUMENT_TABLE[instrument].sizes[0]?.name ?? 'full size' },
    ...INSTRUMENT_TABLE[instrument].sizes
      .slice(1)
      .map(({ name }) => ({ value: JSON.stringify({ size: name }), label: name })),
    ...setUpsFor(instrument).map((one) => ({ value: JSON.stringify(one.setUp), label: one.name })),
  ];
  const own = JSON.stringify(built(setUp) ?? null);
  return known.some((option) => option.value === own) ? known : [...known, { value: own, label: 'own set-up' }];
}

function schoolOptions({ instrument, school }: Choices, own: readonly School[]): Option[] {
  const fits = (one: School): boolean => one.instruments?.includes(instrument) ?? true;
  const options = [
    { value: '', label: 'usual fingering' },
    // The shipped names stand in the middle of a sentence; a teacher's own is left as it was typed.
    ...SCHOOLS.filter(fits).map(({ id, name }) => ({ value: id, label: name.charAt(0).toLowerCase() + name.slice(1) })),
    ...own.filter(fits).map(({ id, name }) => ({ value: id, label: name })),
  ];
  const known = typeof school !== 'object' || options.some((option) => option.value === school.id);
  return known ? options : [...options, { value: school.id, label: school.name }];
}

function stringOptions(instrument: Instrument, chosen: readonly string[] | undefined): Option[] {
  const names = instrument.strings.map((string) => string.name);
  const runs = [...names.map((name) => [name]), ...names.slice(1).map((name, k) => [names[k] as string, name])].map(
    (run) => ({ value: run.join('.'), label: `${run.join(' and ')} only` }),
  );
  const options = [{ value: '', label: 'all' }, ...runs];
  const own = chosen?.join('.') ?? '';
  return options.some((option) => option.value === own)
    ? options
    : [...options, { value: own, label: `${chosen?.join(', ')} only` }];
}

/** Hands with a name, each as the only one; what the study has is always among them. */
function positionOptions(instrument: Instrument, chosen: Choices['positions']): Option[] {
  const named = Object.entries(instrument.positions).map(([hand, name]) => ({
    value: `${hand}-${hand}`,
    label: `${typeof name === 'string' ? name : name.raised} only`,
  }));
  const upTo = Object.entries(instrument.positions)
    .filter(([hand]) => [5, 7, 9].includes(Number(hand)))
    .map(([hand, name]) => ({ value: `1-${hand}`, label: `up to ${typeof name === 'string' ? name : name.raised}` }));
  const options = [{ value: '', label: 'anywhere' }, ...named.slice(0, 9), ...upTo];
  const own = positionValue(chosen);
  return options.some((option) => option.value === own)
    ? options
    : [...options, { value: own, label: `stops ${chosen?.low ?? 1} to ${chosen?.high ?? 'the top'}` }];
}

function positionValue(chosen: Choices['positions']): string {
  return chosen ? `${chosen.low ?? ''}-${chosen.high ?? ''}` : '';
}

function readPosition(value: string): Choices['positions'] {
  const [low, high] = value.split('-');
  return low && high ? { low: Number(low), high: Number(high) } : undefined;
}
