import { transfer } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { listener } from '../workers/listener.ts';
import { openMicrophone, type Microphone } from './microphone.ts';

/** No sign for so long, milliseconds: the listener has stopped. */
const GONE = 4000;

/** What a worker listens to. */
export type Source = Pick<Microphone, 'rate' | 'port'>;

/** A microphone that is open for as long as it is wanted. */
export interface OpenMicrophone<Sign> {
  readonly state: 'shut' | 'opening' | 'listening';
  /** What was told last. */
  readonly sign: Sign | undefined;
  /** How long what is shown lies behind the sound, milliseconds; nothing until it was measured. */
  readonly behind: number | undefined;
  readonly trouble: string | undefined;
  /** Asks for the microphone, again where it was shut. */
  readonly listen: () => void;
  readonly shut: () => void;
}

/**
 * A microphone whose sound goes to the listener. `follow` sets the listener to work; what that tells, with the time on the audio
 * clock at which it sounded, is the sign. Both are those of the last render when they are called.
 */
export function useMicrophone<Sign extends { readonly sounded: number }>(
  follow: (source: Source, tell: (sign: Sign) => void) => Promise<void>,
  onSign: (sign: Sign) => void = () => undefined,
): OpenMicrophone<Sign> {
  const [state, setState] = useState<OpenMicrophone<Sign>['state']>('shut');
  const [sign, setSign] = useState<Sign>();
  const [behind, setBehind] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const open = useRef<{ microphone: Microphone; last: number } | undefined>(undefined);
  /** Counts what was asked, so that a microphone that opens too late is shut at once. */
  const asked = useRef(0);
  const now = useRef({ follow, onSign });
  useEffect(() => {
    now.current = { follow, onSign };
  });

  const { listen, shut, watch } = useMemo(() => {
    const shut = (): void => {
      asked.current += 1;
      open.current?.microphone.close();
      if (open.current) void listener().unfollow();
      open.current = undefined;
      setState('shut');
      setSign(undefined);
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
        microphone.onEnd(() => {
          if (mine !== asked.current) return;
          shut();
          setTrouble('The microphone is gone: it was unplugged, or is no longer allowed. Connect it and listen again.');
        });
        const source = transfer({ rate: microphone.rate, port: microphone.port }, [microphone.port]);
        await now.current.follow(source, (next) => {
          if (!open.current || mine !== asked.current) return;
          open.current.last = performance.now();
          setBehind(Math.round(1000 * (microphone.now() - next.sounded)));
          setSign(next);
          now.current.onSign(next);
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
    return { shut, listen: () => void listen(), watch };
  }, []);
  useEffect(() => {
    const timer = setInterval(watch, 1000);
    return () => {
      clearInterval(timer);
      shut();
    };
  }, [watch, shut]);
  return { state, sign, behind, trouble, listen, shut };
}
