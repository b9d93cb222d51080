import { Onsets } from './onsets';

/** As much of the scope of a worklet as is used: TypeScript ships no types of it. */
declare const sampleRate: number;
declare const currentFrame: number;
declare function registerProcessor(name: string, of: unknown): void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

/** Blocks between two tellings of how loud it is. */
const TELL = 8;

/** Listens on the audio clock, beside the page: what it hears leaves it as times of strokes alone. */
class OnsetProcessor extends AudioWorkletProcessor {
  #onsets = new Onsets(sampleRate);
  #begun: number | null = null;
  #blocks = 0;
  #level = 0;
  #loud = 0;
  #ended = false;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<{ threshold: number } | { end: true }>) => {
      if ('end' in data) this.#ended = true;
      else this.#onsets.threshold = data.threshold;
    };
  }

  process([input]: Float32Array[][]): boolean {
    if (this.#ended) return false;
    const samples = input?.[0];
    if (!samples) return true;
    this.#begun ??= currentFrame;
    for (const { at, strength, peak, centre } of this.#onsets.process(samples)) {
      this.port.postMessage({ time: (this.#begun + at) / sampleRate, strength, peak, centre });
    }
    this.#level = Math.max(this.#level, this.#onsets.level);
    for (const sample of samples) this.#loud = Math.max(this.#loud, Math.abs(sample));
    if (++this.#blocks % TELL === 0) {
      this.port.postMessage({ level: this.#level, loud: this.#loud });
      [this.#level, this.#loud] = [0, 0];
    }
    return true;
  }
}

registerProcessor('onsets', OnsetProcessor);
