// Loaded when a file is asked for, not with the page.
export { CSV_GUIDE, csvTemplate, syllabusCsv } from '../../core/grading/index.ts';
