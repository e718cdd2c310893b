import FFT from 'fft.js';

/** Power over frequency, each bin beside what is there without any line: 1 is noise. */
export interface Spectrum {
  readonly power: Float32Array;
  readonly binHz: number;
}

/** Noise is taken to be what two bins in five lie below; noise alone has its mean at twice that. */
const NOISE_RANK = 0.4;
const RANK_TO_MEAN = -Math.log(1 - NOISE_RANK);

/** Takes spectra of stretches of one signal; keeps its transform and its window. */
export class Analyser {
  private readonly fft: FFT;
  private readonly window: Float32Array;
  private readonly input: number[];
  private readonly output: number[];
  private readonly size: number;

  /** @param lengthS of a stretch [s]; @param mostHz nothing is asked above it */
  constructor(
    private readonly signal: Float32Array,
    private readonly rateHz: number,
    lengthS: number,
    private readonly mostHz: number,
  ) {
    const length = Math.max(16, Math.round(lengthS * rateHz));
    this.size = 2 ** Math.ceil(Math.log2(1.5 * length));
    this.fft = new FFT(this.size);
    this.window = Float32Array.from({ length }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length));
    this.input = Array.from({ length: this.size }, () => 0);
    this.output = this.fft.createComplexArray();
  }

  /** Power in every bin around a moment [s], as it is; silence where the recording has ended. */
  power(centreS: number): Spectrum {
    const { window, signal, input, output } = this;
    const from = Math.round(centreS * this.rateHz - window.length / 2);
    for (let i = 0; i < window.length; i++) input[i] = window[i]! * (signal[from + i] ?? 0);
    this.fft.realTransform(output, input);
    const binHz = this.rateHz / this.size;
    const bins = Math.min(this.size / 2, Math.ceil(this.mostHz / binHz) + 2);
    const power = new Float32Array(bins);
    for (let i = 0; i < bins; i++) power[i] = output[2 * i]! ** 2 + output[2 * i + 1]! ** 2;
    return { power, binHz };
  }

  /** The same, each bin beside the noise around it. */
  whitened(centreS: number): Spectrum {
    const spectrum = this.power(centreS);
    whiten(spectrum);
    return spectrum;
  }
}

/** Half the stretch the noise around a bin is taken from [Hz], and how far apart it is taken. */
const AROUND_HZ = 32;
const KNOT_HZ = 20;

function whiten({ power, binHz }: Spectrum): void {
  const step = Math.max(1, Math.round(KNOT_HZ / binHz));
  const around = Math.round(AROUND_HZ / binHz);
  const thin = Math.max(1, Math.floor(around / 40));
  const knots: number[] = [];
  for (let at = 0; at < power.length + step; at += step) {
    const sample: number[] = [];
    for (let i = Math.max(1, at - around); i < Math.min(power.length, at + around); i += thin) sample.push(power[i]!);
    sample.sort((a, b) => a - b);
    knots.push((sample[Math.floor(NOISE_RANK * sample.length)] ?? 0) / RANK_TO_MEAN);
  }
  for (let i = 0; i < power.length; i++) {
    const k = Math.floor(i / step);
    const share = i / step - k;
    const noise = knots[k]! * (1 - share) + (knots[k + 1] ?? knots[k]!) * share;
    power[i] = noise > 0 ? power[i]! / noise : 0;
  }
}

/** Power at a frequency, between its two bins. */
export function at({ power, binHz }: Spectrum, hz: number): number {
  const x = hz / binHz;
  const i = Math.floor(x);
  return i + 1 < power.length ? power[i]! * (1 - (x - i)) + power[i + 1]! * (x - i) : 0;
}
