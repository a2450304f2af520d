// Loaded when a file is read, not with the engraver.
export { readMusicFile } from '../core/passage/index.ts';
