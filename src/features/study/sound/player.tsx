import { instrumentFor } from '../../../core/instruments/instruments.ts';
import { memo, useEffect, useState } from 'react';
import { Maximize, Play, Square } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { silence, sound } from '../../../audio/sounding.ts';
import { beatsPerMinute } from '../../../core/recipe/bowing.ts';
import type { ScoredStudy } from '../../../core/score/scored-study.ts';
import { equalHz, frequency, TEMPERAMENTS, type Temperament } from '../../../core/intonation/temperament.ts';
import { soundPlan, USUAL_PLAYING, type Playing } from '../../../core/sound/sound-plan.ts';
import type { Recipe } from '../../../core/recipe/recipe.ts';
import { printed } from '../../../core/theory/pitch.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice, type Option } from '../../../ui/choice.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import { useStableCallback } from '../../../ui/stable-callback.ts';
import { lightNote } from '../board/lit-note.ts';

const PLAY = <Play size={16} aria-hidden="true" />;
const STOP = <Square size={16} aria-hidden="true" />;
const STAND = <Maximize size={16} aria-hidden="true" />;
const PERCENTS = [25, 33, 50, 60, 70, 80, 90, 100, 110, 125, 150, 200];
const CLICKS: readonly Option[] = [
  { value: '0', label: 'no click' },
  { value: '1', label: 'click' },
  { value: '2', label: 'two clicks' },
  { value: '3', label: 'three clicks' },
  { value: '4', label: 'four clicks' },
];
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

interface DroneChoice {
  readonly note: string;
  readonly octave: number;
  readonly volume: number;
}

/** How the study sounds, and whether it does. */
export interface Sounding {
  readonly on: boolean;
  /** Begins, or stops everything. */
  readonly toggle: () => void;
  readonly playing: Playing;
  readonly setPlaying: (playing: Playing) => void;
  readonly drone: DroneChoice;
  readonly setDrone: (drone: DroneChoice) => void;
  readonly loop: boolean;
  readonly setLoop: (loop: boolean) => void;
}

/**
 * Plays the study; nothing sounds until it is asked for, and Escape or space stops everything.
 * `run` is the first and the last note chosen; without it the whole study plays. `onNote` is told each
 * note that begins to sound, and `undefined` at the end.
 */
export function useSounding(
  study: ScoredStudy | undefined,
  run: readonly [from: number, to: number] | undefined,
  onNote: (at: number | undefined) => void,
): Sounding {
  const [playing, setPlaying] = useState<Playing>(USUAL_PLAYING);
  const [drone, setDrone] = useState<DroneChoice>({ note: 'none', octave: 0, volume: 0.4 });
  const [loop, setLoop] = useState(false);
  const [on, setOn] = useState(false);

  const ended = useStableCallback(() => {
    if (study) lightNote(study, undefined);
    onNote(undefined);
    setOn(false);
  });
  const begin = useStableCallback(() => {
    if (!study) return;
    setOn(true);
    const chosen = run && { from: run[0], to: run[1] };
    sound(({ play }) =>
      play(soundPlan(study, { ...playing, ...chosen }), {
        drone: drone.note === 'none' ? undefined : { hz: droneHz(study, drone, playing), volume: drone.volume },
        loop,
        onNote: (at, late) => {
          onNote(at);
          lightNote(study, at);
          performance.mark('note lit', { detail: { at, late } });
        },
        onEnd: ended,
      }),
    ).catch((error: unknown) => {
      ended();
      toast.error(`Nothing can sound: ${error instanceof Error ? error.message : String(error)}`);
    });
  });
  const end = useStableCallback(() => {
    silence();
    ended();
  });

  // A change of the study stops what sounds of the old one; so does leaving it.
  useEffect(() => () => end(), [study, end]);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const field = ['INPUT', 'SELECT', 'TEXTAREA', 'SUMMARY'].includes((event.target as Element).tagName);
      const button = event.target instanceof HTMLButtonElement;
      if (event.key === 'Escape') end();
      if (event.key !== ' ' || field || button || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      if (on) end();
      else begin();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [on, begin, end]);
  const toggle = useStableCallback(() => (on ? end() : begin()));
  return { on, toggle, playing, setPlaying, drone, setDrone, loop, setLoop };
}

/** One line for playing: begin and stop, the tempo, the click, the drone. */
export const PlayLine = memo(function PlayLine({
  sounding: { on, toggle, playing, setPlaying },
  bowing,
  some,
  onStand,
}: {
  sounding: Sounding;
  bowing: Recipe['bowing'];
  /** Whether only some notes are chosen to be played. */
  some: boolean;
  /** Puts the score on the music stand. */
  onStand: () => void;
}) {
  return (
    <section aria-label="Listen" className="no-print flex flex-wrap items-center gap-x-4 gap-y-1">
      <Button kind={on ? 'strong' : 'plain'} onClick={toggle}>
        {on ? STOP : PLAY}
        {on ? 'Stop' : some ? 'Play these notes' : 'Play'}
      </Button>
      <span>
        <Choice
          label="Speed"
          value={String(Math.round(playing.speed * 100))}
          options={PERCENTS.map((percent) => ({
            value: String(percent),
            label: `${Math.round((beatsPerMinute(bowing) * percent) / 100)} bpm${percent === 100 ? '' : ` (${percent} %)`}`,
          }))}
          onChoose={(value) => setPlaying({ ...playing, speed: Number(value) / 100 })}
        />
        ,{' '}
        <Choice
          label="Metronome"
          value={String(playing.clicks)}
          options={CLICKS}
          onChoose={(value) => setPlaying({ ...playing, clicks: Number(value) })}
        />
      </span>
      <Button kind="quiet" className="ml-auto" onClick={onStand}>
        {STAND} Stand
      </Button>
    </section>
  );
});

/** The room of the sound: everything on how the study is played. */
export const SoundRoom = memo(function SoundRoom({ study, sounding }: { study: ScoredStudy; sounding: Sounding }) {
  return (
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

/** The drone's frequency, Hz: the tonic, its fifth, or an open string, in the temperament chosen. */
function droneHz(study: ScoredStudy, drone: DroneChoice, { temperament, reference }: Playing): number {
  const { tonic } = study.passage;
  const shift = 2 ** drone.octave;
  const tonicHz = frequency(tonic, tonic, temperament, reference);
  if (drone.note === 'tonic') return tonicHz * shift;
  if (drone.note === 'fifth') return tonicHz * shift * (temperament === 'equal' ? 2 ** (7 / 12) : 3 / 2);
  const string = instrumentFor(study.recipe.instrument, study.recipe.setUp).strings.find(
    ({ name }) => name === drone.note,
  );
  return equalHz(string?.open ?? tonic.midi, reference) * shift;
}
