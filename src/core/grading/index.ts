export { askManner, askName, besidesBow, lineName } from './ask-words.ts';
export { recipeFor } from './asked-study.ts';
export { bookOrder } from './book-order.ts';
export { type Covered, type Status, coverageOf, isReady } from './coverage.ts';
export { FEATURES, type Features, featuresOf } from './difficulty.ts';
export { type Model, type TooSmall, bowEstimateOf, estimateOf } from './estimate.ts';
export { type Fitted, fitSection, standingOf } from './grade-study.ts';
export { type NearMiss, changeFor, matchesOf, otherName } from './match.ts';
export { MockCall, type Went, drawCalls, drawSlur } from './mock-call.ts';
export { readLine } from './printed/read-line.ts';
export { type PageReading, type ReadLine, readPage, readingPage, tooMuch } from './printed/read-page.ts';
export { readRule, ruleText, ruleWords } from './rule.ts';
export { SHIPPED } from './shipped/shipped.ts';
export { CSV_GUIDE, type CsvReading, csvTemplate, readCsv, syllabusCsv } from './syllabus-csv.ts';
export { syllabusDifferences } from './syllabus-difference.ts';
export {
  ALL,
  type Ask,
  Grade,
  Group,
  Item,
  type Section,
  Syllabus,
  asksOf,
  readSyllabus,
  sectionFor,
} from './syllabus.ts';
