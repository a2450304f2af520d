/** Where open strings may sound: anywhere, on the way up, on the way down, nowhere. */
export const OPEN_STRING_RULES = ['free', 'up-only', 'down-only', 'never'] as const;

export type OpenStringRule = (typeof OPEN_STRING_RULES)[number];
