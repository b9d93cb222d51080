// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest';
import type { Music, Pattern, Row } from '../api/types';
import { PatternStore } from '../music/PatternStore';
import { withHits } from '../music/pattern';
import { snapTicks } from '../music/time';
import type { PlayerState } from '../sound/Player';
import { ghostly } from './ghost';
import { type Heard, PlayIn, type Sheet, setLatency } from './PlayIn';

const BAR = 3840;
const straight: Music = {
  barTicks: BAR,
  beatTicks: 960,
  groove: [
    [0, 0],
    [BAR, BAR],
  ],
  words: [],
  fills: [],
  order: null,
  values: false,
};
/** Eighths swung as triplets. */
const swung: Music = {
  ...straight,
  groove: [0, 1, 2, 3]
    .flatMap((beat) => [
      [beat * 960, beat * 960],
      [beat * 960 + 480, beat * 960 + 640],
    ])
    .concat([[BAR, BAR]]) as Music['groove'],
};

const patternOf = (rows: Row[], bars = 1, bpm = 96): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm },
  kit: 'boathouse',
  sections: [{ name: 'A', bars, rows }],
});

/** A player that is always in its loop: the audio clock is the events' clock, in seconds, and a pass begins at 0. */
class Clock implements Pick<Heard, 'heardAt' | 'placeOf' | 'strike' | 'now' | 'range' | 'pattern' | 'subscribe'> {
  now = 0;
  range: { from: number; to: number } | null = null;
  state = { playing: true } as PlayerState;
  struck: string[] = [];
  #tell: () => void = () => {};
  constructor(
    private readonly store: PatternStore,
    private readonly bars: number,
  ) {}
  get pattern(): Pattern {
    return this.store.pattern;
  }
  get rate(): number {
    return 60 / (this.pattern.tempo.bpm * 960);
  }
  /** How often so many bars are played in a pass. */
  turns = 1;
  get length(): number {
    return this.range ? this.range.to - this.range.from : this.turns * this.bars * BAR;
  }
  heardAt = (stamp: number) => stamp / 1000;
  placeOf = (time: number) => {
    if (!this.state.playing) return null;
    const tick = time / this.rate;
    const turn = Math.max(0, Math.floor(tick / this.length));
    const from = this.range?.from ?? 0;
    return { pass: turn + 1, place: tick - turn * this.length + from, from, length: this.length };
  };
  strike = (row: { instrument: string }) => void this.struck.push(row.instrument);
  subscribe = (tell: () => void) => {
    this.#tell = tell;
    return () => true;
  };
  stop(): void {
    this.state = { playing: false } as PlayerState;
    this.#tell();
  }
}

let said: string[] = [];
beforeEach(() => {
  said = [];
  localStorage.clear();
});

function desk(pattern: Pattern, music: Music = straight, marks = false) {
  const store = new PatternStore(pattern);
  const clock = new Clock(store, pattern.sections[0]?.bars ?? 1);
  const sheet: Sheet = {
    store,
    index: 0,
    get section() {
      return store.pattern.sections[0] as Pattern['sections'][number];
    },
    music,
    catalogue: { limits: { hits: 4096 } },
    say: (sentence) => said.push(sentence),
    words: { name: (row) => store.pattern.sections[0]?.rows[row]?.instrument ?? '' },
  };
  const playIn = new PlayIn(sheet, clock as unknown as Heard, marks);
  playIn.set({ armed: true });
  playIn.follow();
  /** Strikes a row at a tick that runs on. */
  const strike = (row: number, tick: number, velocity = 90) =>
    playIn.strike({ row, velocity, stamp: tick * clock.rate * 1000, device: 'pads' });
  return { store, clock, playIn, strike, hits: (row = 0) => store.pattern.sections[0]?.rows[row]?.hits ?? [] };
}

const rows = (...snaps: string[]): Row[] =>
  snaps.map((snap, i) => ({ instrument: ['kick', 'snare', 'closed-hat'][i] ?? 'ride', snap, hits: [] }) as Row);

describe('what is struck', () => {
  it('is written at the nearest place, with the push that is left and as hard as it was', () => {
    const { strike, hits, clock } = desk(patternOf(rows('16')));
    strike(0, 5, 110);
    strike(0, 950, 40);
    strike(0, 1920 + 100, 127);
    expect(hits()).toEqual([
      { at: 0, velocity: 110, push: 5 },
      { at: 960, velocity: 40, push: -10 },
      { at: 1920, velocity: 127, push: 100 },
    ]);
    expect(clock.struck).toEqual(['kick', 'kick', 'kick']);
  });

  it('takes a finer place where a push would be too far, and where its place is taken', () => {
    const { strike, hits, playIn } = desk(patternOf(rows('8')));
    playIn.set({ finds: false });
    for (const tick of [0, 240 + 20, 960, 960 + 115]) strike(0, tick);
    expect(hits().map(({ at, push }) => [at, push ?? 0])).toEqual([
      [0, 0],
      [240, 20],
      [960, 0],
      [960 + 120, -5],
    ]);
  });

  it('a little before the end belongs to the next turn', () => {
    const { strike, hits, playIn } = desk(patternOf(rows('16')));
    strike(0, 960);
    strike(0, BAR - 20);
    expect(hits()).toEqual([{ at: 0, velocity: 90, push: -20 }]);
    expect(playIn.state.takes.map(({ number }) => number)).toEqual([1]);
  });

  it('twice within forty milliseconds is one with a grace stroke', () => {
    const { strike, hits } = desk(patternOf(rows('16')));
    strike(0, 940, 50);
    strike(0, 965, 100);
    expect(hits()).toEqual([{ at: 960, velocity: 100, push: 5, ornament: 'flam' }]);
  });

  it('with another row between its two strokes is still one with a grace stroke', () => {
    const { strike, hits, playIn } = desk(patternOf(rows('16', '16')));
    strike(1, 940, 50);
    strike(0, 950, 90);
    strike(1, 965, 100);
    playIn.endPass();
    expect(hits(1)).toEqual([{ at: 960, velocity: 100, push: 5, ornament: 'flam' }]);
    expect(playIn.state.takes[0]?.strokes.map(({ row, at }) => [row, at])).toEqual([
      [0, 960],
      [1, 960],
    ]);
  });

  it('in later turns of a cycle stays on its places', () => {
    const { strike, hits, playIn } = desk(patternOf([{ instrument: 'kick', hits: [], cycle: 720 }]));
    playIn.set({ finds: false });
    for (const tick of [0, 240, 725, 960, 1435]) strike(0, tick, 90);
    strike(0, 1685, 50);
    playIn.endPass();
    expect(hits().map(({ at, velocity }) => [at, velocity])).toEqual([
      [0, 90],
      [240, 50],
    ]);
    expect(playIn.state.takes[0]).toMatchObject({ lost: 0, strokes: [{ at: 0 }, { at: 240 }] });
  });

  it('in later turns of a section stays on its places, and before the next section belongs to that', () => {
    const one = patternOf(rows('16', '16'));
    const [a] = one.sections;
    const song: Pattern = {
      ...one,
      sections: [a, { ...a, name: 'B' }] as Pattern['sections'],
      order: [
        { section: 'A', times: 2 },
        { section: 'B', times: 1 },
      ],
    };
    const { strike, store, clock } = desk(song);
    clock.turns = 3;
    for (const tick of [0, 960, BAR + 5, BAR + 950, 2 * BAR - 20, 2 * BAR + 960, 3 * BAR - 15]) strike(0, tick);
    const ats = (section: number) => store.pattern.sections[section]?.rows[0]?.hits.map(({ at, push = 0 }) => [at, push]);
    expect(ats(1)).toEqual([
      [0, -20],
      [960, 0],
    ]);
    expect(store.history.done).toHaveLength(1);
    // The last one was the first of the next pass, which replaces.
    expect(ats(0)).toEqual([[0, -15]]);
  });

  it('replaces its rows anew in each pass, or adds to them', () => {
    const { strike, hits, playIn } = desk(
      patternOf([
        { instrument: 'kick', hits: [{ at: 480 }] },
        { instrument: 'snare', hits: [{ at: 960 }] },
      ]),
    );
    strike(0, 0);
    expect([hits(0).map(({ at }) => at), hits(1).map(({ at }) => at)]).toEqual([[0], [960]]);
    strike(0, BAR + 1920);
    expect(hits(0).map(({ at }) => at)).toEqual([1920]);
    playIn.set({ mode: 'over' });
    strike(0, 2 * BAR + 2880);
    expect(hits(0).map(({ at }) => at)).toEqual([1920, 2880]);
  });

  it('is one step of undo a pass, and a take that can be had again', () => {
    const { strike, hits, store, playIn, clock } = desk(patternOf(rows('16')));
    for (const tick of [0, 960, BAR + 480]) strike(0, tick);
    clock.now = (2 * BAR - 10) * clock.rate + 0.15;
    playIn.look();
    clock.stop();
    expect(store.history.done.map(({ name }) => name)).toEqual(['Played in, pass 1', 'Played in, pass 2']);
    store.undo();
    expect(hits().map(({ at }) => at)).toEqual([0, 960]);
    const [, second] = playIn.state.takes;
    if (second) playIn.use(second);
    expect(hits().map(({ at }) => at)).toEqual([480]);
  });

  it('of a beat that is handed in tells what was struck: also after triplets are found, in a take, and not of a copy', () => {
    const { strike, hits, store, playIn, clock } = desk(patternOf(rows('16')), straight, true);
    for (let i = 0; i < 12; i++) strike(0, i * 320 + 7);
    clock.stop();
    expect(hits().map(({ at, struck }) => [at, struck])).toEqual(Array.from({ length: 12 }, (_, i) => [i * 320, 7]));
    store.change('Repeat', (pattern) => withHits(pattern, 0, 0, (all) => [...all, ...all.map((hit) => ({ ...hit, at: hit.at + BAR }))]));
    expect(hits().filter(({ struck }) => struck === 7)).toHaveLength(12);
    const [take] = playIn.state.takes;
    store.change('Clear', (pattern) => withHits(pattern, 0, 0, () => []));
    if (take) playIn.use(take);
    expect(hits().map(({ struck }) => struck)).toEqual(Array.from({ length: 12 }, () => 7));
  });

  it('goes on as one step after a hand has taken back in the midst of it', () => {
    const { strike, hits, store, clock } = desk(patternOf(rows('16')));
    for (const tick of [0, 480]) strike(0, tick);
    store.undo();
    for (const tick of [960, 1440, 1920]) strike(0, tick);
    clock.stop();
    expect(hits().map(({ at }) => at)).toEqual([960, 1440, 1920]);
    store.undo();
    expect(hits()).toEqual([]);
  });

  it('that is drawn as it comes keeps where it was struck', () => {
    const { strike, hits, playIn } = desk(patternOf(rows('16')), straight, true);
    playIn.set({ draws: 50 });
    strike(0, 40);
    playIn.set({ draws: 0 });
    strike(0, 960 + 40);
    expect(hits().map(({ push, struck }) => [push, struck])).toEqual([
      [20, 40],
      [40, 40],
    ]);
  });

  it('that is stopped halfway leaves what stood behind the line', () => {
    const { strike, hits, playIn, clock } = desk(patternOf([{ instrument: 'kick', hits: [0, 960, 1920, 2880].map((at) => ({ at })) }]));
    strike(0, 480);
    clock.now = 1500 * clock.rate + 0.15;
    playIn.look();
    clock.stop();
    expect(hits().map(({ at }) => at)).toEqual([480, 1920, 2880]);
  });

  it('is closed by the clock as well, once its last strokes have come', () => {
    const { strike, store, playIn, clock } = desk(patternOf(rows('16')));
    strike(0, 960);
    clock.now = (BAR + 50) * clock.rate;
    playIn.look();
    expect(store.history.done).toHaveLength(0);
    clock.now = BAR * clock.rate + 0.2;
    playIn.look();
    expect(store.history.done).toHaveLength(1);
  });

  it('in another grid shows it: triplets are found, and sixteenths stay', () => {
    const { strike, store, clock, hits } = desk(patternOf(rows('16', '16')));
    for (let i = 0; i < 12; i++) strike(0, i * 320 + ((i * 7) % 25) - 12);
    for (let i = 0; i < 16; i++) strike(1, i * 240 + ((i * 11) % 31) - 15);
    clock.stop();
    expect(store.pattern.sections[0]?.rows.map(({ snap }) => snap)).toEqual(['8t', '16']);
    expect(hits(0).map(({ at }) => at)).toEqual(Array.from({ length: 12 }, (_, i) => i * 320));
    expect(said).toEqual(['kick was played in triplets; its row shows them now.', 'Pass 1 is written: 28 strokes, 5 ms off their places.']);
  });

  it('only sounds while it is not armed, or where the row is not meant', () => {
    const { strike, hits, playIn, clock } = desk(patternOf(rows('16', '16')));
    playIn.set({ only: 'snare 0' });
    strike(0, 0);
    playIn.set({ armed: false });
    strike(1, 960);
    expect([hits(0), hits(1), clock.struck]).toEqual([[], [], ['kick', 'snare']]);
  });

  it('within what is marked stays there', () => {
    const { strike, hits, clock, playIn } = desk(patternOf([{ instrument: 'kick', hits: [{ at: 0 }, { at: BAR }] }], 2));
    clock.range = { from: BAR, to: 2 * BAR };
    strike(0, 960);
    expect(hits().map(({ at }) => at)).toEqual([0, BAR + 960]);
    strike(0, 2 * BAR - 10);
    expect(hits()).toEqual([{ at: 0 }, { at: BAR, velocity: 90, push: -10 }]);
    playIn.endPass();
  });
});

/** Small and the same every time (Park and Miller, 1988). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

describe('the ghost drummer', () => {
  for (const jitter of [0, 5, 15, 40]) {
    it(`is written down within a millisecond at ${jitter} ms of jitter, whatever its latency, tempo and swing`, () => {
      const random = seeded(33 + jitter);
      let strokes = 0;
      for (let round = 0; round < 50; round++) {
        const bpm = 60 + Math.floor(random() * 120);
        const music = round % 3 === 0 ? swung : straight;
        const snaps = ['16', '8', '8t'].map((snap) => (music === swung ? '8' : snap));
        const beat = patternOf(
          rows(...snaps).map((row) => {
            const step = snapTicks(row.snap);
            return {
              ...row,
              hits: Array.from({ length: BAR / step }, (_, i) => ({ at: i * step, velocity: 40 + Math.floor(random() * 80) })).filter(
                () => random() < 0.4,
              ),
            };
          }),
          1,
          bpm,
        );
        const empty = patternOf(rows(...snaps), 1, bpm);
        const { playIn, hits } = desk(empty, music);
        playIn.set({ finds: false, mode: 'over' });
        const latency = Math.floor(random() * 200);
        setLatency('ghost', latency);
        const rate = 60_000 / (bpm * 960);
        // The second pass, so that a stroke may come before its beginning.
        const played = ghostly(beat, music, { jitter, latency, loudness: 0 }, (tick) => (tick + BAR) * rate, random);
        for (const { instrument, velocity, stamp } of played) {
          const row = beat.sections[0]?.rows.findIndex((one) => one.instrument === instrument) ?? 0;
          playIn.strike({ row, velocity, stamp, device: 'ghost' });
        }
        playIn.endPass();
        const grooved = (at: number) => {
          const inBeat = at % 960;
          if (music !== swung) return at;
          return at - inBeat + (inBeat <= 480 ? (inBeat * 4) / 3 : 640 + ((inBeat - 480) * 2) / 3);
        };
        beat.sections[0]?.rows.forEach((row, r) => {
          const meant = played.filter(({ instrument }) => instrument === row.instrument).map(({ stamp }) => (stamp - latency) / rate - BAR);
          const all = hits(r);
          // What came too near to another is a grace stroke, or shares a place.
          if (all.length !== meant.length) return;
          const heard = all.map((hit) => grooved(hit.at) + (hit.push ?? 0));
          for (const tick of meant) {
            const ways = heard.map((one) => Math.abs(one - tick) % BAR).map((way) => Math.min(way, BAR - way));
            expect(Math.min(...ways) * rate).toBeLessThan(1);
            strokes++;
          }
          // Where no hand was half a step off, it is the written beat once it is drawn to its grid, as the core does.
          const half = (snapTicks(row.snap) / (music === swung ? 3 : 2)) * rate;
          if (jitter === 0) expect(all.map(({ at }) => at)).toEqual(row.hits.map(({ at }) => at));
          else if (4 * jitter < half)
            expect(
              all.map(({ at, push = 0 }) => Math.abs((Math.round((at + push) / snapTicks(row.snap)) * snapTicks(row.snap)) % BAR)).sort(),
            ).toEqual(row.hits.map(({ at }) => at).sort());
        });
      }
      expect(strokes).toBeGreaterThan(300);
    });
  }
});
