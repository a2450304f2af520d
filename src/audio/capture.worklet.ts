/** What an audio worklet is given; the DOM's types do not name it. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
declare const sampleRate: number;
declare const currentTime: number;

/** A hundredth of a second of sound, and the audio clock's time at its end, seconds. */
export interface Captured {
  readonly samples: Float32Array;
  readonly until: number;
}

/** Hands on what the microphone takes, a hundredth of a second at a time, through the port it is sent. */
class Capture extends AudioWorkletProcessor {
  private to: MessagePort | undefined;
  private part = new Float32Array(Math.round(sampleRate / 100));
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.to = data;
    };
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const [channels = []] = inputs;
    const [first] = channels;
    for (let at = 0; first && at < first.length; at += 1) {
      let sum = 0;
      for (const channel of channels) sum += channel[at] ?? 0;
      this.part[this.filled] = sum / channels.length;
      this.filled += 1;
      if (this.filled === this.part.length) {
        const captured: Captured = { samples: this.part, until: currentTime + (at + 1) / sampleRate };
        this.to?.postMessage(captured, [this.part.buffer]);
        this.part = new Float32Array(Math.round(sampleRate / 100));
        this.filled = 0;
      }
    }
    return true;
  }
}

registerProcessor('capture', Capture);
