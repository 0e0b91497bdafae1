/** From one moment to another, ms since 1970. */
export interface Stretch {
  from: number;
  to: number;
}
