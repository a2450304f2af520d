// Loaded once the first score is drawn.
export { NOTHING_KEPT, writeBackup } from '../../../core/library/index.ts';
