import { INSTRUMENT_TABLE, instrumentFor } from '../../../core/instruments/index.ts';
import { memo } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { stringPatterns, type StringPattern, patternWords, type PatternWords } from '../../../core/fingering/index.ts';
import { strainOf } from '../../../core/shifts/index.ts';

/** The half-step pattern of each string in words and as a row of fingers, and what it asks of the hand. */
export const HandPatterns = memo(function HandPatterns({ study }: { study: ScoredStudy }) {
  const { way, recipe, passage } = study;
  const strings = instrumentFor(recipe.instrument, recipe.setUp).strings.map((string) => string.name);
  const { top } = passage;
  const there = way.fingers.slice(0, top + 1);
  const back = way.fingers.slice(top);
  const rows = (fingers: ScoredStudy['way']['fingers']): Row[] => {
    const patterns = stringPatterns(fingers, strings);
    return patternWords(fingers, strings, INSTRUMENT_TABLE[recipe.instrument]).map((words) => ({
      words,
      pattern: patterns.find(({ string }) => string === words.string),
    }));
  };
  // A melodic minor comes down by other places than it went up: two patterns, not one laid on the other.
  const both = passage.course === 'up-down' && passage.parts.length === 1;
  const up = rows(both ? there : way.fingers);
  const down = both ? rows(back) : up;
  const apart = JSON.stringify(up) !== JSON.stringify(down);
  return (
    <section aria-labelledby="patterns-heading">
      <h2 id="patterns-heading" className="text-xl">
        Under the fingers
      </h2>
      {apart ? <h3 className="mt-1">Going up</h3> : null}
      <Patterns rows={up} />
      {apart ? (
        <>
          <h3 className="mt-2">Coming down</h3>
          <Patterns rows={down} />
        </>
      ) : null}
      <p className="mt-1 text-sm text-faint">
        Fingers that touch are a half step apart. {strainOf(way, passage, recipe).sentences.join(' ')}
      </p>
    </section>
  );
});

interface Row {
  readonly words: PatternWords;
  readonly pattern: StringPattern | undefined;
}

function Patterns({ rows }: { rows: readonly Row[] }) {
  return (
    <ul className="mt-1">
      {rows.map(({ words, pattern }) => (
        <li key={words.string} className="flex gap-3 border-b border-rule py-1">
          <span className="w-8 shrink-0 font-bold">{words.string}</span>
          <span className="min-w-0">
            {words.halfSteps}
            {words.beginners ? <span className="text-faint"> · {words.beginners}</span> : null}
            <FingerRow pattern={pattern} />
          </span>
        </li>
      ))}
    </ul>
  );
}

/** A half step in the row of fingers, CSS pixels: as wide as a finger, so that half steps touch. */
const STEP = 20;

/** The stops of a string as a row of fingers, an equal space for each half step; open strings are rings. */
function FingerRow({ pattern }: { pattern: StringPattern | undefined }) {
  const stops = pattern?.stops ?? [];
  const lowest = stops[0]?.stop ?? 0;
  const wide = ((stops.at(-1)?.stop ?? 0) - lowest + 1) * STEP;
  return (
    <span className="block">
      <svg
        width={wide + 2}
        viewBox={`0 0 ${wide + 2} ${STEP + 2}`}
        aria-hidden="true"
        className="finger-row mt-0.5 block max-w-full font-sans"
      >
        {stops.map(({ stop, fingers }) => (
          <g
            key={stop}
            transform={`translate(${(stop - lowest + 0.5) * STEP + 1} ${STEP / 2 + 1})`}
            className={fingers.includes(0) ? 'open' : undefined}
          >
            <circle r={STEP / 2 - 0.5} />
            <text y={4} textAnchor="middle" className={fingers.length > 1 ? 'two' : undefined}>
              {fingers.join('/')}
            </text>
          </g>
        ))}
      </svg>
    </span>
  );
}
