import FFT from 'fft.js';
import { median } from '../music/median';

/** Samples of a window, and between two of them: at 44.1 kHz 12 ms, and 3. */
const WINDOW = 512;
const HOP = 128;
/** How strongly quiet bins count: magnitudes are compressed by log(1 + γ·m). */
const GAMMA = 100;
/** Hops whose middle is the threshold's ground: 0.35 s. */
const GROUND = 120;
/** Seconds in which a stroke rings and is no second one. */
const APART = 0.045;
/** Of a stroke's peak: where its beginning is. */
const RISE = 0.25;
/** Samples that are kept to look for a beginning. */
const KEPT = 4096;

/** Of each bin, as log₂. */
const OCTAVES = Array.from({ length: WINDOW / 2 }, (_, bin) => Math.log2(Math.max(1, bin)));

/** Before it is set. */
export const USUAL_THRESHOLD = 6;

export type Onset = {
  /** Sample, from the first that was read. */
  at: number;
  /** How far the flux stands over its threshold, as a ratio; 1 is just over it. */
  strength: number;
  /** The highest sample just behind the beginning. */
  peak: number;
  /** Where its power lies, as an octave: log₂ of hertz. */
  centre: number;
};

/**
 * Finds strokes in sound as it comes: spectral flux (the sum of what grows from one window to the next, magnitudes compressed), over a
 * threshold that follows the median of the last third of a second. After J. P. Bello et al., "A Tutorial on Onset Detection in Music
 * Signals" (2005), and S. Dixon, "Onset Detection Revisited" (2006). The beginning itself is looked for in the samples before the peak,
 * since a window of 12 ms is too wide for it.
 */
export class Onsets {
  /** What flux has to stand over its ground by: set by how loud silence is, and how loud a stroke. */
  threshold = USUAL_THRESHOLD;
  #fft = new FFT(WINDOW);
  #out = this.#fft.createComplexArray();
  #before = new Float64Array(WINDOW / 2);
  #shape = Float64Array.from({ length: WINDOW }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW));
  #samples = new Float32Array(KEPT);
  #read = 0;
  #flux: number[] = [];
  #last = Number.NEGATIVE_INFINITY;
  #windowed = new Float64Array(WINDOW);

  constructor(private readonly rate: number) {}

  /** How many samples were read. */
  get read(): number {
    return this.#read;
  }

  /** The flux of the last window over its ground: what silence gives, and strokes, tell where the threshold belongs. */
  get level(): number {
    const last = this.#flux.at(-1) ?? 0;
    return last - this.#ground();
  }

  /** @returns the strokes that are known with these samples: each some 6 ms after it was heard */
  process(samples: Float32Array): Onset[] {
    const found: Onset[] = [];
    for (const sample of samples) {
      this.#samples[this.#read % KEPT] = sample;
      this.#read++;
      if (this.#read % HOP === 0 && this.#read >= WINDOW) {
        const onset = this.#window();
        if (onset) found.push(onset);
      }
    }
    return found;
  }

  #window(): Onset | null {
    for (let i = 0; i < WINDOW; i++) {
      this.#windowed[i] = this.#sampleAt(this.#read - WINDOW + i) * (this.#shape[i] as number);
    }
    this.#fft.realTransform(this.#out, this.#windowed);
    let flux = 0;
    let [power, weighed] = [0, 0];
    for (let bin = 1; bin < WINDOW / 2; bin++) {
      const plain = Math.hypot(this.#out[2 * bin] as number, this.#out[2 * bin + 1] as number);
      const size = Math.log1p(GAMMA * plain);
      power += plain ** 2;
      weighed += plain ** 2 * (OCTAVES[bin] as number);
      flux += Math.max(0, size - (this.#before[bin] as number));
      this.#before[bin] = size;
    }
    this.#flux.push(flux);
    if (this.#flux.length > GROUND) this.#flux.shift();
    // The window before this one is a peak where both its neighbours are lower.
    const [a = 0, b = 0, c = 0] = this.#flux.slice(-3);
    const over = (b - this.#ground()) / this.threshold;
    if (!(b > a && b >= c && over >= 1)) return null;
    return this.#onset(this.#read - HOP, over, power > 0 ? weighed / power + Math.log2(this.rate / WINDOW) : 0);
  }

  /** @param end of the window whose flux is the peak */
  #onset(end: number, strength: number, centre: number): Onset | null {
    const from = Math.max(0, end - WINDOW - HOP, this.#read - KEPT);
    let peak = 0;
    for (let at = from; at < this.#read; at++) peak = Math.max(peak, Math.abs(this.#sampleAt(at)));
    // What rang before is not the beginning: it is where the sound first rises out of that.
    let ground = 0;
    for (let at = from; at < from + HOP; at++) ground = Math.max(ground, Math.abs(this.#sampleAt(at)));
    const rise = Math.max(peak * RISE, Math.min(ground * 1.2, peak * 0.9));
    let at = from;
    while (at < this.#read && Math.abs(this.#sampleAt(at)) < rise) at++;
    if (at - this.#last < APART * this.rate) return null;
    this.#last = at;
    return { at, strength, peak, centre };
  }

  #sampleAt(at: number): number {
    return this.#samples[at % KEPT] as number;
  }

  #ground(): number {
    const sorted = [...this.#flux].sort((one, other) => one - other);
    return sorted[Math.floor(sorted.length / 2)] ?? 0;
  }
}

/** Of silence and strokes: the threshold lies this far up between them, or so far over silence where there are none yet. */
const BETWEEN = 0.3;
const OVER = 1.6;

/**
 * Where the threshold belongs.
 *
 * @param silence levels of two seconds in which nobody plays
 * @param strokes levels of some strokes; none before they are struck
 */
export function thresholdOf(silence: readonly number[], strokes: readonly number[]): number {
  const loudest = Math.max(0.5, ...silence);
  const softest = Math.min(...strokes);
  return strokes.length > 0 && softest > OVER * loudest ? loudest + BETWEEN * (softest - loudest) : OVER * loudest;
}

/** Seconds around a click of one's own speakers in which it may be heard. */
const NEAR = 0.03;
/** So much stronger than such a click a stroke is that falls on it. */
const STRONGER = 1.35;

/** Tells the speakers' own clicks from strokes: how strongly they are heard is learned while nobody plays yet. */
export class Bleed {
  #loudest = 0;

  learn(peak: number): void {
    this.#loudest = Math.max(this.#loudest, peak);
  }

  /** @param seconds to the nearest click, as it is heard by the microphone */
  isOwn(peak: number, seconds: number): boolean {
    return Math.abs(seconds) < NEAR && peak < STRONGER * this.#loudest;
  }
}

/** Octaves that two sounds have to lie apart. */
const OCTAVES_APART = 0.4;

/** Tells a low sound from a high one, a fist from a fingernail, by where their power lies. */
export class TwoSounds {
  #between: number;
  /** Whether they can be told apart: their middles are far enough from one another, and hardly an example lies on the wrong side. */
  readonly differ: boolean;

  /**
   * @param low  centres of some strokes
   * @param high of as many others
   */
  constructor(low: readonly number[], high: readonly number[]) {
    const [below, above] = [median(low), median(high)];
    this.#between = (below + above) / 2;
    const wrong = [...low.filter((one) => this.isHigh(one)), ...high.filter((one) => !this.isHigh(one))];
    this.differ = above - below >= OCTAVES_APART && wrong.length <= 1;
  }

  isHigh(centre: number): boolean {
    return centre > this.#between;
  }
}
