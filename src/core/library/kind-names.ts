/** What one of a kind is called. */
const ONE: Readonly<Record<string, string>> = {
  studies: 'study',
  schools: 'school',
  syllabuses: 'syllabus',
  books: 'book',
  examinations: 'mock examination',
  pupils: 'pupil',
  assignments: 'set study',
  attempts: 'try',
  lessons: 'lesson',
  ladders: 'ladder',
  classes: 'class',
  settings: 'settings page',
  recordings: 'recording',
};

/** What a part of a record is called, where it is another word than its field's. */
const PARTS: Readonly<Record<string, string>> = {
  'studies recipe': 'notes and fingers',
  'books text': 'lines',
  'pupils exam': 'examination date',
  'pupils practice': 'practice time',
  'pupils tempo': 'tempo steps',
  'assignments words': 'note on what to listen for',
  'assignments target': 'goal tempo',
  'assignments put': 'state',
  'lessons heard': 'result',
};

/**
 * What one of a kind is called.
 *
 * @example kindName('assignments') // 'set study'
 */
export function kindName(kind: string): string {
  return ONE[kind] ?? 'record';
}

/**
 * What a part of a record is called.
 *
 * @example partName('pupils', 'exam') // 'examination date'
 */
export function partName(kind: string, part: string): string {
  return PARTS[`${kind} ${part}`] ?? part;
}
