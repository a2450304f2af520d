import { memo } from 'react';
import type { Changes } from '../../../core/study/index.ts';

/** What is new to a pupil who knows another study: the sentence, and each changed note's finger. */
export const ChangesNote = memo(function ChangesNote({ changes }: { changes: Changes }) {
  return (
    <section aria-label="What changes" className="mt-2 border-l-4 border-accent pl-3">
      <p className="font-serif text-lg">{changes.sentence}</p>
      {changes.fingers.length > 0 ? (
        <ul className="text-sm sm:columns-2 xl:columns-3">
          {changes.fingers.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
      <p className="no-print text-sm text-faint">
        ▾ marks the notes that lie lower, ▴ those that lie higher, on the score and on the map.
      </p>
    </section>
  );
});
