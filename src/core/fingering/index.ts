export { chordFits } from './chord-fits.ts';
export {
  type BowPlace,
  type ChordFinger,
  type Crossing,
  EngineMemory,
  type FingeredNote,
  type Shift,
  type Task,
  type Way,
  crossingsOf,
  fingerPassage,
  systemForms,
} from './fingering.ts';
export { playedWay } from './played-way.ts';
export { type WayCounts, countsOf, differingNotes, reachesOf, runsOf, sameFingering } from './reading/comparison.ts';
export { bothWaysText, fingeringText, highestPosition, upwardText } from './reading/fingering-text.ts';
export { type StringPattern, stringPatterns } from './reading/half-steps.ts';
export { handBlocks } from './reading/hand-blocks.ts';
export { type PatternWords, patternWords, widestStretch } from './reading/hand-pattern.ts';
export { type PatternRun, patternRuns, stepName } from './reading/pattern-run.ts';
export { type Reason, decidingSentence, whatDecides } from './reading/reasons.ts';
export { wayName, wayNames } from './reading/way-name.ts';
export { NOT_OFFERED } from './systems/not-offered.ts';
