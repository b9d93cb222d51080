// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { chooseKey, chosenKeys, keyLabel, keysOf } from './keysIn';
import { curved, MidiIn, MidiReader, setDevice } from './midiIn';

beforeEach(() => localStorage.clear());

describe('keys', () => {
  it('go to rows as fingers reach them, chosen ones first', () => {
    expect([...keysOf(['kick 0', 'snare 0', 'ride 0'], {})]).toEqual([
      ['kick 0', 'KeyF'],
      ['snare 0', 'KeyJ'],
      ['ride 0', 'KeyD'],
    ]);
    expect([...keysOf(['kick 0', 'snare 0'], { 'snare 0': 'KeyF' })]).toEqual([
      ['snare 0', 'KeyF'],
      ['kick 0', 'KeyJ'],
    ]);
  });

  it('run out, and nobody has two', () => {
    const keys = keysOf(
      Array.from({ length: 32 }, (_, i) => `row ${i}`),
      {},
    );
    expect(keys.size).toBe(16);
    expect(new Set(keys.values()).size).toBe(16);
  });

  it('that are chosen are taken from whom had them', () => {
    chooseKey('kick 0', 'KeyB');
    chooseKey('snare 0', 'KeyB');
    expect(chosenKeys()).toEqual({ 'snare 0': 'KeyB' });
    expect(['KeyB', 'Digit4', 'Semicolon', 'Space'].map(keyLabel)).toEqual(['B', '4', ';', 'Space']);
  });
});

describe('a MIDI device', () => {
  const read = (reader: MidiReader, ...strokes: [number, number, number, number][]) =>
    strokes.flatMap(([status, note, velocity, stamp]) => {
      const stroke = reader.read([status, note, velocity], stamp);
      return stroke && 'note' in stroke ? [[stroke.note, stroke.velocity, stroke.stamp]] : [];
    });

  it('strikes by note-ons of any channel, and by nothing else', () => {
    const reader = new MidiReader('module');
    const strokes = read(reader, [0x99, 36, 100, 10], [0x90, 38, 1, 20], [0x89, 36, 64, 30], [0x99, 36, 0, 40], [0xf8, 0, 0, 60]);
    expect(strokes).toEqual([
      [36, 100, 10],
      [38, 1, 20],
    ]);
    expect(reader.read([], 70)).toBeNull();
  });

  it('that bounces strikes once, and a roll of thirty a second strikes thirty times', () => {
    expect(read(new MidiReader('module'), [0x99, 38, 90, 0], [0x99, 38, 80, 5], [0x99, 36, 80, 5])).toHaveLength(2);
    const roll = Array.from({ length: 30 * 60 }, (_, i): [number, number, number, number] => [0x99, 38 + (i % 2), 90, (i * 1000) / 30]);
    expect(read(new MidiReader('module'), ...roll)).toHaveLength(1800);
  });

  it('that sends a thousand messages a second is listened to no more than it can play', () => {
    const flood = Array.from({ length: 5000 }, (_, i): [number, number, number, number] => [0x99, i % 128, 90, i]);
    expect(read(new MidiReader('module'), ...flood)).toHaveLength(1000);
  });

  it('plays a closed hi-hat where its pedal is down', () => {
    expect(read(new MidiReader('module'), [0xb9, 4, 127, 0], [0x99, 46, 90, 1], [0xb9, 4, 0, 50], [0x99, 46, 90, 60])).toEqual([
      [42, 90, 1],
      [46, 90, 60],
    ]);
  });

  it('makes a chick of a pedal that is trodden down at once, and one only', () => {
    const foot = (...depths: [number, number][]) =>
      depths.map(([depth, stamp]): [number, number, number, number] => [0xb9, 4, depth, stamp]);
    expect(read(new MidiReader('module'), ...foot([0, 0], [40, 10], [70, 20], [127, 30]))).toEqual([[44, 100, 20]]);
    expect(read(new MidiReader('module'), ...foot([0, 0], [40, 80], [70, 160], [127, 200])), 'pressed slowly').toEqual([]);
    const both = read(new MidiReader('module'), ...foot([0, 0], [127, 10]), [0x99, 44, 90, 20], [0x99, 44, 90, 200]);
    expect(
      both.map(([note, , stamp]) => [note, stamp]),
      'where the note comes as well',
    ).toEqual([
      [44, 10],
      [44, 200],
    ]);
  });

  it('is heard at once where it was allowed before, and asked for nowhere else', async () => {
    const requestMIDIAccess = vi.fn(async () => ({ inputs: new Map(), onstatechange: null }));
    for (const state of ['prompt', 'granted']) {
      vi.stubGlobal('navigator', { requestMIDIAccess, permissions: { query: async () => ({ state }) } });
      await new MidiIn().openAllowed();
    }
    expect(requestMIDIAccess).toHaveBeenCalledTimes(1);
    vi.stubGlobal('navigator', {});
    await new MidiIn().openAllowed();
    vi.unstubAllGlobals();
  });

  it('stills a cymbal that is gripped, and not one that is let go', () => {
    const reader = new MidiReader('module');
    expect(reader.read([0xa9, 49, 127], 5)).toEqual({ stills: 49, device: 'module' });
    expect([reader.read([0xa9, 49, 0], 6), reader.read([0xd9, 127, 0], 7)]).toEqual([null, null]);
  });

  it('answers to force as it is set', () => {
    expect([curved(64, 'soft'), curved(64, 'straight'), curved(64, 'hard'), curved(127, 'soft'), curved(1, 'hard')]).toEqual([
      84, 64, 42, 127, 1,
    ]);
    setDevice('module', { curve: 'hard', notes: {} });
    expect(read(new MidiReader('module'), [0x99, 36, 64, 0])).toEqual([[36, 42, 0]]);
  });

  it('that is missing, refused, or pulled out is told of', async () => {
    vi.stubGlobal('navigator', {});
    const none = new MidiIn();
    await none.open();
    expect(none.state.access).toBe('missing');
    vi.stubGlobal('navigator', { requestMIDIAccess: () => Promise.reject(new Error('SecurityError')) });
    await none.open();
    expect(none.state.access).toBe('refused');
    const input = { id: '1', name: 'Attic module', state: 'connected', onmidimessage: null as null | ((event: unknown) => void) };
    const access = { inputs: new Map([['1', input]]), onstatechange: null as null | (() => void) };
    vi.stubGlobal('navigator', { requestMIDIAccess: async () => access });
    const midi = new MidiIn();
    const struck: number[] = [];
    midi.struck = ({ note }) => void struck.push(note);
    await midi.open();
    input.onmidimessage?.({ data: [0x99, 36, 90], timeStamp: 5 });
    input.state = 'disconnected';
    access.onstatechange?.();
    expect([midi.state.devices, midi.state.lost, struck]).toEqual([[], 'Attic module', [36]]);
    vi.unstubAllGlobals();
  });
});
