import { NoRecording } from './recordings';

/** A microphone that is listening. */
export type Microphone = {
  /**
   * The peak since the last look, falling slowly after it, from 0 to 1 over 60 dB: a stroke is
   * shorter than the time between two looks. To be asked at least every 150 ms.
   */
  readonly level: () => number;
  /** Ends it, and gives what it took down. */
  readonly stop: () => Promise<File>;
  /** Ends it, and forgets what it took down. */
  readonly end: () => void;
};

/** The quietest level (dB) that is shown. */
const QUIETEST = -60;
/** How fast a shown peak falls, in dB a second: peak meters fall 20 dB in 1.5 to 2.8 s (IEC 60268-10, from memory). */
const FALLS = 12;
/** Samples that are looked at together: more than 150 ms at 48 kHz. */
const LOOKED = 8192;
const CALLED = 'From the microphone';

/**
 * The sound of a microphone as it is: nothing of it is smoothed for speech.
 *
 * @throws NoRecording where there is none, or it may not be used
 */
export const openStream = async (): Promise<MediaStream> => {
  const stream = await navigator.mediaDevices
    ?.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    })
    .catch((error: unknown) => {
      throw new NoRecording(
        error instanceof DOMException && error.name === 'NotAllowedError'
          ? 'This page may not use the microphone: allow it in the browser, beside the address.'
          : 'No microphone is found on this device.',
      );
    });
  if (!stream) throw new NoRecording('This browser gives no microphone to pages without https.');
  return stream;
};

/**
 * Opens a microphone to take down what it hears.
 *
 * @throws NoRecording where there is none, or it may not be used
 */
export const openMicrophone = async (): Promise<Microphone> => {
  const stream = await openStream();
  const recorder = new MediaRecorder(stream);
  const pieces: Blob[] = [];
  recorder.ondataavailable = ({ data }) => pieces.push(data);
  const context = new AudioContext();
  const analyser = new AnalyserNode(context, { fftSize: LOOKED });
  context.createMediaStreamSource(stream).connect(analyser);
  const samples = new Float32Array(LOOKED);
  let held = QUIETEST;
  let looked = 0;
  recorder.start();
  const end = () => {
    for (const track of stream.getTracks()) track.stop();
    if (context.state !== 'closed') void context.close();
  };
  return {
    level: () => {
      analyser.getFloatTimeDomainData(samples);
      const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 1e-6);
      const now = context.currentTime;
      held = Math.max(20 * Math.log10(peak), held - FALLS * (now - looked), QUIETEST);
      looked = now;
      return Math.min(1, 1 - held / QUIETEST);
    },
    stop: () =>
      new Promise((resolve) => {
        recorder.onstop = () => {
          end();
          resolve(new File(pieces, CALLED, { type: recorder.mimeType }));
        };
        recorder.stop();
      }),
    end,
  };
};
