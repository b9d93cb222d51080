/** The room that rows can be sent to: noise that dies away, the same in every browser. */
export function roomOf(context: BaseAudioContext): ConvolverNode {
  const seconds = 0.9;
  const length = Math.round(seconds * context.sampleRate);
  const buffer = context.createBuffer(2, length, context.sampleRate);
  let random = 7;
  for (let channel = 0; channel < 2; channel++) {
    const samples = buffer.getChannelData(channel);
    for (let i = 0; i < length; i++) {
      random = (random * 48271) % 2147483647;
      samples[i] = (random / 1073741823.5 - 1) * Math.exp((-5 * i) / length) * Math.min(1, i / 400);
    }
  }
  return new ConvolverNode(context, { buffer });
}
