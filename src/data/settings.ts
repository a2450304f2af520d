import { HEARING_LEVELS, type HearingLevel } from '../core/listening/index.ts';
import { SETTINGS_ID, Settings, USUAL_SETTINGS } from '../core/library/index.ts';
import { attempt } from './database.ts';
import { onChanged } from './records.ts';
import { applied } from './change.ts';
import { save } from './save.ts';

let now: Settings = USUAL_SETTINGS;

/** Reads the teacher's settings, and again whenever they change; until then, and where nothing can be read, the usual ones hold. */
export async function loadSettings(): Promise<void> {
  onChanged((places) => {
    if (places.some(({ kind }) => kind === 'settings')) read().catch(() => undefined);
  });
  await read();
}

async function read(): Promise<void> {
  const stored: unknown = await attempt((db) => db.get('settings', SETTINGS_ID));
  now = stored === undefined ? fromEarlier() : (Settings.safeParse(stored).data ?? USUAL_SETTINGS);
}

/** Earlier versions kept the name and the levels beside the database. */
function fromEarlier(): Settings {
  try {
    const hearing: unknown = JSON.parse(localStorage.getItem('hearing') ?? '{}');
    const earlier = { ...(hearing as object), id: SETTINGS_ID, byline: localStorage.getItem('byline') ?? '' };
    return Settings.safeParse(earlier).data ?? USUAL_SETTINGS;
  } catch {
    return USUAL_SETTINGS;
  }
}

/** Changes some settings; they hold at once, saved or not. */
export async function changeSettings(part: Partial<Omit<Settings, 'id'>>): Promise<void> {
  const before = now;
  now = { ...now, ...part };
  await save([applied('settings', SETTINGS_ID, (stored) => ({ ...(stored ?? before), ...part }))]);
}

/** The teacher's name as it is printed; empty where none was given. */
export function byline(): string {
  return now.byline;
}

/** The levels of hearing as the teacher has them. */
export function hearingLevels(): readonly HearingLevel[] {
  return HEARING_LEVELS.map((level) => ({ ...level, cents: now.cents[level.id] ?? level.cents }));
}

/** The level chosen last. */
export function hearingLevel(): HearingLevel {
  return hearingLevels().find(({ id }) => id === now.level) ?? HEARING_LEVELS[0];
}

/** Remembers a level and its cents. */
export async function rememberLevel({ id, cents }: Pick<HearingLevel, 'id' | 'cents'>): Promise<void> {
  const level = Settings.shape.level.parse(id);
  await changeSettings({ level, cents: { ...now.cents, [level]: cents } });
}

/** What this library is known by; `undefined` until a homework file has been made in it. */
export function libraryId(): string | undefined {
  return now.library;
}

/** The same, settled now where it was not. */
export async function settledLibraryId(): Promise<string> {
  const library = now.library ?? crypto.randomUUID();
  if (now.library === undefined) await changeSettings({ library });
  return library;
}
