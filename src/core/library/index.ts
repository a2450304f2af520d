export { type Merge, mergeBackup, mergeWords } from './backup-merge.ts';
export { type Kept, NOTHING_KEPT, type Unreadable, backupPieces, readingBackup, writeBackup } from './backup.ts';
export { type Prefer, join, same } from './join.ts';
export { keyOf } from './key.ts';
export { kindName, partName } from './kind-names.ts';
export { type Entry, KEPT_KINDS, KINDS, type Kind, kindRow } from './kinds.ts';
export { type Meeting, meet } from './meeting.ts';
export { LONGEST_BYLINE, SETTINGS_ID, Settings, USUAL_SETTINGS } from './settings.ts';
