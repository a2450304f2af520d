export { CLASS_FIGURES, ClassAsk, Section } from './class-ask.ts';
export { type ClassPlan, type SectionPart, classPlan, classPlanFrom, sectionNames } from './class-plan.ts';
export { ClassRecord, classWords, newClass } from './class-record.ts';
export { classFiles, classScore, sectionScore } from './class-score.ts';
export { type CourseWeek, courseOf } from './course.ts';
export { type KeyForSection, type KeyRow, keyChart } from './key-chart.ts';
export { LEVELS, type LevelId } from './level.ts';
