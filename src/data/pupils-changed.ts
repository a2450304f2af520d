/** Told to other tabs where a pupil or what hangs on one has changed. */
export const PUPILS_CHANGED = 'pupils';
