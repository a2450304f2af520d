import { z } from 'zod';

/** When and how long there is practice. */
export const Practice = z.object({
  /** Minutes a day. */
  minutes: z
    .number()
    .int()
    .min(5, { error: 'Practice is 5 to 240 minutes a day.' })
    .max(240, { error: 'Practice is 5 to 240 minutes a day.' }),
  /** Days of the week without practice, 0 for Sunday to 6 for Saturday. */
  restDays: z
    .array(z.number().int().min(0).max(6))
    .max(6, { error: 'At least one day of the week is for practice.' })
    .default([]),
});

export type Practice = z.infer<typeof Practice>;
