import { Gain, getContext, Offline, start as startAudio } from 'tone';
import { momentAt, noteAt, secondsTo, type Click, type SoundPlan } from '../core/sound/index.ts';
import type { InstrumentId } from '../core/instruments/index.ts';
import { bankOf, loadBank } from './bank.ts';
import { bowedVoice, droneVoice, tapVoice } from './instrument.ts';
import { recordedVoice, type Voice } from './recorded-voice.ts';

/** A drone under the study. */
export interface Drone {
  /** Hz. */
  readonly hz: number;
  /** 0 to 1. */
  readonly volume: number;
}

export interface PlayOptions {
  readonly drone?: Drone | undefined;
  readonly loop: boolean;
  /** What others play with it, and how loud beside it: 1 as loud. */
  readonly besides?: readonly { readonly plan: SoundPlan; readonly share: number }[];
  /** Told on the page's own frame which note has begun, and how many seconds ago by the audio clock. */
  readonly onNote: (at: number, late: number) => void;
  /** All has sounded, or what sounded was stopped. */
  readonly onEnd: () => void;
}

/** Pitch and loudness of the taps. */
const TAPS: Readonly<Record<Click['kind'], readonly [hz: number, loud: number]>> = {
  bar: [1760, 0.9],
  bow: [1568, 0.75],
  beat: [1319, 0.6],
  between: [1047, 0.35],
};

let running: (() => void) | undefined;
/** Counts what was asked for, so that a sound stopped before it could begin stays silent. */
let asked = 0;

/** Stops whatever sounds or is about to. */
export function stop(): void {
  asked += 1;
  running?.();
  running = undefined;
}

/** How long the audio clock may take to wake, milliseconds; Firefox without a loudspeaker waits for ever and says nothing. */
const WAKES_WITHIN = 5_000;

/** Stops what sounds and wakes the audio clock; false when something else was asked for meanwhile. Throws where it does not wake. */
async function ready(): Promise<boolean> {
  stop();
  const mine = asked;
  let limit: ReturnType<typeof setTimeout> | undefined;
  const silent = new Promise<never>((_, reject) => {
    const words = 'this browser finds no loudspeaker and no headphones. Connect one, then play again.';
    limit = setTimeout(() => reject(new Error(words)), WAKES_WITHIN);
  });
  try {
    await Promise.race([startAudio(), silent]);
  } finally {
    clearTimeout(limit);
  }
  return mine === asked;
}

interface Voices {
  readonly bowed: Voice;
  readonly tap: ReturnType<typeof tapVoice>['voice'];
  readonly drone: Voice;
  readonly dispose: () => void;
}

/** Recorded notes where they are here, else the synthesiser, which is there at once. */
function voices(instrument: InstrumentId): Voices {
  const out = new Gain(0.5).toDestination();
  const bank = bankOf(instrument);
  const bowed = bank ? recordedVoice(bank, out) : bowedVoice(out);
  const tap = tapVoice(out);
  const drone = bank ? recordedVoice(bank, out) : droneVoice(out);
  return {
    bowed: bowed.voice,
    tap: tap.voice,
    drone: drone.voice,
    dispose: () => {
      for (const one of [bowed, tap, drone]) one.dispose();
      out.dispose();
    },
  };
}

/** Lets the sound of a bow end a little before the next begins. */
const LIFT = 0.02;

/** Something that sounds at a time of the plan; `clock` is when, by the audio clock. */
interface SoundEvent {
  readonly time: number;
  readonly sound: (clock: number) => void;
}

/** Everything in a plan that sounds, in order of time. */
function eventsOf(plan: SoundPlan, { bowed, tap }: Voices): SoundEvent[] {
  const notes = plan.notes.map((note, k): SoundEvent => {
    const next = plan.notes[k + 1];
    const sound = (clock: number): void => {
      if (note.joined) bowed.setNote(note.hz, clock);
      else bowed.triggerAttack(note.hz, clock, note.loud);
      if (!next?.joined) bowed.triggerRelease(clock + Math.max(0.03, note.length - LIFT));
    };
    return { time: note.time, sound };
  });
  const clicks = plan.clicks.map(({ time, kind }): SoundEvent => {
    const [hz, loud] = TAPS[kind];
    return { time, sound: (clock) => tap.triggerAttackRelease(hz, 0.03, clock, loud) };
  });
  return [...notes, ...clicks].sort((a, b) => a.time - b.time);
}

/** Seconds from the asking to the first sound. */
const LEAD = 0.15;

/**
 * Seconds of sound that always stand ready on the audio clock. A browser wakes a hidden page once a
 * second at least, so the sound goes on without the page.
 */
const AHEAD = 5;
const REFILL_EVERY = 500;

/** A light may come this much before its note, seconds: half a frame, so that it is as often early as late. */
const HALF_FRAME = 0.008;

/**
 * Plays a plan; what sounded before is stopped. The audio clock alone keeps the time: sound is given to
 * it seconds ahead, and every frame asks it which note is to be lit.
 */
export async function play(plan: SoundPlan, options: PlayOptions): Promise<void> {
  if (!(await ready())) return;
  const audio = getContext().rawContext as AudioContext;
  const all = voices(plan.instrument);
  void loadBank(plan.instrument);
  const others = (options.besides ?? []).map((one) => ({ ...one, voices: voices(one.plan.instrument) }));
  const events = [
    ...eventsOf(plan, all),
    ...others.flatMap(({ plan: other, share, voices: theirs }) => {
      void loadBank(other.instrument);
      const notes = other.notes.map((note) => ({ ...note, loud: note.loud * share }));
      return eventsOf({ ...other, notes, clicks: [] }, theirs);
    }),
  ].sort((a, b) => a.time - b.time);
  const begun = audio.currentTime + LEAD;
  /** Seconds of the plan that have been heard; the way from the clock to the loudspeaker counts. */
  const heard = (): number => audio.currentTime - (audio.outputLatency || 0) - begun;

  let next = 0;
  let pass = 0;
  const refill = (): void => {
    const until = audio.currentTime - begun + AHEAD;
    for (;;) {
      const event = events[next];
      if (!event) {
        if (!options.loop || events.length === 0) break;
        pass += 1;
        next = events.findIndex(({ time }) => time >= plan.begins);
        if (next < 0) break;
        continue;
      }
      const time = secondsTo(plan, { pass, within: event.time });
      if (time > until) break;
      event.sound(begun + time);
      next += 1;
    }
    // A hidden page draws no frames; the end is found here as well.
    if (!options.loop && heard() > plan.seconds + LIFT) stop();
  };

  let lit: string | undefined;
  let frame = 0;
  const light = (): void => {
    frame = requestAnimationFrame(light);
    const now = heard();
    const moment = momentAt(plan, now + HALF_FRAME, options.loop);
    const note = noteAt(plan, moment.within);
    const stroke = note && `${moment.pass} ${note.time}`;
    if (note && stroke !== lit) options.onNote(note.at, now - secondsTo(plan, { ...moment, within: note.time }));
    lit = stroke;
  };

  if (options.drone) all.drone.triggerAttack(options.drone.hz, undefined, options.drone.volume);
  const refilling = setInterval(refill, REFILL_EVERY);
  running = () => {
    clearInterval(refilling);
    cancelAnimationFrame(frame);
    all.dispose();
    for (const one of others) one.voices.dispose();
    options.onEnd();
  };
  refill();
  light();
}

/** Sounds one tone of an instrument until it is stopped: a drone, an open string. */
export async function hold(hz: number, instrument: InstrumentId, volume = 0.7): Promise<void> {
  if (!(await ready())) return;
  const out = new Gain(0.5).toDestination();
  const bank = bankOf(instrument);
  void loadBank(instrument);
  const { voice, dispose }: { voice: Voice; dispose: () => void } = bank ? recordedVoice(bank, out) : droneVoice(out);
  voice.triggerAttack(hz, undefined, volume);
  running = () => {
    dispose();
    out.dispose();
  };
}

const RATE = 44_100;

/** The plan as sound, rendered as fast as the machine can, by recorded notes where they can be had: one channel and its rate. */
export async function render(plan: SoundPlan): Promise<{ samples: Float32Array; rate: number }> {
  await loadBank(plan.instrument);
  const buffer = await Offline(
    () => eventsOf(plan, voices(plan.instrument)).forEach(({ time, sound }) => sound(time)),
    plan.seconds + 0.3,
    1,
    RATE,
  );
  return { samples: buffer.getChannelData(0), rate: buffer.sampleRate };
}
