import { transfer } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Sign } from '../core/listening/follower.ts';
import type { Hearing, Report } from '../core/listening/report.ts';
import type { ScoredStudy } from '../core/score/scored-study.ts';
import { listener } from '../workers/listener.ts';
import { openMicrophone, type Microphone } from './microphone.ts';

/** No sign for so long, milliseconds: whoever listens has stopped. */
const GONE = 4000;

/** The ear of the page: shut until it is asked to listen. */
export interface Ear {
  readonly state: 'shut' | 'opening' | 'listening';
  readonly sign: Sign | undefined;
  /** How long what is shown lies behind the sound, milliseconds; nothing until it was measured. */
  readonly behind: number | undefined;
  readonly trouble: string | undefined;
  readonly listen: () => void;
  /** What was heard until now; it goes on listening, from the beginning. */
  readonly report: () => Promise<Report | undefined>;
  readonly shut: () => void;
}

/** Listens to a microphone while a study is played; other fingers or another study shut it. */
export function useEar(study: ScoredStudy | undefined, hearing: Hearing): Ear {
  const [state, setState] = useState<Ear['state']>('shut');
  const [sign, setSign] = useState<Sign>();
  const [behind, setBehind] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const open = useRef<{ microphone: Microphone; last: number } | undefined>(undefined);
  /** Counts what was asked, so that a microphone that opens too late is shut at once. */
  const asked = useRef(0);

  const shut = (): void => {
    asked.current += 1;
    open.current?.microphone.close();
    if (open.current) void listener().unfollow();
    open.current = undefined;
    setState('shut');
    setSign(undefined);
  };
  const listen = async (): Promise<void> => {
    if (!study) return;
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
      await listener().follow(study, hearing, source, (next) => {
        if (!open.current || mine !== asked.current) return;
        open.current.last = performance.now();
        setBehind(Math.round(1000 * (microphone.now() - next.until)));
        setSign(next);
      });
      if (mine === asked.current) setState('listening');
    } catch (error) {
      if (mine !== asked.current) return;
      shut();
      setTrouble(error instanceof Error ? error.message : String(error));
    }
  };
  useEffect(() => {
    const watch = setInterval(() => {
      if (!open.current || performance.now() - open.current.last < GONE) return;
      shut();
      setTrouble('The microphone fell silent. Listen again.');
    }, 1000);
    return () => clearInterval(watch);
  });
  useEffect(() => shut, [study]);
  return {
    state,
    sign,
    behind,
    trouble,
    listen: () => void listen(),
    report: () => listener().heardSoFar(),
    shut,
  };
}
