import { afterEach, describe, expect, it, vi } from 'vitest';
import { record, wav } from './record';

afterEach(() => vi.unstubAllGlobals());

describe('a recording', () => {
  it('is a WAV file of its samples', async () => {
    const bytes = new DataView(await wav(new Float32Array([0, 0.5, -1, 2])).arrayBuffer());
    const text = (at: number) => String.fromCharCode(...[0, 1, 2, 3].map((i) => bytes.getUint8(at + i)));
    expect([text(0), text(8), text(36), bytes.getUint32(4, true), bytes.getUint32(40, true)]).toEqual(['RIFF', 'WAVE', 'data', 44, 8]);
    expect([0, 1, 2, 3].map((i) => bytes.getInt16(44 + 2 * i, true))).toEqual([0, 16384, -32767, 32767]);
  });

  it('says what to do where the microphone is not allowed', async () => {
    vi.stubGlobal('navigator', { mediaDevices: { getUserMedia: () => Promise.reject(new Error('NotAllowedError')) } });
    await expect(record()).rejects.toThrow('The microphone cannot be used. Allow it for this page in the browser, or upload a file.');
    vi.stubGlobal('navigator', {});
    await expect(record()).rejects.toThrow('The microphone cannot be used');
  });
});
