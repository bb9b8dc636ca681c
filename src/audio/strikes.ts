import { strikeListener } from '@/core/listening';
import { openStream } from './microphone';

/** Hands each block of samples on with its time; all else is done where it can be tested. */
const FORWARD = `registerProcessor('forward', class extends AudioWorkletProcessor {
  process([[samples]]) {
    if (samples) this.port.postMessage({ at: currentTime, samples: samples.slice() });
    return true;
  }
});`;

type Block = { readonly at: number; readonly samples: Float32Array };

/** Blocks that are further apart (s) than this do not follow one another: some were lost. */
const LOST = 0.002;

/**
 * Hears strokes through the microphone as they come.
 *
 * @param struck is told when, by the page’s clock (ms)
 * @returns how to end it
 * @throws NoRecording where there is no microphone, or it may not be used
 */
export const openStrikes = async (struck: (at: number) => void): Promise<() => void> => {
  const stream = await openStream();
  const context = new AudioContext({ latencyHint: 'interactive' });
  const end = () => {
    for (const track of stream.getTracks()) track.stop();
    if (context.state !== 'closed') void context.close();
  };
  const source = URL.createObjectURL(new Blob([FORWARD], { type: 'text/javascript' }));
  try {
    await context.audioWorklet.addModule(source);
  } catch (error) {
    end();
    throw error;
  } finally {
    URL.revokeObjectURL(source);
  }
  const node = new AudioWorkletNode(context, 'forward');
  // Only what leads to the loudspeaker is run; nothing of it is heard.
  const silence = new GainNode(context, { gain: 0 });
  context
    .createMediaStreamSource(stream)
    .connect(node)
    .connect(silence)
    .connect(context.destination);
  const { sampleRate } = context;
  let listener = strikeListener(sampleRate);
  let [began, heard] = [Number.NaN, 0];
  node.port.onmessage = ({ data: { at, samples } }: MessageEvent<Block>) => {
    const expected = began + heard / sampleRate;
    if (!(Math.abs(at - expected) <= LOST)) {
      listener = strikeListener(sampleRate);
      [began, heard] = [at, 0];
    }
    heard += samples.length;
    const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp();
    const ahead =
      performanceTime > 0
        ? performanceTime - contextTime * 1000
        : performance.now() - context.currentTime * 1000;
    for (const sample of listener.hear(samples))
      struck(ahead + (began + sample / sampleRate) * 1000);
  };
  return end;
};
