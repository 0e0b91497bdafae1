/** The part of the package that is used: it ships no types. */
declare module "fft.js" {
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    transform(out: number[], data: number[]): void;
  }
}
