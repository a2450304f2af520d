import { Gain, getContext, getDraw, getTransport, Offline, start as startAudio } from 'tone';
import type { Click, SoundPlan } from '../core/sound/sound-plan.ts';
import { bowedVoice, droneVoice, tapVoice } from './instrument.ts';

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
  /** Told as each note begins to sound, on the page's own frame; `late` is seconds behind the audio clock. */
  readonly onNote: (at: number, late: number) => void;
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

/** Stops whatever sounds. */
export function stop(): void {
  running?.();
  running = undefined;
}

export function isPlaying(): boolean {
  return running !== undefined;
}

interface Voices {
  readonly bowed: ReturnType<typeof bowedVoice>['voice'];
  readonly tap: ReturnType<typeof tapVoice>['voice'];
  readonly drone: ReturnType<typeof droneVoice>['voice'];
  readonly dispose: () => void;
}

function voices(): Voices {
  const out = new Gain(0.5).toDestination();
  const bowed = bowedVoice(out);
  const tap = tapVoice(out);
  const drone = droneVoice(out);
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

/** Puts a plan on a timeline: `at` runs its action when its time has come, given the audio clock. */
function schedule(
  plan: SoundPlan,
  { bowed, tap }: Voices,
  at: (time: number, act: (clock: number) => void) => void,
): void {
  plan.notes.forEach((note, k) => {
    const next = plan.notes[k + 1];
    at(note.time, (clock) => {
      if (note.joined) bowed.setNote(note.hz, clock);
      else bowed.triggerAttack(note.hz, clock, note.loud);
      if (!next?.joined) bowed.triggerRelease(clock + Math.max(0.03, note.length - LIFT));
    });
  });
  for (const click of plan.clicks) {
    const [hz, loud] = TAPS[click.kind];
    at(click.time, (clock) => tap.triggerAttackRelease(hz, 0.03, clock, loud));
  }
}

/**
 * Seconds before the first note: the transport may begin a tick late, and what stands on its very
 * first tick would then be passed over.
 */
const LEAD = 0.1;

/** Plays a plan. What sounded before is stopped. Times are kept by the audio clock, the page hidden or not. */
export async function play(plan: SoundPlan, options: PlayOptions): Promise<void> {
  stop();
  await startAudio();
  const transport = getTransport();
  const all = voices();
  transport.cancel();
  transport.position = 0;
  schedule(plan, all, (time, act) => transport.schedule(act, LEAD + time));
  for (const note of plan.notes) {
    transport.schedule((clock) => {
      getDraw().schedule(() => options.onNote(note.at, getContext().rawContext.currentTime - clock), clock);
    }, LEAD + note.time);
  }
  transport.loop = options.loop;
  transport.loopStart = LEAD + plan.begins;
  transport.loopEnd = LEAD + plan.seconds;
  if (!options.loop) {
    transport.schedule(
      (clock) => {
        getDraw().schedule(() => {
          stop();
        }, clock);
      },
      LEAD + plan.seconds + 0.1,
    );
  }
  if (options.drone) all.drone.triggerAttack(options.drone.hz, undefined, options.drone.volume);
  transport.start('+0.1');
  running = () => {
    transport.stop();
    transport.cancel();
    getDraw().cancel(0);
    all.dispose();
    options.onEnd();
  };
}

/** Sounds one tone until it is stopped: a drone, an open string. */
export async function hold(hz: number, volume = 0.7): Promise<void> {
  stop();
  await startAudio();
  const out = new Gain(0.5).toDestination();
  const { voice, dispose } = droneVoice(out);
  voice.triggerAttack(hz, undefined, volume);
  running = () => {
    dispose();
    out.dispose();
  };
}

const RATE = 44_100;

/** The plan as sound, rendered as fast as the machine can: samples of one channel and their rate. */
export async function render(plan: SoundPlan): Promise<{ samples: Float32Array; rate: number }> {
  const buffer = await Offline(() => schedule(plan, voices(), (time, act) => act(time)), plan.seconds + 0.3, 1, RATE);
  return { samples: buffer.getChannelData(0), rate: buffer.sampleRate };
}
