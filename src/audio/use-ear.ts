import { useEffect, useMemo, useRef, useState } from 'react';
import { type Sign, type Telling, type Hearing, type Report, VERDICT_WORDS } from '../core/listening/index.ts';
import type { ScoredStudy } from '../core/score/index.ts';
import { printed } from '../core/theory/index.ts';
import { listener } from '../workers/listener.ts';
import type { ShownSign } from '../workers/listener.worker.ts';
import { useMicrophone, type OpenMicrophone } from './use-microphone.ts';

/** The ear of the page while it is open. */
export interface Ear extends Omit<OpenMicrophone<ShownSign>, 'shut'> {
  /** The last performance that came to its end. */
  readonly last: Report | undefined;
  /** Judges what was heard until now; it goes on listening, from the beginning. */
  readonly finish: () => void;
  /** How large the sound of the last performance is as a file, bytes; 0 where none is held. */
  readonly size: number;
  /** That sound as a WAVE file. */
  readonly sound: () => Promise<{ readonly wave: Uint8Array; readonly seconds: number } | undefined>;
}

/**
 * Listens to the player of a study for as long as it is mounted. Each performance is told to `onReport` when the last note
 * was played and silence followed, or when `finish` is called; its sound is held where `holds`. Other fingers or another study begin again.
 */
export function useEar(study: ScoredStudy, hearing: Hearing, onReport: (report: Report) => void, holds = false): Ear {
  const [{ last, size }, setLast] = useState<Pick<Ear, 'last' | 'size'>>({ last: undefined, size: 0 });
  const ended = useRef(false);
  const finish = async (): Promise<void> => {
    const report = await listener().heardSoFar();
    if (!report || report.coverage === 0) return;
    setLast({ last: report, size: holds ? await listener().lastSize() : 0 });
    onReport(report);
  };
  const { shut, ...microphone } = useMicrophone<ShownSign>(
    (source, tell) => listener().follow(study, hearing, source, tell, holds),
    (sign) => {
      if (sign.ended && !ended.current) void finish();
      ended.current = sign.ended;
    },
  );
  const { listen } = microphone;
  // Marks on the score are no other study; other fingers are.
  const { passage, way } = study;
  const fingers = useMemo(() => JSON.stringify(way.fingers), [way]);
  useEffect(() => {
    listen();
    return shut;
  }, [listen, shut, passage, fingers]);
  return { ...microphone, last, size, finish: () => void finish(), sound: () => listener().lastPerformance() };
}

/** What the large sign shows of a study. */
export function signOf(
  { passage }: ScoredStudy,
  sign: Sign | undefined,
): { readonly says: Telling; readonly note: string; readonly cents: number | undefined } {
  const { at, cents, tells = 'silence' } = sign ?? {};
  return { says: tells, note: at === undefined ? '' : printed(passage.notes[at]?.pitch.name ?? ''), cents };
}

/** How a performance went, and the first thing to say of it. */
export function heardWords({ verdict, says }: Report): { readonly verdict: string; readonly first: string } {
  return { verdict: VERDICT_WORDS[verdict], first: says[0] ?? '' };
}
