import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { asSpoken, callsOf, type RungHere } from '../../../core/practice/index.ts';

/** Whether what comes is called, and how. */
export type Caller = 'off' | 'words' | 'voice';

/** A voice that is installed on this machine, once the browser has found one: one from the network is never asked. */
let localVoice: SpeechSynthesisVoice | undefined;

function whenVoicesCome(tell: () => void): () => void {
  if (typeof speechSynthesis === 'undefined') return () => undefined;
  const look = (): void => {
    localVoice = speechSynthesis.getVoices().find(({ localService, lang }) => localService && lang.startsWith('en'));
    tell();
  };
  look();
  speechSynthesis.addEventListener('voiceschanged', look);
  return () => speechSynthesis.removeEventListener('voiceschanged', look);
}

/** Whether there is such a voice: a browser finds them only after it is first asked. */
export function useHasVoice(): boolean {
  return useSyncExternalStore(whenVoicesCome, () => localVoice !== undefined);
}

/** What is called: the note that comes after the sounding one, in words and, where asked, by a voice. */
export function useCall(
  rung: RungHere | undefined,
  note: number | undefined,
  caller: Caller,
  bpm: number,
): string | undefined {
  const calls = useMemo(() => (rung ? callsOf(rung.exercise) : []), [rung]);
  const ahead = note === undefined ? calls[0] : calls[note + 1];
  const words = caller === 'off' ? undefined : ahead?.words;
  useEffect(() => {
    const voice = localVoice;
    if (caller !== 'voice' || !voice || note === undefined || words === undefined) return;
    const said = new SpeechSynthesisUtterance(asSpoken(words));
    said.voice = voice;
    said.rate = Math.min(2, Math.max(1, bpm / 60));
    speechSynthesis.cancel();
    speechSynthesis.speak(said);
  }, [caller, note, words, bpm]);
  return words;
}
