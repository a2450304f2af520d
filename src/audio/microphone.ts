import capture from './capture.worklet.ts?worker&url';

/** A microphone that is open: what it takes goes through the port. */
export interface Microphone {
  /** Samples a second. */
  readonly rate: number;
  /** Gives `Captured` parts; hand it to a worker. */
  readonly port: MessagePort;
  /** Seconds on the clock that `Captured.until` tells. */
  readonly now: () => number;
  readonly close: () => void;
  /** Calls when the microphone ends by itself: it was pulled out, or forbidden. */
  readonly onEnd: (ended: () => void) => void;
}

/** What to say when the microphone cannot be opened, by the name of the browser's error. */
const REFUSED: Readonly<Record<string, string>> = {
  NotAllowedError: 'The microphone is not allowed on this page. Allow it beside the address and try again.',
  NotFoundError: 'No microphone is connected. Connect one and try again.',
  NotReadableError: 'The microphone is in use by another program. Close that and try again.',
};
const OTHERWISE = 'The microphone gives no sound. Try again.';

/** Asks for the microphone and opens it, as it sounds: nothing is evened out, nothing kept. Throws a sentence where it can't. */
export async function openMicrophone(): Promise<Microphone> {
  let stream: MediaStream | undefined;
  let audio: AudioContext | undefined;
  const close = (): void => {
    for (const track of stream?.getTracks() ?? []) track.stop();
    if (audio?.state !== 'closed') void audio?.close();
  };
  try {
    // A page that is not served safely has no such door at all.
    const { mediaDevices } = navigator as { mediaDevices?: MediaDevices };
    if (!mediaDevices) throw new DOMException('', 'NotAllowedError');
    stream = await mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
    });
    audio = new AudioContext({ latencyHint: 'interactive' });
    const context = audio;
    await context.audioWorklet.addModule(capture);
    const node = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    const { port1, port2 } = new MessageChannel();
    node.port.postMessage(port1, [port1]);
    context.createMediaStreamSource(stream).connect(node);
    await context.resume();
    const [track] = stream.getAudioTracks();
    const onEnd = (ended: () => void): void => track?.addEventListener('ended', ended);
    return { rate: context.sampleRate, port: port2, now: () => context.currentTime, close, onEnd };
  } catch (error) {
    close();
    throw new Error(REFUSED[error instanceof DOMException ? error.name : ''] ?? OTHERWISE, { cause: error });
  }
}
