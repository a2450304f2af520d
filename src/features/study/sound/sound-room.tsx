import { memo, type ComponentProps } from 'react';
import { Link } from 'react-router';
import { instrumentFor } from '../../../core/instruments/index.ts';
import { TEMPERAMENTS, type Temperament } from '../../../core/intonation/index.ts';
import type { Recipe } from '../../../core/recipe/index.ts';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { Playing } from '../../../core/sound/index.ts';
import { printed } from '../../../core/theory/index.ts';
import { Choice, type Option } from '../../../ui/choice.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { HearRecording } from './hear-recording.tsx';
import type { DroneChoice, Sounding } from './use-sounding.ts';

const TEMPERAMENT_WORDS: Readonly<Record<Temperament, string>> = {
  equal: 'equal temperament',
  pythagorean: 'pure fifths (Pythagorean)',
  just: 'pure to the drone (just)',
};
const PAUSES: readonly Option[] = [
  { value: '0', label: 'without stopping' },
  { value: '1', label: 'waiting 1 s before each shift' },
  { value: '2', label: 'waiting 2 s before each shift' },
];
const DRONE_OCTAVES = [-1, 0, 1];

/** The room of the sound: everything on how the study is played. */
export const SoundRoom = memo(function SoundRoom({
  study,
  sounding,
  ...hearing
}: {
  study: ScoredStudy;
  sounding: Sounding;
} & Omit<ComponentProps<typeof HearRecording>, 'study'>) {
  return (
    <>
      <ListenSentence
        instrument={study.recipe.instrument}
        setUp={study.recipe.setUp}
        tonic={study.recipe.tonic}
        tuning={tuningOf(study)}
        playing={sounding.playing}
        drone={sounding.drone}
        loop={sounding.loop}
        onPlaying={sounding.setPlaying}
        onDrone={sounding.setDrone}
        onLoop={sounding.setLoop}
      />
      <HearRecording study={study} {...hearing} />
    </>
  );
});

/** How it sounds, read as a sentence; other fingers change nothing in it. */
const ListenSentence = memo(function ListenSentence({
  instrument,
  setUp,
  tonic,
  tuning,
  playing,
  drone,
  loop,
  onPlaying,
  onDrone,
  onLoop,
}: Pick<Recipe, 'instrument' | 'setUp' | 'tonic'> & {
  /** The address of the tuning of this study. */
  tuning: string;
  playing: Playing;
  drone: DroneChoice;
  loop: boolean;
  onPlaying: (playing: Playing) => void;
  onDrone: (drone: DroneChoice) => void;
  onLoop: (loop: boolean) => void;
}) {
  const strings = instrumentFor(instrument, setUp).strings;
  const drones: Option[] = [
    { value: 'none', label: 'no drone' },
    { value: 'tonic', label: `a drone on the tonic, ${printed(tonic)}` },
    { value: 'fifth', label: 'a drone on the fifth' },
    ...strings.map(({ name }) => ({ value: name, label: `a drone on the ${name} string` })),
  ];
  return (
    <p className="leading-8">
      Counting in{' '}
      <Choice
        label="Count-in"
        value={String(playing.countIn)}
        options={[0, 1, 2].map((bars) => ({
          value: String(bars),
          label: bars === 0 ? 'nothing' : bars === 1 ? 'a bar' : 'two bars',
        }))}
        onChoose={(value) => onPlaying({ ...playing, countIn: Number(value) })}
      />
      , over{' '}
      <Choice label="Drone" value={drone.note} options={drones} onChoose={(note) => onDrone({ ...drone, note })} />
      {drone.note === 'none' ? null : (
        <>
          {' '}
          <Choice
            label="Drone octave"
            value={String(drone.octave)}
            options={DRONE_OCTAVES.map((octave) => ({
              value: String(octave),
              label: octave === 0 ? 'where it lies' : octave < 0 ? 'an octave lower' : 'an octave higher',
            }))}
            onChoose={(value) => onDrone({ ...drone, octave: Number(value) })}
          />{' '}
          <input
            type="range"
            aria-label="Loudness of the drone"
            min={0.1}
            max={1}
            step={0.1}
            value={drone.volume}
            onChange={(event) => onDrone({ ...drone, volume: Number(event.target.value) })}
            className="w-24 align-middle accent-accent"
          />
        </>
      )}
      ,{' '}
      <Choice
        label="Before each shift"
        value={String(playing.pause)}
        options={PAUSES}
        onChoose={(value) => onPlaying({ ...playing, pause: Number(value) })}
      />
      , A ={' '}
      <NumberField
        label="Reference pitch, Hz"
        value={playing.reference}
        least={380}
        most={480}
        onNumber={(reference) => onPlaying({ ...playing, reference })}
      />{' '}
      Hz,{' '}
      <Choice
        label="Temperament"
        value={playing.temperament}
        options={TEMPERAMENTS.map((one) => ({ value: one, label: TEMPERAMENT_WORDS[one] }))}
        onChoose={(value) => onPlaying({ ...playing, temperament: value as Temperament })}
      />
      ,{' '}
      <label className="whitespace-nowrap">
        <input
          type="checkbox"
          className="accent-accent"
          checked={loop}
          onChange={(event) => onLoop(event.target.checked)}
        />{' '}
        again and again
      </label>
      .{' '}
      <Link className="underline" to={`/tuning?${tuning}`}>
        Tuning and drones
      </Link>
    </p>
  );
});

function tuningOf({ recipe, passage }: ScoredStudy): string {
  const { instrument, tonic, form, octaves } = recipe;
  const fields = { instrument, tonic, form, octaves: String(octaves), start: passage.tonic.name };
  return new URLSearchParams(fields).toString();
}
