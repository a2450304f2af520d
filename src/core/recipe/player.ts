import { z } from 'zod';
import { choices } from '../base/index.ts';
import { INSTRUMENTS, SetUp } from '../instruments/index.ts';

/** Who plays: the instrument, and how it differs from the usual one. */
export const playerFields = {
  instrument: z.enum(INSTRUMENTS, { error: `Choose the instrument from: ${choices(INSTRUMENTS)}.` }),
  /** The player's own tuning, size or extension. */
  setUp: SetUp.optional(),
};
