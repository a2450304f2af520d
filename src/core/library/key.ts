/**
 * What a record is stored under: its id; a mock examination, which has none, by when it was held and what of.
 *
 * @example keyOf('pupils', { id: 'p-1', name: 'Pella' }) // 'p-1'
 */
export function keyOf(kind: string, record: unknown): string {
  if (typeof record !== 'object' || record === null) return '';
  if (kind === 'examinations') {
    const { date, syllabus, instrument, grade } = record as Readonly<Record<string, unknown>>;
    return [date, syllabus, instrument, grade].map(String).join(' ');
  }
  const id = 'id' in record ? record.id : undefined;
  return typeof id === 'string' ? id : '';
}
