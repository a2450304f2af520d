import { EQ3, Filter, Gain, Synth, type InputNode } from 'tone';

/** Partials of a bowed string, first harmonic first: strong low ones, falling off. From memory. */
const BOWED = [1, 0.62, 0.48, 0.3, 0.26, 0.18, 0.14, 0.1, 0.07, 0.05, 0.04, 0.03];

/** A bowed voice: soft start, steady tone, the body's roundness. One note at a time. */
export function bowedVoice(into: InputNode): { voice: Synth; dispose: () => void } {
  const body = new EQ3({ low: 1, mid: 0, high: -6 });
  const filter = new Filter({ type: 'lowpass', frequency: 5200, Q: 0.4 });
  const voice = new Synth({
    oscillator: { type: 'custom', partials: BOWED },
    envelope: { attack: 0.012, decay: 0.05, sustain: 0.85, release: 0.06 },
  });
  voice.chain(filter, body, into as Gain);
  return {
    voice,
    dispose: () => {
      voice.dispose();
      filter.dispose();
      body.dispose();
    },
  };
}

/** A drone: the same string bowed without end, quieter. */
export function droneVoice(into: InputNode): { voice: Synth; dispose: () => void } {
  const filter = new Filter({ type: 'lowpass', frequency: 1800, Q: 0.3 });
  const voice = new Synth({
    oscillator: { type: 'custom', partials: BOWED },
    envelope: { attack: 0.15, decay: 0.1, sustain: 1, release: 0.2 },
  });
  voice.chain(filter, into as Gain);
  return {
    voice,
    dispose: () => {
      voice.dispose();
      filter.dispose();
    },
  };
}

/** The metronome's short tap. */
export function tapVoice(into: InputNode): { voice: Synth; dispose: () => void } {
  const voice = new Synth({
    oscillator: { type: 'triangle' },
    envelope: { attack: 0.001, decay: 0.04, sustain: 0, release: 0.02 },
  });
  voice.chain(into as Gain);
  return { voice, dispose: () => void voice.dispose() };
}
