declare module 'fft.js' {
  /** Of a power of two. Complex numbers lie one after the other: real, imaginary, real … */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[] | Float64Array, input: ArrayLike<number>): void;
  }
}
