import { passageOf, type Passage } from '../../core/passage/index.ts';
import {
  INSTRUMENT_TABLE,
  INSTRUMENTS,
  instrumentFor,
  stringLength,
  type Instrument,
} from '../../core/instruments/index.ts';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { silence, sound } from '../../audio/sounding.ts';
import {
  centsFrom,
  equalHz,
  frequency,
  millimetresOf,
  TEMPERAMENTS,
  type Temperament,
} from '../../core/intonation/index.ts';
import { ringing } from '../../core/shifts/index.ts';
import { readRecipe, type Recipe } from '../../core/recipe/index.ts';
import { formOf, SCALE_FORMS, CIRCLE, parsePitch, printed, type Pitch } from '../../core/theory/index.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { Notice } from '../../ui/notice.tsx';
import { useStableCallback } from '../../ui/stable-callback.ts';
import { Tuner } from './tuner.tsx';
import { sayTrouble } from '../../ui/say-trouble.ts';

const NAMES: Readonly<Record<Temperament, string>> = {
  equal: 'equal temperament',
  pythagorean: 'pure fifths (Pythagorean)',
  just: 'pure to the tonic (just)',
};
const DRONES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** What the tuner listens for below the lowest open string and above the highest, half steps. */
const SLACK = 5;
const HIGHEST = 24;

/** Reference tones, drones, and what the temperaments differ by, note for note. */
export function TuningScreen() {
  const [params, setParams] = useSearchParams();
  const [reference, setReference] = useState(440);
  const [temperament, setTemperament] = useState<Temperament>('equal');
  const [octave, setOctave] = useState(3);
  const [held, setHeld] = useState<string>();
  const instrument = params.get('instrument') ?? 'violin';
  const recipe = readRecipe({
    instrument,
    tonic: params.get('tonic') ?? 'G',
    form: params.get('form') ?? 'major',
    octaves: Number(params.get('octaves') ?? 1),
    ...(params.get('start') ? { start: params.get('start') } : {}),
  });
  const passage = recipe.ok ? passageOf(recipe.value) : recipe;
  const set = (field: string, value: string): void => {
    const next = new URLSearchParams(params);
    next.set(field, value);
    next.delete('start');
    setParams(next, { replace: true });
  };
  const stop = useStableCallback((): void => {
    setHeld(undefined);
    silence();
  });
  const begin = async (name: string, hz: number): Promise<void> => {
    if (held === name) return stop();
    setHeld(name);
    try {
      await sound(({ hold }) => hold(hz, recipe.ok ? recipe.value.instrument : 'violin'));
    } catch (error) {
      stop();
      sayTrouble(error, 'Nothing can sound: ');
    }
  };
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') stop();
    };
    document.addEventListener('keydown', press);
    return () => {
      document.removeEventListener('keydown', press);
      stop();
    };
  }, [stop]);
  const tone: ToneButton = (name, hz, label = name) => (
    <Button
      key={name}
      aria-pressed={held === name}
      kind={held === name ? 'strong' : 'plain'}
      onClick={() => void begin(name, hz)}
    >
      {held === name ? '■ ' : ''}
      {label}
    </Button>
  );
  const strings = recipe.ok ? instrumentFor(recipe.value.instrument, recipe.value.setUp).strings : [];
  return (
    <article>
      <h1 className="text-3xl">Tuning</h1>
      <p className="leading-9">
        <Choice
          label="Instrument"
          value={instrument}
          options={INSTRUMENTS.map((id) => ({ value: id, label: INSTRUMENT_TABLE[id].name }))}
          onChoose={(value) => set('instrument', value)}
        />{' '}
        in{' '}
        <Choice
          label="Tonic"
          value={params.get('tonic') ?? 'G'}
          options={[...new Set([...CIRCLE.major, ...CIRCLE.minor, params.get('tonic') ?? 'G'])].map((value) => ({
            value,
            label: printed(value),
          }))}
          onChoose={(value) => set('tonic', value)}
        />{' '}
        <Choice
          label="Form"
          value={params.get('form') ?? 'major'}
          options={SCALE_FORMS.map((value) => ({ value, label: formOf(value).name }))}
          onChoose={(value) => set('form', value)}
        />
        , A ={' '}
        <NumberField
          label="Reference pitch, Hz"
          value={reference}
          least={380}
          most={480}
          onNumber={(hz) => setReference(hz)}
        />{' '}
        Hz, tones in{' '}
        <Choice
          label="Temperament"
          value={temperament}
          options={TEMPERAMENTS.map((value) => ({ value, label: NAMES[value] }))}
          onChoose={(value) => setTemperament(value as Temperament)}
        />
        .
      </p>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <div>
          <h2 className="text-xl">Open strings</h2>
          <div className="mt-1 flex flex-wrap gap-2">
            {strings.map((string) => tone(`${string.name} string`, openHz(string.open, temperament, reference)))}
          </div>
          <h2 className="mt-3 text-xl">Drone</h2>
          <div className="mt-1 flex flex-wrap items-center gap-2">
            {DRONES.map((name) => {
              const pitch = parsePitch(`${name}${octave}`) as Pitch;
              return tone(printed(name), frequency(pitch, pitch, temperament, reference));
            })}
            <label>
              octave{' '}
              <Choice
                label="Octave of the drone"
                value={String(octave)}
                options={[1, 2, 3, 4, 5].map((one) => ({ value: String(one), label: String(one) }))}
                onChoose={(value) => setOctave(Number(value))}
              />
            </label>
          </div>
          <p className="mt-1 text-sm text-faint">Nothing sounds until it is asked for; Escape stops it.</p>
          {passage.ok ? (
            <Tuner
              key={instrument}
              strings={strings.map(({ name, open }) => ({
                name: `${name} string`,
                hz: openHz(open, temperament, reference),
              }))}
              notes={passage.value.notes.map(({ pitch }) => ({
                name: printed(pitch.name.replace(/-?\d+$/, '')),
                hz: frequency(pitch, passage.value.tonic, temperament, reference),
                everywhere: true,
              }))}
              lowest={Math.min(...strings.map(({ open }) => open)) - SLACK}
              highest={Math.max(...strings.map(({ open }) => open)) + HIGHEST}
            />
          ) : null}
        </div>
        <div>
          {recipe.ok && passage.ok ? (
            <Degrees
              recipe={recipe.value}
              passage={passage.value}
              reference={reference}
              temperament={temperament}
              tone={tone}
            />
          ) : (
            <Notice tone="trouble" title="These notes cannot be shown">
              {!recipe.ok ? recipe.refusal.message : !passage.ok ? passage.refusal.message : ''}
            </Notice>
          )}
        </div>
      </div>
    </article>
  );
}

/** An open string's frequency: equal, or in pure fifths from A. */
function openHz(midi: number, temperament: Temperament, reference: number): number {
  if (temperament === 'equal') return equalHz(midi, reference);
  const names = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
  const pitch = parsePitch(`${names[midi % 12] ?? 'A'}${Math.floor(midi / 12) - 1}`) as Pitch;
  return frequency(pitch, pitch, 'pythagorean', reference);
}

/** A button that sounds a tone until it is pressed again; `label` where its name says more than it shows. */
type ToneButton = (name: string, hz: number, label?: string) => React.ReactNode;

/** Each note of the scale: its place in the three temperaments, in cents and in millimetres, and what rings. */
function Degrees({
  recipe,
  passage,
  reference,
  temperament: sounded,
  tone,
}: {
  recipe: Recipe;
  passage: Passage;
  reference: number;
  /** The temperament a note sounds in when it is asked for. */
  temperament: Temperament;
  tone: ToneButton;
}) {
  const instrument = instrumentFor(recipe.instrument, recipe.setUp);
  const length = stringLength(recipe.instrument, recipe.setUp);
  const each = [...new Map(passage.notes.map((note) => [note.pitch.name, note])).values()];
  return (
    <>
      <h2 className="text-xl">Note for note</h2>
      <div className="overflow-x-auto">
        <table className="mt-1 text-left">
          <thead>
            <tr className="align-bottom">
              {['Note', 'Where', 'Equal', 'Pure fifths', 'Pure to the tonic', 'Rings with'].map((heading) => (
                <th key={heading} scope="col" className="px-3 py-1 first:pl-0">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {each.map((note) => {
              const place = lowestPlace(instrument, note.pitch.midi);
              const away = (temperament: Temperament): string => {
                const cents = centsFrom(note.pitch, passage.tonic, temperament);
                const mm = millimetresOf(cents, place.stop, length);
                return place.stop === 0 ? `${signed(cents)} cents` : `${signed(cents)} cents, ${signed(mm)} mm`;
              };
              const rings = ringing(instrument, note.pitch.midi, place.string);
              return (
                <tr key={note.at} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-3 font-serif text-lg">
                    {tone(
                      `note ${printed(note.pitch.name)}`,
                      frequency(note.pitch, passage.tonic, sounded, reference),
                      printed(note.pitch.name),
                    )}
                  </th>
                  <td className="px-3">{place.stop === 0 ? `open ${place.string}` : `${place.string} string`}</td>
                  <td className="px-3">{equalHz(note.pitch.midi, reference).toFixed(1)} Hz</td>
                  <td className="px-3">{away('pythagorean')}</td>
                  <td className="px-3">{away('just')}</td>
                  <td className="px-3">{rings.length > 0 ? `open ${rings.join(', ')}` : '–'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="max-w-prose text-sm text-faint">
        Cents from equal temperament; millimetres towards the bridge (+) or the nut (−) on the string named,{' '}
        {Math.round(length)} mm long, in its lowest place. The tonic stands in pure fifths from A.
      </p>
    </>
  );
}

function lowestPlace(instrument: Instrument, midi: number): { string: string; stop: number } {
  const string = [...instrument.strings].reverse().find((one) => one.open <= midi) ?? instrument.strings[0];
  return { string: string?.name ?? '', stop: midi - (string?.open ?? midi) };
}

function signed(value: number): string {
  const text = Math.abs(value).toFixed(1);
  if (text === '0.0') return '0.0';
  return value < 0 ? `−${text}` : `+${text}`;
}
