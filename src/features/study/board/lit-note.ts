import { noteId, type ScoredStudy } from '../../../core/score/index.ts';

/** Lights a note on the score, the fingerboard and the climb, and puts out the last; none puts all out. */
export function lightNote({ way }: ScoredStudy, at: number | undefined): void {
  for (const lit of document.querySelectorAll('.lit')) lit.classList.remove('lit');
  const note = at === undefined ? undefined : way.fingers[at];
  if (!note) return;
  document.getElementById(noteId(note.at))?.classList.add('lit');
  for (const place of document.querySelectorAll(
    `.climb [data-note="${note.at}"], .fingerboard [data-stop="${note.string}${note.stop}"]`,
  ))
    place.classList.add('lit');
}
