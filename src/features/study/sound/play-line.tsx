import { memo } from 'react';
import { Maximize, Play, Square } from '../../../ui/icons.tsx';
import { beatsPerMinute, type Recipe } from '../../../core/recipe/index.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice, type Option } from '../../../ui/choice.tsx';
import type { Sounding } from './use-sounding.ts';

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
