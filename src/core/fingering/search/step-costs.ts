/** The hand stays, begins again, or waits behind an open string or a repeated note. */
export const ARRIVAL = { stays: 0, begins: 1, waits: 2 } as const;

/** Costs from every candidate of one column to every candidate of the next, row by row. */
export interface Steps {
  readonly cost: Float64Array;
  /** How the hand takes the next candidate: see `ARRIVAL`. */
  readonly arrival: Uint8Array;
}

/** The same between stopped candidates alone, in playing order; what the notes cost by themselves is left out. */
export type StoppedSteps = Steps;
