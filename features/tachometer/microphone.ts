/** The last seconds of sound, of which a speed is heard. */
export class LastSound {
  private readonly kept: Float32Array;
  private filled = 0;

  constructor(
    readonly rateHz: number,
    seconds: number,
  ) {
    this.kept = new Float32Array(Math.round(rateHz * seconds));
  }

  add(fresh: Float32Array): void {
    const { kept } = this;
    kept.copyWithin(0, fresh.length);
    kept.set(fresh, kept.length - fresh.length);
    this.filled = Math.min(kept.length, this.filled + fresh.length);
  }

  /** What was taken so far, the latest last. */
  samples(): Float32Array {
    return this.kept.slice(this.kept.length - this.filled);
  }
}

/** Why nothing can be taken from the microphone. */
export type Deaf = 'no-microphone' | 'not-allowed' | 'not-secure';

/**
 * Takes sound until it is stopped; as it is, without what makes speech clearer.
 * @returns what was taken, or why nothing is
 */
export async function takeSound(seconds: number): Promise<{ sound: LastSound; stop: () => void } | Deaf> {
  // Browsers give a microphone only to pages that came over a connection nobody can listen to.
  if (!window.isSecureContext || !navigator.mediaDevices) return 'not-secure';
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    });
  } catch (error) {
    return (error as DOMException).name === 'NotAllowedError' ? 'not-allowed' : 'no-microphone';
  }
  const context = new AudioContext();
  const stop = () => {
    for (const track of stream.getTracks()) track.stop();
    void context.close().catch(() => {});
  };
  try {
    await context.audioWorklet.addModule('/take-sound.js');
    const sound = new LastSound(context.sampleRate, seconds);
    const taking = new AudioWorkletNode(context, 'take-sound');
    taking.port.onmessage = ({ data }: MessageEvent<Float32Array>) => sound.add(data);
    context.createMediaStreamSource(stream).connect(taking);
    await context.resume();
    return { sound, stop };
  } catch {
    stop();
    return 'no-microphone';
  }
}

/** Longest recording that is opened [s]. */
const MOST_SECONDS = 900;

/**
 * A recording as any browser reads it, its channels made one.
 * @throws Error in words for the page
 */
export async function openRecording(file: Blob): Promise<{ samples: Float32Array; rateHz: number }> {
  const rateHz = 16_000;
  let buffer: AudioBuffer;
  try {
    buffer = await new OfflineAudioContext(1, 1, rateHz).decodeAudioData(await file.arrayBuffer());
  } catch {
    throw new Error('This is no recording this browser reads: a WAV file always is.');
  }
  if (buffer.duration > MOST_SECONDS)
    throw new Error(`${Math.round(buffer.duration / 60)} minutes: cut it to ${MOST_SECONDS / 60}.`);
  const samples = new Float32Array(buffer.length);
  for (let c = 0; c < buffer.numberOfChannels; c++) {
    const channel = buffer.getChannelData(c);
    for (let i = 0; i < samples.length; i++) samples[i]! += channel[i]! / buffer.numberOfChannels;
  }
  return { samples, rateHz };
}
