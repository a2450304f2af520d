import { useState } from 'react';
import { Button } from './button.tsx';

/** Work in progress: what it is, and the share that is done, 0 to 1. */
export interface Going {
  readonly words: string;
  readonly share: number;
}

/** Long work of a screen, one at a time: `go` starts it, `going` reports it until it ends. */
export function useLongWork(onTrouble: (error: unknown) => void): {
  readonly going: Going | undefined;
  readonly go: (words: string, work: (onProgress: (share: number) => void) => Promise<void>) => void;
} {
  const [going, setGoing] = useState<Going>();
  return {
    going,
    go: (words, work) => {
      setGoing({ words, share: 0 });
      void work((share) => setGoing((now) => now && { words, share }))
        .catch(onTrouble)
        .finally(() => setGoing(undefined));
    },
  };
}

/** Shows the progress of long work, with a Stop button. */
export function LongWork({ going: { words, share }, onStop }: { going: Going; onStop: () => void }) {
  return (
    <p role="status" className="flex items-center gap-3">
      <span>{words} …</span>
      <progress value={share} max={1} aria-label={words} className="accent-accent" />
      <Button onClick={onStop}>Stop</Button>
    </p>
  );
}
