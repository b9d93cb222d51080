import { say } from '../words/words';
/** Seconds that a recording may last. */
export const MOST_SECONDS = 10;
const RATE = 44100;
/** Seconds and numbers a second of what is spoken; the server keeps as many. */
export const SPEECH = { seconds: 120, rate: 16000 };

export type Recorder = {
  /** Ends it. */
  stop: () => void;
  /** The recording as a WAV file, when it has ended. */
  done: Promise<Blob>;
};

/**
 * Records from the microphone until it is stopped, or its time is over. Speech is cleared of noise and of the speakers' sound; of a drum
 * that would take a part away.
 * @throws Error with a sentence when there is no microphone, or it is not allowed
 */
export async function record({ seconds, rate } = { seconds: MOST_SECONDS, rate: RATE }): Promise<Recorder> {
  const speech = rate === SPEECH.rate;
  const stream = await navigator.mediaDevices
    ?.getUserMedia({ audio: { echoCancellation: speech, noiseSuppression: speech } })
    .catch(() => null);
  if (!stream) throw new Error(say('beat.record.no'));
  const recorder = new MediaRecorder(stream);
  const parts: Blob[] = [];
  recorder.ondataavailable = ({ data }) => parts.push(data);
  const timer = setTimeout(() => recorder.state === 'recording' && recorder.stop(), seconds * 1000);
  const done = new Promise<Blob>((resolve, reject) => {
    recorder.onstop = () => {
      clearTimeout(timer);
      for (const track of stream.getTracks()) track.stop();
      samplesOf(new Blob(parts), seconds, rate).then((samples) => resolve(wav(samples, rate)), reject);
    };
  });
  recorder.start();
  return { stop: () => recorder.state === 'recording' && recorder.stop(), done };
}

async function samplesOf(blob: Blob, seconds: number, rate: number): Promise<Float32Array> {
  const context = new OfflineAudioContext(1, 1, rate);
  const buffer = await context.decodeAudioData(await blob.arrayBuffer());
  return buffer.getChannelData(0).slice(0, seconds * rate);
}

/** RIFF WAVE, 16 bits, one channel. */
export function wav(samples: Float32Array, rate = RATE): Blob {
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
  view.setUint32(24, rate, true);
  view.setUint32(28, 2 * rate, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  samples.forEach((sample, i) => {
    view.setInt16(44 + 2 * i, Math.round(Math.max(-1, Math.min(1, sample)) * 32767), true);
  });
  return new Blob([view], { type: 'audio/wav' });
}
