import { describe, expect, it } from 'vitest';
import { Bleed, type Onset, Onsets, TwoSounds, thresholdOf } from './onsets';

const RATE = 44100;

/** Small and the same every time (Park and Miller, 1988). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

type Room = { noise: number; clicks: number };

/** A minute in which somebody claps: bursts of noise that fade, two echoes of a room, noise, and the clicks of the speakers. */
function minute(seed: number, { noise, clicks }: Room) {
  const random = seeded(seed);
  const sound = new Float32Array(RATE * 40);
  const strokes: number[] = [];
  const add = (at: number, value: number) => {
    if (at < sound.length) sound[at] = (sound[at] ?? 0) + value;
  };
  // Two seconds of silence, then four strokes for the threshold, then music.
  const times = [2.2, 2.7, 3.2, 3.7];
  for (let time = 4.5; time < 39; time += 0.11 + random() * 0.5) times.push(time);
  for (const time of times) {
    const start = Math.round(time * RATE);
    const loud = time < 4 ? 0.5 : 0.15 + random() * 0.6;
    strokes.push(start);
    for (let i = 0; i < RATE * 0.12; i++) {
      const value = loud * (random() * 2 - 1) * Math.min(1, i / 30) * Math.exp(-i / (RATE * 0.018));
      add(start + i, value);
      add(start + i + Math.round(0.011 * RATE), 0.2 * value);
      add(start + i + Math.round(0.023 * RATE), 0.1 * value);
    }
  }
  const clickTimes: number[] = [];
  for (let time = 2; time < 39; time += 0.6) {
    const start = Math.round(time * RATE);
    clickTimes.push(start);
    for (let i = 0; i < RATE * 0.05; i++)
      add(start + i, clicks * Math.sin((2 * Math.PI * 1320 * i) / RATE) * Math.exp(-i / (RATE * 0.012)));
  }
  for (let i = 0; i < sound.length; i++) sound[i] = (sound[i] ?? 0) + noise * (random() * 2 - 1);
  return { sound, strokes, clickTimes };
}

/** What is found, as the page listens: silence, four strokes, then on with the threshold that they give. */
function heard(sound: Float32Array, clickTimes: number[]): Onset[] {
  const onsets = new Onsets(RATE);
  const [silence, first]: [number[], number[]] = [[], [0, 0, 0, 0]];
  const bleed = new Bleed();
  const found: Onset[] = [];
  for (let at = 0; at < sound.length; at += 128) {
    const now = onsets.process(sound.subarray(at, at + 128));
    const time = at / RATE;
    if (time < 0.4) continue;
    if (time < 1.9) silence.push(onsets.level);
    else if (time < 4)
      first[Math.min(3, Math.floor((time - 2.15) / 0.5))] = Math.max(
        first[Math.max(0, Math.min(3, Math.floor((time - 2.15) / 0.5)))] ?? 0,
        onsets.level,
      );
    else if (time < 4.01) onsets.threshold = thresholdOf(silence, first);
    const nearest = (onset: Onset) => Math.min(...clickTimes.map((click) => Math.abs(onset.at - click))) / RATE;
    for (const onset of now) {
      // The click at 2.0 is alone: it tells how loud clicks are.
      if (time > 1.95 && time < 2.1) bleed.learn(onset.peak);
      if (time > 4.2 && !bleed.isOwn(onset.peak, nearest(onset))) found.push(onset);
    }
  }
  return found;
}

describe('strokes in what a microphone hears', () => {
  for (const [name, room] of Object.entries({
    'a quiet room': { noise: 0.0005, clicks: 0 },
    'noise at −30 dB': { noise: 0.055, clicks: 0 },
    'noise at −30 dB, and the speakers click': { noise: 0.055, clicks: 0.06 },
  })) {
    it(`are found in ${name}: 98 of 100 at least, one in 100 invented at most, within 5 ms`, () => {
      let [asked, hit, invented] = [0, 0, 0];
      const errors: number[] = [];
      for (const seed of [1, 2, 3]) {
        const { sound, strokes, clickTimes } = minute(seed, room);
        const music = strokes.filter((at) => at > 4.2 * RATE);
        const found = heard(sound, room.clicks > 0 ? clickTimes : []);
        asked += music.length;
        for (const at of music) {
          const near = found
            .filter((one) => Math.abs(one.at - at) < 0.04 * RATE)
            .sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0];
          if (near) {
            hit++;
            errors.push((Math.abs(near.at - at) / RATE) * 1000);
          }
        }
        invented += found.filter((one) => !music.some((at) => Math.abs(one.at - at) < 0.04 * RATE)).length;
      }
      errors.sort((a, b) => a - b);
      expect(hit / asked).toBeGreaterThanOrEqual(0.98);
      expect(invented / asked).toBeLessThanOrEqual(0.01);
      expect(errors[Math.floor(errors.length / 2)]).toBeLessThan(5);
    });
  }

  it('silence holds none', () => {
    const onsets = new Onsets(RATE);
    expect(onsets.process(new Float32Array(RATE))).toEqual([]);
  });
});

describe('the threshold', () => {
  it('lies between silence and the softest stroke, nearer to silence', () => {
    expect(thresholdOf([1, 3, 2], [13, 33])).toBe(6);
    expect([thresholdOf([5], [4]), thresholdOf([5], [])]).toEqual([8, 8]);
  });
});

describe('two sounds', () => {
  /** Seconds of silence before them, by which the threshold is set. */
  const FIRST = 2.2;
  /** Fists on a table, and fingernails, by turns: four of each first, in a room with noise. */
  function byTurns(seed: number, noise: number): { sound: Float32Array; high: boolean[] } {
    const random = seeded(seed);
    const high = [...[0, 0, 0, 0, 1, 1, 1, 1].map((one) => one === 1), ...Array.from({ length: 100 }, () => random() < 0.5)];
    const sound = new Float32Array(RATE * (FIRST + high.length * 0.3 + 1));
    high.forEach((isHigh, stroke) => {
      const start = Math.round((FIRST + 0.3 * stroke) * RATE);
      const [loud, tone] = [0.3 + 0.5 * random(), 110 + 40 * random()];
      let last = 0;
      for (let i = 0; i < RATE * 0.1; i++) {
        const grain = random() * 2 - 1;
        // A nail is what changes from sample to sample; a fist is a low tone with a little of everything.
        const value = isHigh
          ? (grain - last) * 0.5 * Math.exp(-i / (RATE * 0.012))
          : (Math.sin((2 * Math.PI * tone * i) / RATE) + 0.15 * grain) * Math.exp(-i / (RATE * 0.03));
        last = grain;
        sound[start + i] = loud * value;
      }
    });
    return { sound: sound.map((value) => value + noise * (random() * 2 - 1)), high };
  }

  function listened(sound: Float32Array): Onset[] {
    const onsets = new Onsets(RATE);
    const silence: number[] = [];
    for (let at = 0; at < 2 * RATE; at += 128) {
      onsets.process(sound.subarray(at, at + 128));
      if (at > 0.4 * RATE) silence.push(onsets.level);
    }
    onsets.threshold = thresholdOf(silence, []);
    return onsets.process(sound.subarray(onsets.read));
  }

  it.each([0.0005, 0.02, 0.055])('are told apart after four examples of each, with noise of %s', (noise) => {
    for (const seed of [1, 2, 3]) {
      const { sound, high } = byTurns(seed, noise);
      const found = listened(sound);
      const of = (stroke: number) =>
        found.filter(({ at }) => Math.abs(at / RATE - (FIRST + 0.3 * stroke)) < 0.04).sort((one, other) => other.strength - one.strength)[0]
          ?.centre;
      const examples = (from: number) => [0, 1, 2, 3].map((i) => of(from + i) ?? 0);
      const two = new TwoSounds(examples(0), examples(4));
      expect(two.differ).toBe(true);
      const heardRight = high.slice(8).filter((isHigh, i) => two.isHigh(of(8 + i) ?? Number.NaN) === isHigh);
      expect(heardRight.length).toBeGreaterThanOrEqual(98);
    }
  });

  it('that are one and the same are not', () => {
    const { sound, high } = byTurns(4, 0.01);
    const found = listened(sound);
    const lows = found.filter(({ at }) => high[Math.round((at / RATE - FIRST) / 0.3)] === false).map(({ centre }) => centre);
    expect(new TwoSounds(lows.slice(0, 4), lows.slice(4, 8)).differ).toBe(false);
  });
});
