export { mixDown } from './mix-down.ts';
export { momentAt, noteAt, secondsTo } from './note-clock.ts';
export { LONGEST_SOUND, readWave } from './read-wave.ts';
export { type Click, type Playing, type SoundPlan, USUAL_PLAYING, soundPlan } from './sound-plan.ts';
export { waveFile, waveSize } from './wave-file.ts';
