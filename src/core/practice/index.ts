export { Attempt, type Result } from './attempt.ts';
export { asSpoken, callsOf } from './caller.ts';
export { Day, dayAfter, dayWords, daysBetween, weekdayOf } from './day.ts';
export { EarNote, earNoteOf, shiftsOverTime, tempoHeard } from './ear-note.ts';
export { LADDERS, Ladder, USUAL_LADDER } from './ladder.ts';
export { type Span, inventedLog } from './learner.ts';
export { minutesInTime } from './minutes-in-time.ts';
export { planFrom } from './plan-request.ts';
export { type DayPlan, type PlanLine, type PlannedStudy, type StudyReadiness, planDays, planToday } from './plan.ts';
export { Practice } from './practice-time.ts';
export { proposalFor } from './proposal.ts';
export {
  type Here,
  Homework,
  type HomeworkMerge,
  PracticeLog,
  type TriesMerge,
  homeworkOf,
  logOf,
  mergeHomework,
  mergeLog,
  readingPupilFile,
} from './pupil-file.ts';
export { Assignment, Lesson, LoggedAttempt, Pupil, type PupilWhole, setTo } from './pupil.ts';
export { RUNGS, type RungId, rungNamed } from './rung.ts';
export { type RungHere, type Target, rungsOf, secondsOf } from './rungs-here.ts';
export { type ClimbedRung, type Standing, climbed, standingOf } from './standing.ts';
export { TempoRule, USUAL_TEMPO_RULE, daysToTarget, loweredFrom, raisedFrom, tempoAfter } from './tempo-steps.ts';
export { type SheetStudy, type WeekSheet, dayHead, weekSheetOf, weekWords } from './week-sheet.ts';
export { type Thing, whatNext } from './what-next.ts';
