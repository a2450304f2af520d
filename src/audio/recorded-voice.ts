import { getContext, type Gain } from 'tone';
import { nearestIn, type Bank } from './bank.ts';

/** Seconds in which a bow takes hold, goes on to the next note of a slur, and lets go. */
const ATTACK = 0.025;
const JOIN = 0.04;
const RELEASE = 0.09;

/** What sounds one note at a time, whatever makes the sound. */
export interface Voice {
  readonly triggerAttack: (hz: number, clock?: number, loud?: number) => void;
  readonly setNote: (hz: number, clock?: number) => void;
  readonly triggerRelease: (clock?: number) => void;
}

interface Sounding {
  readonly source: AudioBufferSourceNode;
  readonly gain: GainNode;
  readonly level: number;
}

/** A voice of recorded notes, moved to the pitch asked for; one note at a time. */
export function recordedVoice(bank: Bank, into: Gain): { voice: Voice; dispose: () => void } {
  const audio = getContext().rawContext as BaseAudioContext;
  const all = new Set<Sounding>();
  let last: Sounding | undefined;
  let loudness = 0.8;

  const begin = (hz: number, clock: number, over: number): void => {
    const note = nearestIn(bank, hz);
    if (!note) return;
    const source = audio.createBufferSource();
    source.buffer = note.buffer;
    source.loop = true;
    source.playbackRate.value = hz / note.hz;
    const gain = audio.createGain();
    const level = note.gain * loudness;
    gain.gain.setValueAtTime(0, clock);
    gain.gain.linearRampToValueAtTime(level, clock + over);
    source.connect(gain);
    // Tone's own nodes take native ones in.
    gain.connect(into.input as unknown as AudioNode);
    source.start(clock);
    last = { source, gain, level };
    all.add(last);
  };
  const end = (clock: number, over: number): void => {
    const ending = last;
    if (!ending) return;
    ending.gain.gain.setValueAtTime(ending.level, clock);
    ending.gain.gain.linearRampToValueAtTime(0, clock + over);
    ending.source.stop(clock + over + 0.02);
    ending.source.onended = () => all.delete(ending);
    last = undefined;
  };
  const now = (clock?: number): number => clock ?? audio.currentTime;
  return {
    voice: {
      triggerAttack: (hz, clock, loud = 0.8) => {
        loudness = loud;
        begin(hz, now(clock), ATTACK);
      },
      setNote: (hz, clock) => {
        end(now(clock), JOIN);
        begin(hz, now(clock), JOIN);
      },
      triggerRelease: (clock) => end(now(clock), RELEASE),
    },
    dispose: () => {
      for (const { source, gain } of all) {
        source.stop();
        gain.disconnect();
      }
      all.clear();
    },
  };
}
