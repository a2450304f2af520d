import { memo } from 'react';
import type { ScoredStudy } from '../../core/formats/scored-study.ts';
import { patternWords, widestStretch } from '../../core/fingering/hand-pattern.ts';
import { instrumentFor, stringLength } from '../../core/instruments/set-up.ts';
import { printed } from '../../core/theory/pitch.ts';

/** The half-step pattern of each string in words, reaches counted, the widest stretch measured. */
export const HandPatterns = memo(function HandPatterns({ study }: { study: ScoredStudy }) {
  const { way, recipe, passage } = study;
  const strings = instrumentFor(recipe.instrument, recipe.setUp).strings.map((string) => string.name);
  const words = patternWords(way.fingers, strings, recipe.instrument);
  const stretch = widestStretch(way.fingers, stringLength(recipe.instrument, recipe.setUp));
  const reaches = way.fingers.filter((note) => note.reach !== 'none').length;
  const name = (at: number): string => printed(passage.notes[at]?.pitch.name ?? '');
  return (
    <section aria-labelledby="patterns-heading">
      <h2 id="patterns-heading" className="text-xl">
        Under the fingers
      </h2>
      <ul className="mt-1">
        {words.map((one) => (
          <li key={one.string} className="flex gap-3 border-b border-rule py-0.5">
            <span className="w-8 shrink-0 font-bold">{one.string}</span>
            <span>
              {one.halfSteps}
              {one.beginners ? <span className="text-faint"> · {one.beginners}</span> : null}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-sm text-faint">
        {reaches === 0 ? 'No finger reaches.' : `${reaches} ${reaches === 1 ? 'note is' : 'notes are'} reached for.`}{' '}
        {stretch
          ? `Widest stretch: ${stretch.low.finger} to ${stretch.high.finger}, ${name(stretch.low.at)} to ${name(stretch.high.at)}, ${stretch.halfSteps} half steps, ${Math.round(stretch.millimetres)} mm.`
          : ''}
      </p>
    </section>
  );
});
