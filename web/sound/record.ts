import { say } from '../words/words';
/** Seconds that a recording may last. */
export const MOST_SECONDS = 10;
const RATE = 44100;

export type Recorder = {
  /** Ends it. */
  stop: () => void;
  /** The recording as a WAV file, when it has ended. */
  done: Promise<Blob>;
};

/**
 * Records from the microphone until it is stopped, ten seconds at most.
 * @throws Error with a sentence when there is no microphone, or it is not allowed
 */
export async function record(): Promise<Recorder> {
  const stream = await navigator.mediaDevices
    ?.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false } })
    .catch(() => null);
  if (!stream) throw new Error(say('beat.record.no'));
  const recorder = new MediaRecorder(stream);
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const timer = setTimeout(() => recorder.state === 'recording' && recorder.stop(), MOST_SECONDS * 1000);
  const done = new Promise<Blob>((resolve, reject) => {
    recorder.onstop = () => {
      clearTimeout(timer);
      for (const track of stream.getTracks()) track.stop();
      samplesOf(new Blob(parts)).then((samples) => resolve(wav(samples)), reject);
    };
  });
  recorder.start();
  return { stop: () => recorder.state === 'recording' && recorder.stop(), done };
}

async function samplesOf(blob: Blob): Promise<Float32Array> {
  const context = new OfflineAudioContext(1, 1, RATE);
  const buffer = await context.decodeAudioData(await blob.arrayBuffer());
  return buffer.getChannelData(0).slice(0, MOST_SECONDS * RATE);
}

/** RIFF WAVE, 16 bits, one channel at 44.1 kHz. */
export function wav(samples: Float32Array): Blob {
  const view = new DataView(new ArrayBuffer(44 + 2 * samples.length));
  const text = (at: number, name: string) => {
    for (let i = 0; i < name.length; i++) view.setUint8(at + i, name.charCodeAt(i));
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + 2 * samples.length, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, 2 * RATE, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  samples.forEach((sample, i) => {
    view.setInt16(44 + 2 * i, Math.round(Math.max(-1, Math.min(1, sample)) * 32767), true);
  });
  return new Blob([view], { type: 'audio/wav' });
}
