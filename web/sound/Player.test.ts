import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Catalogue, Music, Pattern } from '../api/types';
import { rowKey } from './Ears';
import { Player } from './Player';

/** Seconds of a tick at 96 quarter notes a minute. */
const TICK = 60 / 96 / 960;
const BAR = 3840;
const music: Music = {
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
const pattern = (rows: Record<string, number[]>): Pattern => ({
  format: 'pulsanda-pattern',
  version: 1,
  title: 'Lesson',
  meter: { count: 4, unit: 4 },
  tempo: { bpm: 96 },
  kit: 'boathouse',
  sections: [
    { name: 'A', bars: 1, rows: Object.entries(rows).map(([instrument, ats]) => ({ instrument, hits: ats.map((at) => ({ at })) })) },
  ],
});
const catalogue = {
  instruments: [
    { name: 'closed-hat', choke: 'hat' },
    { name: 'open-hat', choke: 'hat' },
    { name: 'kick', choke: null },
    { name: 'snare', choke: null },
  ],
  kits: [
    { name: 'boathouse', url: '/kits/boathouse', played: {} },
    { name: 'parade', url: null, played: {} },
    { name: 'beacon', url: '/kits/beacon', played: { snare: 'kick' } },
  ],
  sound: { rate: 44100, exponent: 1, limiter: { knee: 0.6, ceiling: 0.9 }, fade: 0.005, send: 0.5 },
} as unknown as Catalogue;

/** Takes of one sample each: two for what is soft, at the seconds 1 and 2, and one for what is hard, at 3. */
const layers = [
  { to: 99, takes: [1, 2].map((from) => ({ from: 44100 * from, samples: 4410 })) },
  { to: 127, takes: [{ from: 3 * 44100, samples: 4410 }] },
];
const described: Record<string, unknown> = {
  '/kits/boathouse': {
    gain: 1,
    room: { url: '/sounds/room', bytes: 50 },
    played: {},
    sounds: ['kick', 'snare', 'closed-hat', 'open-hat'].map((instrument) => ({
      instrument,
      url: `/sounds/${instrument}`,
      bytes: 100,
      layers,
    })),
  },
  '/kits/beacon': {
    gain: 0.5,
    room: { url: '/sounds/hall', bytes: 50 },
    played: { snare: 'kick' },
    sounds: ['kick', 'claves', 'cowbell'].map((instrument) => ({ instrument, url: `/sounds/beacon ${instrument}`, bytes: 100, layers })),
  },
};

type Started = { sound: string; time: number; from: number; stopped: number | null };
let clock: { currentTime: number };
let started: Started[];
/** What the nodes were made with, in order, the compressor's left out. */
let options: Record<string, number>[];

/** As much of Web Audio as the player uses, with a clock that only the test moves. */
function stubAudio(): void {
  class Node {
    constructor(_: unknown, given: Record<string, number>) {
      if (!('curve' in given)) options.push(given);
    }
    connect<T>(to: T): T {
      return to;
    }
    frequency = { value: 0 };
    gain = { setTargetAtTime() {}, setValueAtTime() {}, exponentialRampToValueAtTime() {}, linearRampToValueAtTime() {} };
  }
  class Source extends Node {
    #started: Started | null = null;
    onended: (() => void) | null = null;
    #listeners: (() => void)[] = [];
    addEventListener(_: string, listener: () => void) {
      this.#listeners.push(listener);
    }
    readonly options: { buffer?: { name: string } };
    constructor(context: unknown, given: Record<string, number> & { buffer?: { name: string } }) {
      super(context, given);
      this.options = given;
    }
    start(time: number, from = 0) {
      this.#started = { sound: this.options.buffer?.name ?? 'click', time, from, stopped: null };
      started.push(this.#started);
    }
    stop(time = 0) {
      if (this.#started) this.#started.stopped = time;
      for (const listener of this.#listeners) listener();
    }
  }
  vi.stubGlobal('requestAnimationFrame', () => 1);
  vi.stubGlobal(
    'AudioContext',
    class {
      outputLatency = 0;
      destination = {};
      constructor() {
        clock = this as unknown as { currentTime: number };
      }
      currentTime = 10;
      sampleRate = 44100;
      state = 'suspended';
      async resume() {
        if (!blocked) this.state = 'running';
      }
      async close() {}
      async decodeAudioData(data: ArrayBuffer) {
        return { name: new TextDecoder().decode(data) };
      }
    },
  );
  vi.stubGlobal('WaveShaperNode', Node);
  vi.stubGlobal('ConvolverNode', Node);
  vi.stubGlobal('GainNode', Node);
  vi.stubGlobal('StereoPannerNode', Node);
  vi.stubGlobal('AudioBufferSourceNode', Source);
  vi.stubGlobal('OscillatorNode', Source);
  vi.stubGlobal('fetch', async (url: string) => {
    if (offline) throw new Error('no connection');
    return new Response(described[url] ? JSON.stringify(described[url]) : url.replace('/sounds/', ''));
  });
}

let player: Player;
let offline = false;
let blocked = false;
beforeEach(async () => {
  vi.useFakeTimers();
  started = [];
  options = [];
  stubAudio();
  offline = false;
  blocked = false;
  player = new Player(catalogue);
  await player.kits.load('boathouse', ['kick', 'snare', 'closed-hat', 'open-hat']);
});
afterEach(() => {
  player.close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Lets audio time and timers run together. */
async function listen(seconds: number): Promise<void> {
  for (let passed = 0; passed < seconds; passed += 0.03) {
    clock.currentTime += 0.03;
    await vi.advanceTimersByTimeAsync(30);
  }
}
const sounds = () => started.map(({ sound, time }) => `${sound} ${Math.round((time - (started[0]?.time ?? 0)) / TICK)}`);

describe('the player', () => {
  it('starts every sound at its time, pass after pass, never late', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0, 1920], snare: [960] }) }], music);
    await player.play();
    await listen(2 * BAR * TICK);
    expect(sounds().slice(0, 6)).toEqual(['kick 0', 'snare 960', 'kick 1920', `kick ${BAR}`, `snare ${BAR + 960}`, `kick ${BAR + 1920}`]);
  });

  it('plays an edit when the line comes to it', async () => {
    let now = pattern({ kick: [0] });
    player.set([{ name: 'mine', pattern: () => now }], music);
    await player.play();
    await listen(960 * TICK);
    now = pattern({ kick: [0], snare: [2880] });
    await listen(2400 * TICK);
    expect(sounds()).toEqual(['kick 0', 'snare 2880']);
  });

  it('alternates two beats pass by pass, and changes voice at the same place', async () => {
    player.set(
      [
        { name: 'beat', pattern: () => pattern({ kick: [0, 1920] }) },
        { name: 'target', pattern: () => pattern({ snare: [0, 1920] }) },
      ],
      music,
    );
    player.hear('turn');
    await player.play();
    await listen(1.2 * BAR * TICK);
    expect(sounds().slice(0, 3)).toEqual(['kick 0', 'kick 1920', `snare ${BAR}`]);
    player.hear('beat');
    await listen(0.5 * BAR * TICK);
    expect(sounds()[3]).toBe(`kick ${BAR + 1920}`);
  });

  it('loops a range alone', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0, 960, 1920] }) }], music);
    await player.play({ from: 960, to: 1920 });
    await listen(2200 * TICK);
    expect(sounds()).toEqual(['kick 0', 'kick 960', 'kick 1920']);
  });

  it('goes on where it is when the tempo changes', async () => {
    let now = pattern({ kick: [0, 960, 1920, 2880] });
    player.set([{ name: 'mine', pattern: () => now }], music);
    await player.play();
    await listen(1100 * TICK);
    const before = player.position() ?? 0;
    now = { ...now, tempo: { bpm: 48 } };
    await listen(0.03);
    expect((player.position() ?? 0) - before, 'hardly a jump').toBeLessThan(240);
    await listen(3);
    const gaps = started.slice(1).map((one, i) => Math.round((one.time - (started[i]?.time ?? 0)) / TICK));
    expect(gaps.at(-1), 'a beat takes twice the time').toBe(1920);
    expect(
      started.every(({ time }, i) => i === 0 || time > (started[i - 1]?.time ?? 0)),
      'nothing is played twice',
    ).toBe(true);
  });

  it('goes on where it is when a bar is added, and comes to it', async () => {
    let now = pattern({ kick: [0, 1920] });
    player.set([{ name: 'mine', pattern: () => now }], music);
    await player.play();
    await listen(2200 * TICK);
    now = {
      ...now,
      sections: now.sections.map((one) => ({ ...one, bars: 2, rows: [...one.rows, { instrument: 'snare', hits: [{ at: BAR }] }] })),
    };
    await listen(2 * BAR * TICK);
    expect(sounds().slice(0, 4)).toEqual(['kick 0', 'kick 1920', `snare ${BAR}`, `kick ${2 * BAR}`]);
  });

  it('goes over to a marked range while it plays, and back', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0], snare: [960] }) }], music);
    await player.play();
    await listen(200 * TICK);
    player.loop({ from: 960, to: 1920 });
    await vi.advanceTimersByTimeAsync(0);
    await listen(2000 * TICK);
    expect(started.slice(1).every(({ sound }) => sound === 'snare')).toBe(true);
    expect(player.position()).toBeGreaterThanOrEqual(960);
    player.loop(null);
    await vi.advanceTimersByTimeAsync(0);
    await listen(300 * TICK);
    expect(started.at(-1)?.sound).toBe('kick');
  });

  it('plays what is to be written down while the sheet is empty: counted in, with clicks, once', async () => {
    let now = pattern({});
    player.set([{ name: 'mine', pattern: () => now }], music);
    player.instead = async () => ({ audio: new TextEncoder().encode('target').buffer, speed: 0.5 });
    player.setCountIn(1);
    player.setMetronome(true);
    player.toggle();
    await listen(4 * BAR * TICK);
    const slow = started.map(({ sound, time }) => `${sound} ${Math.round((time - (started[0]?.time ?? 0)) / TICK / 2)}`);
    expect(slow.slice(0, 7).sort()).toEqual(
      ['click 0', 'click 960', 'click 1920', 'click 2880', `target ${BAR}`, `click ${BAR}`, `click ${BAR + 960}`].sort(),
    );
    expect(player.position(), 'the line runs along').toBeGreaterThan(0);
    player.toggle();
    expect(player.position()).toBeNull();
    expect(started.find((one) => one.sound === 'target')?.stopped).not.toBeNull();

    started = [];
    player.setCountIn(0);
    player.setMetronome(false);
    now = pattern({ kick: [0] });
    player.toggle();
    await listen(0.3);
    expect(sounds(), 'a beat of one’s own is played itself').toEqual(['kick 0']);
  });

  it('counts in a bar before the first stroke, and clicks along', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    player.setCountIn(1);
    player.setMetronome(true);
    await player.play();
    expect(player.state.counting).toBe(true);
    expect(player.position()).toBeNull();
    await listen(1.3 * BAR * TICK);
    expect(player.state.counting).toBe(false);
    expect(sounds().slice(0, 7).sort()).toEqual(
      ['click 0', 'click 960', 'click 1920', 'click 2880', `kick ${BAR}`, `click ${BAR}`, `click ${BAR + 960}`].sort(),
    );
  });

  it('lets the closed hat cut the open one off', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ 'open-hat': [0], 'closed-hat': [960] }) }], music);
    await player.play();
    await listen(1200 * TICK);
    expect(started[0]?.stopped).toBeCloseTo((started[1]?.time ?? 0) + 0.005);
  });

  it('goes slower at the same place', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0, 1920] }) }], music);
    await player.play();
    await listen(960 * TICK);
    const before = player.position() ?? 0;
    player.setSpeed(0.7);
    await vi.advanceTimersByTimeAsync(0);
    await listen(0.3);
    expect((player.position() ?? 0) - before).toBeCloseTo(((0.3 - 0.04) / TICK) * 0.7, -2);
  });

  it('keeps how fast one listens, within its range', () => {
    player.setSpeed(0.1);
    expect(player.state.set.speed).toBe(0.5);
    player.setSpeed(3);
    expect(player.state.set.speed).toBe(1.25);
    player.setSpeed(1);
  });

  it('multiplies level and velocity, and tunes and pans a row', async () => {
    const loud = pattern({ kick: [0] });
    Object.assign(loud.sections[0]?.rows[0] ?? {}, { level: 0.5, tune: 12, pan: -1, hits: [{ at: 0, velocity: 127 }] });
    player.set([{ name: 'mine', pattern: () => loud }], music);
    await player.play();
    await listen(0.3);
    expect(options.map((one) => one.gain ?? one.playbackRate ?? one.pan).filter((value) => value !== undefined)).toEqual([
      1 / 8, // of all, before the limiter
      1, // of what comes whole
      2,
      0.5,
      -1,
      Math.SQRT2, // beside the middle: equal power, and as it is in the middle
    ]);
  });

  it('is silent when it is stopped', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    await player.play();
    player.stop();
    const count = started.length;
    await listen(BAR * TICK * 1.5);
    expect(started.length).toBe(count);
    expect(player.position()).toBeNull();
    expect(player.kits.progress).toEqual({ loaded: 400, total: 400, failed: false });
  });
});

describe('kits', () => {
  it('plays the layer of a velocity, and its takes in turn', async () => {
    const hits = [0, 240, 480, 720].map((at, i) => ({ at, velocity: i === 3 ? 120 : 60 }));
    const beat = pattern({});
    beat.sections[0]?.rows.push({ instrument: 'kick', hits });
    player.set([{ name: 'mine', pattern: () => beat }], music);
    await player.play();
    await listen(900 * TICK);
    expect(started.map(({ from }) => from)).toEqual([1, 2, 2, 3]);
  });

  it('goes over to another kit while it plays, when that is there, and plays on with the old one until then', async () => {
    let now = pattern({ kick: [0, 960, 1920, 2880] });
    player.set([{ name: 'mine', pattern: () => now }], music);
    await player.play();
    offline = true;
    now = { ...now, kit: 'beacon' };
    player.follow();
    await listen(1100 * TICK);
    expect(started.map(({ sound }) => sound)).toEqual(['kick', 'kick']);
    expect(player.kits.progress.failed).toBe(true);
    offline = false;
    player.follow();
    await listen(900 * TICK);
    expect(started.at(-1)?.sound).toBe('beacon kick');
    expect(player.kits.progress.failed).toBe(false);
  });

  it('plays a relative for what a kit has not, and the electronic kit for one that is not built', async () => {
    const beat = { ...pattern({ snare: [0] }), kit: 'parade' };
    player.set([{ name: 'mine', pattern: () => beat }], music);
    await player.kits.follow(beat);
    await player.play();
    await listen(0.3);
    expect(started.map(({ sound }) => sound)).toEqual(['beacon kick']);
  });
});

describe('what is struck by hand', () => {
  it('is stilled as a cymbal is that one grips, all its strokes and nothing else', async () => {
    const player = new Player(catalogue);
    await player.audition('kick', 90);
    await player.audition('claves', 90);
    started = [];
    for (const instrument of ['kick', 'claves', 'kick']) player.strike({ instrument }, 100);
    player.still('kick');
    expect(started.map(({ stopped }) => stopped)).toEqual([clock.currentTime + 0.06, null, clock.currentTime + 0.06]);
    player.still('kick');
    player.still('gong');
  });
});

describe('trouble', () => {
  it('says that the browser lets no sound out, and plays when it does', async () => {
    blocked = true;
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    const first = player.play();
    await vi.advanceTimersByTimeAsync(1600);
    await first;
    expect([player.state.playing, player.state.trouble]).toEqual([false, expect.stringContaining('There is no sound. Press Play again')]);
    blocked = false;
    await player.play();
    expect([player.state.playing, player.state.trouble]).toEqual([true, '']);
  });

  it('goes on without a sound system, and says so', async () => {
    vi.stubGlobal(
      'AudioContext',
      class {
        constructor() {
          throw new Error('NotSupportedError');
        }
      },
    );
    vi.stubGlobal(
      'OfflineAudioContext',
      class {
        state = 'suspended';
        destination = {};
        sampleRate = 44100;
        currentTime = 0;
        async resume() {
          throw new Error('InvalidStateError');
        }
        close() {}
      },
    );
    const mute = new Player(catalogue);
    await vi.advanceTimersByTimeAsync(0);
    expect(mute.state.trouble).toContain('the sheet still works');
    mute.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    await mute.play();
    expect(mute.state.playing).toBe(false);
  });
});

describe('listening', () => {
  const mine = { name: 'mine', pattern: () => pattern({ kick: [0], snare: [0], 'closed-hat': [0] }) };
  const heard = async () => {
    started = [];
    await player.play();
    await listen(0.3);
    return started.map(({ sound }) => sound).sort();
  };

  it('silences rows, or leaves a few alone, and forgets rows that are gone', async () => {
    player.set([mine], music);
    player.silence(rowKey('kick', 0));
    expect(await heard()).toEqual(['closed-hat', 'snare']);
    player.alone(rowKey('snare', 0));
    expect(await heard()).toEqual(['snare']);
    player.alone(rowKey('snare', 0));
    player.silence(rowKey('kick', 0));
    expect(await heard()).toHaveLength(3);
    player.alone(rowKey('snare', 0));
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    expect(await heard(), 'nobody sits before silence without a reason').toEqual(['kick']);
  });

  it('counts in again: the metronome alone for a bar, then on from the bar that sounded', async () => {
    player.set([{ name: 'mine', pattern: () => ({ ...pattern({ kick: [0] }), order: [{ section: 'A', times: 2 }] }) }], music);
    await vi.advanceTimersByTimeAsync(0);
    await player.play();
    await listen(1.5 * BAR * TICK);
    const before = started.length;
    player.countAgain();
    await vi.advanceTimersByTimeAsync(0);
    expect(player.state.counting).toBe(true);
    const there = clock.currentTime;
    await listen(1.2 * BAR * TICK);
    expect(player.state.counting).toBe(false);
    const kicks = started.slice(before).filter(({ sound }) => sound === 'kick');
    expect(kicks).toHaveLength(1);
    expect(Math.round(((kicks[0]?.time ?? 0) - there) / TICK / BAR)).toBe(1);
    expect(player.position()).toBeGreaterThan(BAR);
  });

  it('clicks with claves, in parts of a beat, after two bars of count-in', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    player.setHearing({ metronome: { sound: 'claves', parts: 2, groups: true } });
    await vi.advanceTimersByTimeAsync(0);
    player.setCountIn(2);
    await player.play();
    await listen(2.1 * BAR * TICK);
    expect(sounds().slice(0, 3)).toEqual(['beacon claves 0', 'beacon claves 480', 'beacon claves 960']);
    expect(sounds().at(-1)).toBe(`kick ${2 * BAR}`);
    expect(started).toHaveLength(17);
  });
});

describe('a sound that comes whole', () => {
  const wav = (name: string) => new TextEncoder().encode(name).buffer as ArrayBuffer;

  it('plays in place of what plays', async () => {
    player.set([{ name: 'mine', pattern: () => pattern({ kick: [0] }) }], music);
    await player.play();
    expect(player.state.playing).toBe(true);
    await player.sound(wav('target'));
    expect(player.state.playing).toBe(false);
    expect(started.at(-1)?.sound).toBe('target');
  });

  it('can be stopped, and tells when it has ended', async () => {
    const playing = await player.sound(wav('bar 2'));
    let ended = false;
    void playing.ended.then(() => {
      ended = true;
    });
    await Promise.resolve();
    expect(ended).toBe(false);
    playing.stop();
    await playing.ended;
    expect(started.at(-1)?.stopped).not.toBeNull();
    await Promise.resolve();
    expect(ended).toBe(true);
  });
});
