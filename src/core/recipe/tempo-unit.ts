/** What a tempo may count: half beats, beats, two beats at once. */
export const TEMPO_UNITS = ['half-beat', 'beat', 'two-beats'] as const;

/** So many of the unit a minute. */
export interface Tempo {
  readonly bpm: number;
  readonly unit: (typeof TEMPO_UNITS)[number];
}

/** Beats of the study in a minute, whatever its tempo is counted in. */
export function beatsPerMinute({ bpm, unit }: Tempo): number {
  return bpm * { 'half-beat': 0.5, beat: 1, 'two-beats': 2 }[unit];
}
