/** How much time the hand has between two notes. */
export const LEISURES = ['none', 'long', 'rest'] as const;

export type Leisure = (typeof LEISURES)[number];

/** From so long a note on the hand has time for what comes next, and in so long a silence it is free; quarter notes. From memory. */
export const LEISURE_FROM = { long: 2, rest: 0.5 } as const;

/** What a shift and a crossing weigh by the time there is for them, as a share. Common practice, no source. */
export const EASE: Readonly<Record<Leisure, number>> = { none: 1, long: 0.7, rest: 0.35 };
