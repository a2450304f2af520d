// Loaded when a file is asked for, not with the desk.
export { midiFile, musicXml, scoreOf } from '../../../core/score/index.ts';
export { waveFile } from '../../../core/sound/index.ts';
