import { transfer } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Sign, Telling } from '../core/listening/follower.ts';
import type { Hearing, Report } from '../core/listening/report.ts';
import { VERDICT_WORDS } from '../core/listening/verdict.ts';
import type { ScoredStudy } from '../core/score/scored-study.ts';
import { printed } from '../core/theory/pitch.ts';
import { listener } from '../workers/listener.ts';
import { openMicrophone, type Microphone } from './microphone.ts';

/** No sign for so long, milliseconds: whoever listens has stopped. */
const GONE = 4000;

/** The ear of the page while it is open. */
export interface Ear {
  readonly state: 'shut' | 'opening' | 'listening';
  readonly sign: Sign | undefined;
  /** How long what is shown lies behind the sound, milliseconds; nothing until it was measured. */
  readonly behind: number | undefined;
  readonly trouble: string | undefined;
  /** The last performance that came to its end. */
  readonly last: Report | undefined;
  /** Asks for the microphone again. */
  readonly listen: () => void;
  /** Judges what was heard until now; it goes on listening, from the beginning. */
  readonly finish: () => void;
}

/**
 * Listens to a microphone for as long as it is mounted. Each performance is told to `onReport` when the last note was played
 * and silence followed, or when `finish` is called. Other fingers or another study shut the ear.
 */
export function useEar(study: ScoredStudy, hearing: Hearing, onReport: (report: Report) => void): Ear {
  const [state, setState] = useState<Ear['state']>('shut');
  const [sign, setSign] = useState<Sign>();
  const [behind, setBehind] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const [last, setLast] = useState<Report>();
  const open = useRef<{ microphone: Microphone; last: number } | undefined>(undefined);
  /** Counts what was asked, so that a microphone that opens too late is shut at once. */
  const asked = useRef(0);
  // What is told of late is told to whoever is there then.
  const now = useRef({ study, hearing, onReport });
  useEffect(() => {
    now.current = { study, hearing, onReport };
  });

  const acts = useMemo(() => {
    const shut = (): void => {
      asked.current += 1;
      open.current?.microphone.close();
      if (open.current) void listener().unfollow();
      open.current = undefined;
      setState('shut');
      setSign(undefined);
    };
    const finish = async (): Promise<void> => {
      const mine = asked.current;
      const report = await listener().heardSoFar();
      if (mine !== asked.current || !report || report.coverage === 0) return;
      setLast(report);
      now.current.onReport(report);
    };
    const listen = async (): Promise<void> => {
      shut();
      const mine = asked.current;
      setTrouble(undefined);
      setState('opening');
      try {
        const microphone = await openMicrophone();
        if (mine !== asked.current) {
          microphone.close();
          return;
        }
        open.current = { microphone, last: performance.now() };
        const source = transfer({ rate: microphone.rate, port: microphone.port }, [microphone.port]);
        let ended = false;
        await listener().follow(now.current.study, now.current.hearing, source, (next) => {
          if (!open.current || mine !== asked.current) return;
          open.current.last = performance.now();
          setBehind(Math.round(1000 * (microphone.now() - next.sounded)));
          setSign(next);
          if (next.ended && !ended) void finish();
          ({ ended } = next);
        });
        if (mine === asked.current) setState('listening');
      } catch (error) {
        if (mine !== asked.current) return;
        shut();
        setTrouble(error instanceof Error ? error.message : String(error));
      }
    };
    const watch = (): void => {
      if (!open.current || performance.now() - open.current.last < GONE) return;
      shut();
      setTrouble('The microphone fell silent. Listen again.');
    };
    return { shut, listen: () => void listen(), finish: () => void finish(), watch };
  }, []);
  useEffect(() => {
    const timer = setInterval(acts.watch, 1000);
    return () => clearInterval(timer);
  }, [acts]);
  // Marks on the score are no other study; other fingers are.
  const { passage, way } = study;
  const fingers = useMemo(() => JSON.stringify(way.fingers), [way]);
  useEffect(() => {
    acts.listen();
    return acts.shut;
  }, [acts, passage, fingers]);
  return { state, sign, behind, trouble, last, listen: acts.listen, finish: acts.finish };
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
