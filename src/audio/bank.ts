import { getContext } from 'tone';
import { RECORDINGS } from 'virtual:recordings';
import type { InstrumentId } from '../core/instruments/index.ts';
import { goingOn } from './going-on.ts';

/** One recorded note, ready to sound: a stretch that goes on for ever. */
export interface BankNote {
  readonly buffer: AudioBuffer;
  /** What it sounds at its own speed, Hz. */
  readonly hz: number;
  /** What brings it to the loudness of all others. */
  readonly gain: number;
}

export type Bank = readonly BankNote[];

/** Whose recordings an instrument sounds by; the viola has its neighbours'. */
const SOURCES: Readonly<
  Record<InstrumentId, readonly { readonly of: keyof typeof RECORDINGS; readonly from: number; readonly to: number }[]>
> = {
  violin: [{ of: 'violin', from: 0, to: 127 }],
  viola: [
    { of: 'cello', from: 0, to: 58 },
    { of: 'violin', from: 59, to: 127 },
  ],
  cello: [{ of: 'cello', from: 0, to: 127 }],
  bass: [{ of: 'bass', from: 0, to: 127 }],
};

/** The loudness all notes are brought to, root of the mean square. */
const LOUD = 0.16;

const loaded = new Map<InstrumentId, Bank>();
const loading = new Map<InstrumentId, Promise<void>>();

/** The recorded notes of an instrument, where they are here; nothing until then. */
export function bankOf(instrument: InstrumentId): Bank | undefined {
  return loaded.get(instrument);
}

/** Loads an instrument's recorded notes, once. Where that fails, the synthesiser goes on sounding. */
export function loadBank(instrument: InstrumentId): Promise<void> {
  const going =
    loading.get(instrument) ??
    fetchBank(instrument).catch(() => {
      // Offline before it was ever loaded: it is tried again when it is asked for next.
      loading.delete(instrument);
    });
  loading.set(instrument, going);
  return going;
}

async function fetchBank(instrument: InstrumentId): Promise<void> {
  const audio = getContext().rawContext as AudioContext;
  const wanted = SOURCES[instrument].flatMap(({ of, from, to }) =>
    RECORDINGS[of].filter(({ midi }) => midi >= from && midi <= to),
  );
  const notes = await Promise.all(
    wanted.map(async ({ address, hz, from, to, loud }): Promise<BankNote> => {
      const answer = await fetch(address);
      if (!answer.ok) throw new Error(`No recording at ${address}`);
      const whole = await audio.decodeAudioData(await answer.arrayBuffer());
      const samples = goingOn(whole.getChannelData(0), whole.sampleRate, from, to);
      const buffer = new AudioBuffer({ length: samples.length, numberOfChannels: 1, sampleRate: whole.sampleRate });
      buffer.copyToChannel(samples, 0);
      return { buffer, hz, gain: LOUD / loud };
    }),
  );
  loaded.set(
    instrument,
    notes.sort((a, b) => a.hz - b.hz),
  );
}

/** The recorded note nearest to a pitch. */
export function nearestIn(bank: Bank, hz: number): BankNote | undefined {
  const apart = (note: BankNote): number => Math.abs(Math.log2(note.hz / hz));
  return bank.reduce<BankNote | undefined>(
    (best, note) => (best && apart(best) <= apart(note) ? best : note),
    undefined,
  );
}
