// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Music } from '../api/types';
import type { Player } from '../sound/Player';
import { measured } from './latency';
import { MicIn } from './micIn';

vi.mock('./onsets.worklet.ts?worker&url', () => ({ default: '/onsets.js' }));

const port = { onmessage: null as ((event: { data: object }) => void) | null, postMessage: () => undefined };
const player = {
  listen: async () => ({ port }),
  delay: 0,
  state: { metronome: true, counting: false },
  pattern: null,
  placeOf: () => null,
  stampOf: (time: number) => time * 1000,
} as unknown as Player;
const hear = (centre: number, time = 0, peak = 0.5) => port.onmessage?.({ data: { time, strength: 2, peak, centre } });
const room = (loud: number) => port.onmessage?.({ data: { level: 1, loud } });

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  vi.stubGlobal('navigator', { mediaDevices: { getUserMedia: async () => ({ getTracks: () => [{ stop: () => undefined }] }) } });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

async function listening(): Promise<{ mic: MicIn; struck: { high: boolean; stamp: number }[] }> {
  const mic = new MicIn(player, () => ({}) as Music);
  const struck: { high: boolean; stamp: number }[] = [];
  mic.struck = (stroke) => void struck.push(stroke);
  await mic.open();
  vi.advanceTimersByTime(2000);
  for (let i = 0; i < 4; i++) hear(10);
  expect(mic.state.step).toBe('on');
  return { mic, struck };
}

test('two sounds go to two rows after four examples of each', async () => {
  const { mic, struck } = await listening();
  mic.tellApart(true);
  for (const centre of [7, 7.2, 6.9, 7.1]) hear(centre);
  expect(mic.state).toMatchObject({ step: 'high', strokes: 0 });
  for (const centre of [11, 11.5, 10.8]) hear(centre);
  expect(mic.state).toMatchObject({ step: 'high', strokes: 3 });
  hear(11.2);
  expect(mic.state.step).toBe('two');
  expect(struck, 'examples are not written').toEqual([]);
  for (const centre of [7.3, 10.9, 6.5]) hear(centre);
  expect(struck.map(({ high }) => high)).toEqual([false, true, false]);
  mic.tellApart(false);
  hear(11);
  expect(struck.at(-1)?.high).toBe(false);
});

test('claps that are no louder than what was silence are told of, and taken when they are', async () => {
  const mic = new MicIn(player, () => ({}) as Music);
  await mic.open();
  vi.advanceTimersByTime(500);
  for (let i = 0; i < 10; i++) room(0.4);
  vi.advanceTimersByTime(2000);
  for (let i = 0; i < 4; i++) hear(10, 0, 0.5);
  expect(mic.state).toEqual({ step: 'strokes', strokes: 0, weak: true });
  for (let i = 0; i < 4; i++) hear(10, 0, 0.7);
  expect(mic.state.step).toBe('on');
  await mic.open();
  expect(mic.state.weak).toBe(false);
});

test('two sounds that were asked for too early, or before it was opened again, are learned once it can', async () => {
  const mic = new MicIn(player, () => ({}) as Music);
  await mic.open();
  mic.tellApart(true);
  expect(mic.state.step).toBe('silence');
  vi.advanceTimersByTime(2000);
  for (let i = 0; i < 4; i++) hear(10);
  expect(mic.state.step).toBe('low');
  mic.close();
  await mic.open();
  vi.advanceTimersByTime(2000);
  for (let i = 0; i < 4; i++) hear(10);
  expect(mic.state.step).toBe('low');
  mic.tellApart(false);
  expect(mic.state.step).toBe('on');
});

test('sounds that are too alike are one, and that is said', async () => {
  const { mic, struck } = await listening();
  mic.tellApart(true);
  for (let i = 0; i < 8; i++) hear(9 + (i % 3) / 10);
  expect(mic.state.step).toBe('alike');
  hear(9.2);
  expect(struck).toHaveLength(1);
});

test('clicks of the speakers that it hears while nothing plays tell its delay', async () => {
  const { struck } = await listening();
  const clicks = Array.from({ length: 16 }, (_, i) => 1 + i * 0.6);
  for (const [i, click] of clicks.entries()) hear(10, click + 0.083 + (i % 3) / 1000);
  const taps = struck.map(({ stamp }) => stamp / 1000);
  expect(measured(clicks, taps)).toEqual({ latency: 84, spread: 1, sure: 'sure' });
});
