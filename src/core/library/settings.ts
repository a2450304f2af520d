import { z } from 'zod';
import { HEARING_LEVELS } from '../listening/index.ts';

const LevelId = z.enum(HEARING_LEVELS.map(({ id }) => id)).catch(HEARING_LEVELS[0].id);
const Cents = z.number().int().min(3).max(50);

/** The longest name on paper, letters. */
export const LONGEST_BYLINE = 80;

/** There is one record of settings, under this id. */
export const SETTINGS_ID = 'settings';

/** What a teacher has set for all their work; how a screen is divided and lit belongs to the screen. */
export const Settings = z.object({
  id: z.literal(SETTINGS_ID),
  /** What this library is known by, so that a homework file made in it is recognised. */
  library: z.string().max(64).optional(),
  /** The teacher's name as it is printed; empty where none was given. */
  byline: z.string().max(LONGEST_BYLINE).default(''),
  /** How exactly playing is judged: the level chosen last. */
  level: LevelId.default(HEARING_LEVELS[0].id),
  /** Cents a teacher gave a level in place of the usual ones. */
  cents: z.partialRecord(LevelId, Cents).catch({}).default({}),
});

export type Settings = z.output<typeof Settings>;

/** The settings of somebody who has set nothing. */
export const USUAL_SETTINGS: Settings = Settings.parse({ id: SETTINGS_ID });
