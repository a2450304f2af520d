/** What a teacher may have printed at the notes besides fingers and strings, each by itself. */
export const TEACHING_MARKS = ['extensions', 'low-high', 'stays', 'no-open', 'traps', 'hard'] as const;

export type TeachingMark = (typeof TEACHING_MARKS)[number];
