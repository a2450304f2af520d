import { z } from 'zod';
import { HEARING_LEVELS, type HearingLevel } from '../core/listening/verdict.ts';

const LevelId = z.enum(HEARING_LEVELS.map(({ id }) => id)).catch(HEARING_LEVELS[0].id);
const Cents = z.number().int().min(3).max(50);

/** How exact players are asked to be: the level chosen last, and the cents a teacher gave a level instead of the usual ones. */
const Kept = z.object({ level: LevelId, cents: z.partialRecord(LevelId, Cents).catch({}) });

const KEY = 'hearing';

function kept(): z.infer<typeof Kept> {
  try {
    return Kept.parse(JSON.parse(localStorage.getItem(KEY) ?? '{}'));
  } catch {
    return Kept.parse({});
  }
}

/** The levels as the teacher has them. */
export function hearingLevels(): readonly HearingLevel[] {
  const { cents } = kept();
  return HEARING_LEVELS.map((level) => ({ ...level, cents: cents[level.id] ?? level.cents }));
}

/** The level chosen last in this browser. */
export function hearingLevel(): HearingLevel {
  const { level } = kept();
  return hearingLevels().find(({ id }) => id === level) ?? HEARING_LEVELS[0];
}

/** Remembers a level and its cents; where the browser remembers nothing, it is as usual next time. */
export function rememberLevel({ id, cents }: Pick<HearingLevel, 'id' | 'cents'>): void {
  const before = kept();
  const level = LevelId.parse(id);
  try {
    localStorage.setItem(KEY, JSON.stringify({ level, cents: { ...before.cents, [level]: cents } }));
  } catch {
    // It holds until the page is left.
  }
}
