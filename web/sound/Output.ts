import type { Catalogue } from '../api/types';
import type { Sounding } from '../music/schedule';
import type { KitLoader } from './KitLoader';
import { roomOf } from './room';

export type Voiced = Pick<Sounding, 'instrument' | 'velocity'> & Partial<Pick<Sounding, 'level' | 'pan' | 'tune' | 'room'>>;

/** Makes sounds at their times: drums of the kit, clicks, sounds that came whole. One that chokes another ends it. */
export class Output {
  #out: DynamicsCompressorNode;
  #chokes: Map<string, string>;
  #ringing = new Map<string, { gain: GainNode; source: AudioBufferSourceNode }>();
  #started = new Set<AudioScheduledSourceNode>();
  #room: ConvolverNode | null = null;

  constructor(
    readonly context: AudioContext,
    readonly kit: KitLoader,
    catalogue: Catalogue,
  ) {
    this.#chokes = new Map(catalogue.instruments.flatMap((one) => (one.choke ? [[one.name, one.choke]] : [])));
    this.#out = new DynamicsCompressorNode(context, { threshold: -8, ratio: 6, attack: 0.002, release: 0.12 });
    this.#out.connect(context.destination);
  }

  /**
   * A row's level and a hit's velocity multiply.
   * @param tracked whether it ends when everything is silenced
   */
  sound({ instrument, velocity, level = 1, pan = 0, tune = 0, room = 0 }: Voiced, time: number, tracked: boolean): void {
    const buffer = this.kit.buffer(instrument);
    if (!buffer) return;
    const source = new AudioBufferSourceNode(this.context, { buffer, playbackRate: 2 ** (tune / 12) });
    const gain = new GainNode(this.context, { gain: level * (velocity / 127) ** 1.6 });
    const heard = source.connect(gain);
    const placed = pan === 0 ? heard : heard.connect(new StereoPannerNode(this.context, { pan }));
    placed.connect(this.#out);
    if (room > 0) placed.connect(new GainNode(this.context, { gain: room * 0.5 })).connect(this.#roomed());
    const choke = this.#chokes.get(instrument);
    if (choke) {
      const before = this.#ringing.get(choke);
      before?.gain.gain.setTargetAtTime(0, time, 0.01);
      before?.source.stop(time + 0.08);
      this.#ringing.set(choke, { gain, source });
    }
    source.start(Math.max(time, this.context.currentTime));
    if (tracked) this.#track(source);
  }

  click(time: number, strong: boolean): void {
    const gain = new GainNode(this.context, { gain: 0 });
    const tone = new OscillatorNode(this.context, { type: 'triangle', frequency: strong ? 1760 : 1320 });
    tone.connect(gain).connect(this.#out);
    gain.gain.setValueAtTime(strong ? 0.3 : 0.18, time);
    gain.gain.exponentialRampToValueAtTime(0.001, time + 0.05);
    tone.start(time);
    tone.stop(time + 0.06);
    this.#track(tone);
  }

  /** @returns what stops it, and what is kept when it has ended by itself or was stopped */
  async whole(wav: ArrayBuffer): Promise<{ stop: () => void; ended: Promise<void> }> {
    const source = new AudioBufferSourceNode(this.context, { buffer: await this.context.decodeAudioData(wav) });
    source.connect(this.#out);
    const ended = new Promise<void>((resolve) => source.addEventListener('ended', () => resolve()));
    source.start();
    return { stop: () => source.stop(), ended };
  }

  silence(): void {
    for (const source of this.#started) source.stop();
    this.#started.clear();
    this.#ringing.clear();
  }

  #roomed(): ConvolverNode {
    if (!this.#room) {
      this.#room = roomOf(this.context);
      this.#room.connect(this.#out);
    }
    return this.#room;
  }

  #track(source: AudioScheduledSourceNode): void {
    this.#started.add(source);
    source.onended = () => this.#started.delete(source);
  }
}
