/** Recorded notes, measured when the application is built (`scripts/recordings.ts`). */
declare module 'virtual:recordings' {
  interface Recording {
    readonly address: string;
    readonly midi: number;
    /** What it sounds, Hz. */
    readonly hz: number;
    /** A stretch that can go on for ever, seconds. */
    readonly from: number;
    readonly to: number;
    readonly loud: number;
  }
  export const RECORDINGS: Readonly<Record<'violin' | 'cello' | 'bass', readonly Recording[]>>;
}
