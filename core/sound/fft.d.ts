declare module 'fft.js' {
  /** Transform of a fixed size, a power of two. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    /** Fills the first half of `output`, real and imaginary part in turn. */
    realTransform(output: number[], input: readonly number[]): void;
  }
}
