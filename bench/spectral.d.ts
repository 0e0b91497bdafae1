/** What the bench uses of spectral.js, which brings no types. */
declare module "spectral.js" {
  export class Color {
    constructor(hex: string);
    readonly lRGB: [number, number, number];
  }
  export function mix(...parts: [Color, number][]): Color;
}
