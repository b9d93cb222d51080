import type { Catalogue, Music, Pattern } from '../api/types';
import { soundings, tickSeconds } from '../music/schedule';
import { Kits } from './Kits';
import { Output } from './Output';

/** Seconds that the last sounds may ring on. */
const RING = 4;

/**
 * One pass of a pattern as the player plays it, made at once and not heard: what the core's mixdown is held against.
 * @returns the samples of the left and the right at the rate of the kits, from the first tick or a stroke that is pushed before it
 */
export async function rendered(catalogue: Catalogue, pattern: Pattern, music: Music): Promise<Float32Array[]> {
  const { rate } = catalogue.sound;
  const list = soundings(pattern, music, 1);
  const timeOf = (tick: number) => Math.round(tick * tickSeconds(pattern) * rate) / rate;
  const early = Math.min(0, timeOf(list[0]?.played ?? 0));
  const seconds = timeOf(list.at(-1)?.played ?? 0) - early + RING;
  const context = new OfflineAudioContext(2, Math.ceil(seconds * rate), rate);
  const kits = new Kits(context, catalogue);
  const output = new Output(context, kits, catalogue);
  await kits.follow(pattern);
  for (const sounding of list) output.sound(pattern.kit, sounding, timeOf(sounding.played) - early, false);
  const buffer = await context.startRendering();
  return [buffer.getChannelData(0), buffer.getChannelData(1)];
}
