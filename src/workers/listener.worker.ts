import { expose, transfer } from 'comlink';
import type { OnProgress } from '../core/base/index.ts';
import {
  bowedSound,
  RATE,
  follower,
  NAMED,
  type Follower,
  type Sign,
  heardNotes,
  type InventedPupil,
  listening,
  performanceOf,
  delayOf,
  HOP,
  liveTrack,
  type Frame,
  type Sound,
  askedNotes,
  reportOf,
  type Hearing,
  type Report,
  heldPitch,
} from '../core/listening/index.ts';
import { waveFile, waveSize } from '../core/sound/index.ts';
import type { ScoredStudy } from '../core/score/index.ts';

/** Number of what is heard now; a newer one, or a wish to stop, ends it. */
let latest = 0;

/** The microphone that is listened to, and the performance that is followed through it. */
let port: MessagePort | undefined;

interface Live {
  readonly rate: number;
  readonly study: ScoredStudy;
  readonly hearing: Hearing;
  following: Follower;
  frames: Frame[];
  /** The sound itself, where somebody may want to keep it. */
  readonly taken?: Taken;
}

/** What a microphone took since following began again: its last minutes, `before` samples gone from its beginning. */
interface Taken {
  parts: Float32Array[];
  length: number;
  before: number;
}

/** So much of a performance is held in case it is to be kept, seconds: five minutes are 58 MB in memory. */
const HELD = 300;
/** Silence left before the first note of one, seconds. */
const LEAD = 0.5;

/** The performance that was judged last, where its sound was held. */
let judged: Sound | undefined;

let live: Live | undefined;

/** A part of what a microphone takes, as the worklet hands it on. */
interface Captured {
  readonly samples: Float32Array;
  /** Seconds on the audio clock. */
  readonly until: number;
}

/** A sign, and when the sound it tells of began to, seconds on the audio clock. */
export interface ShownSign extends Sign {
  readonly sounded: number;
}

/** The pitch that sounds, MIDI number with its part of a half step, and when, seconds on the audio clock. */
export interface HeldPitch {
  readonly midi?: number;
  readonly sounded: number;
}

/** The notes a study is listened to between, MIDI. */
function rangeOf({ passage }: ScoredStudy): readonly [lowest: number, highest: number] {
  const midi = passage.notes.map(({ pitch }) => pitch.midi);
  return [Math.min(...midi) - 2, Math.max(...midi) + 2];
}

function followerOf(study: ScoredStudy, { temperament, a, level }: Hearing): Follower {
  return follower(askedNotes(study, temperament), { a, cents: level.cents });
}

/** A microphone as the page hands it over. */
interface Source {
  readonly rate: number;
  readonly port: MessagePort;
}

/**
 * Listens to a microphone in place of the last. What each frame shows is told with when it sounded; what looks like what is shown
 * already is not told again, but once a second it is, as a sign of life.
 */
function open<Shown extends object>(
  { rate, port: given }: Source,
  range: readonly [lowest: number, highest: number],
  hear: (frame: Frame) => readonly [looks: string, shown: Shown],
  onShown: (shown: Shown & { readonly sounded: number }) => void,
  onTaken?: (samples: Float32Array) => void,
): void {
  listener.unfollow();
  port = given;
  const track = liveTrack(rate, ...range);
  const delay = delayOf(rate, ...range) + NAMED * HOP;
  let last = '';
  port.onmessage = ({ data: { samples, until } }: MessageEvent<Captured>) => {
    onTaken?.(samples);
    for (const frame of track(samples)) {
      const [looks, shown] = hear(frame);
      const now = `${looks} ${Math.floor(frame.time)}`;
      if (now !== last) onShown({ ...shown, sounded: until - delay });
      last = now;
    }
  };
}

/** Holds a part more, and lets go of the oldest that are too many. */
function hold(taken: Taken, samples: Float32Array, most: number): void {
  taken.parts.push(samples.slice());
  taken.length += samples.length;
  while (taken.length > most) {
    const { length } = taken.parts.shift() ?? samples;
    taken.length -= length;
    taken.before += length;
  }
}

/** What is held as one sound from `from` on, seconds since following began again; then nothing is held any more. */
function given(taken: Taken, rate: number, from: number): Sound {
  const whole = new Float32Array(taken.length);
  let at = 0;
  for (const part of taken.parts) {
    whole.set(part, at);
    at += part.length;
  }
  const begins = Math.max(0, Math.round(from * rate) - taken.before);
  Object.assign(taken, { parts: [], length: 0, before: 0 });
  return { samples: whole.subarray(begins), rate };
}

/** Hears recordings and microphones, off the page's thread. */
const listener = {
  /** Compares a recording with a study; nothing if it was stopped. */
  async hear(study: ScoredStudy, sound: Sound, hearing: Hearing, onProgress: OnProgress): Promise<Report | undefined> {
    const turn = (latest += 1);
    const work = listening(study, sound, hearing);
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) return step.value;
      onProgress(step.value);
      // A wish to stop is heard between two parts.
      await new Promise((resolve) => setTimeout(resolve));
      if (turn !== latest) return undefined;
    }
  },

  /** Ends what is heard now. */
  stop(): void {
    latest += 1;
  },

  /** Follows the player of a study through a microphone; tells each sign until `unfollow`, and holds the sound where it is asked to. */
  follow(study: ScoredStudy, hearing: Hearing, source: Source, onSign: (sign: ShownSign) => void, holds = false): void {
    const following = followerOf(study, hearing);
    const taken = holds ? { parts: [], length: 0, before: 0 } : undefined;
    const here: Live = { rate: source.rate, study, hearing, following, frames: [], ...(taken && { taken }) };
    judged = undefined;
    open(
      source,
      rangeOf(study),
      (frame) => {
        here.frames.push(frame);
        const sign = here.following.hear(frame);
        return [`${sign.tells} ${sign.at} ${Math.round((sign.cents ?? 0) / 2)} ${sign.ended}`, sign];
      },
      onSign,
      (samples) => here.taken && hold(here.taken, samples, HELD * source.rate),
    );
    live = here;
  },

  /** What was heard since following began or this was last asked; following begins again. */
  heardSoFar(): Report | undefined {
    if (!live) return undefined;
    const { study, hearing, frames } = live;
    live.frames = [];
    live.following = followerOf(study, hearing);
    const [first] = frames;
    const from = first?.time ?? 0;
    const report = reportOf(study, heardNotes(frames.map((frame) => ({ ...frame, time: frame.time - from }))), hearing);
    const begins = Math.min(...report.notes.flatMap(({ onset }) => onset ?? []));
    const sound = live.taken && given(live.taken, live.rate, Number.isFinite(begins) ? begins - LEAD : 0);
    // Where nothing was heard nothing was judged.
    if (report.coverage > 0) judged = sound;
    return report;
  },

  /** How large the performance judged last is as a file, bytes; 0 where none was held. */
  lastSize(): number {
    return judged ? waveSize(judged.samples) : 0;
  },

  /** The performance judged last as a WAVE file; nothing if none was held. */
  lastPerformance(): { readonly wave: Uint8Array; readonly seconds: number } | undefined {
    if (!judged) return undefined;
    const { samples, rate } = judged;
    const wave = waveFile(samples, rate);
    return transfer({ wave, seconds: samples.length / rate }, [wave.buffer]);
  },

  /** Tells the pitch that sounds between two notes (MIDI), until `unfollow`; nothing in silence. */
  tune(lowest: number, highest: number, source: Source, onPitch: (heard: HeldPitch) => void): void {
    const held = heldPitch();
    open(
      source,
      [lowest, highest],
      (frame) => {
        const midi = held(frame);
        return [midi?.toFixed(2) ?? '', midi === undefined ? {} : { midi }];
      },
      onPitch,
    );
  },

  unfollow(): void {
    port?.close();
    port = undefined;
    live = undefined;
  },

  /** What an invented pupil makes of a study. */
  invent(study: ScoredStudy, pupil: InventedPupil): Sound {
    return { samples: bowedSound(performanceOf(study, pupil), pupil), rate: RATE };
  },
};

export type Listener = typeof listener;

expose(listener);
