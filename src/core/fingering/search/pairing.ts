/** Notes of the way up and of the way down that sound the same and are fingered the same. */
export interface Pairing {
  readonly up: number;
  readonly down: number;
}
