import { counted } from '../../core/base/words.ts';
import { memo } from 'react';
import type { ScoredStudy } from '../../core/score/scored-study.ts';
import { crossingCards } from '../../core/shifts/crossing-card.ts';
import { checkSentence, placeSentence, shiftSentences } from '../../core/shifts/sentences.ts';
import { postureReminders } from '../../core/shifts/posture.ts';
import { shiftCards, startCard } from '../../core/shifts/shift-card.ts';
import { instrumentFor } from '../../core/instruments/instruments.ts';
import { positionWords } from '../../core/instruments/position.ts';
import { printed } from '../../core/theory/pitch.ts';

/** A card for the start, each shift and each crossing, in playing order; a card leads to its note. */
export const ShiftList = memo(function ShiftList({
  study,
  chosen,
  onSelect,
}: {
  study: ScoredStudy;
  chosen: number | undefined;
  onSelect: (at: number) => void;
}) {
  const { way, passage, recipe } = study;
  const start = startCard(way, passage, recipe);
  const shifts = shiftCards(way, passage, recipe);
  const crossings = crossingCards(way, passage, instrumentFor(recipe.instrument, recipe.setUp));
  const reminders = postureReminders(way, recipe);
  return (
    <div>
      <h2 className="text-xl">Shifts</h2>
      {start ? (
        <Card
          title={`Start: ${positionWords(start.first)}, ${start.first.string} string`}
          now={chosen === start.first.at}
          onSelect={() => onSelect(start.first.at)}
        >
          {[
            `The hand stands ${Math.round(start.millimetres)} mm from first position.`,
            placeSentence(start, start.first),
            checkSentence(start, passage),
            reminders.find(({ at }) => at === start.first.at)?.words,
          ]
            .filter(Boolean)
            .join(' ')}
        </Card>
      ) : null}
      {shifts.length === 0 ? <p className="mt-1">None: the hand stays where it is.</p> : null}
      <ol className="print:columns-2">
        {shifts.map((card) => (
          <li key={card.shift.to} className="break-inside-avoid">
            <Card
              title={`${card.halfSteps > 0 ? '↑' : '↓'} ${positionWords(card.from)} to ${positionWords(card.to)}: ${counted(Math.abs(card.halfSteps), 'half step')}, ${Math.round(card.millimetres)} mm`}
              now={chosen === card.shift.to || chosen === card.shift.from}
              onSelect={() => onSelect(card.shift.to)}
            >
              {shiftSentences(card, passage).join(' ')}{' '}
              <span className="text-faint">
                {reminders.find(({ at }) => at === card.shift.to)?.words ?? card.thumb}
              </span>
            </Card>
          </li>
        ))}
      </ol>
      <h2 className="mt-3 text-xl">Crossings</h2>
      {crossings.length === 0 ? <p className="mt-1">None: it lies on one string.</p> : null}
      <ol className="print:columns-3">
        {crossings.map(({ crossing, from, to, heading, watch }) => (
          <li key={crossing.to} className="break-inside-avoid border-b border-rule py-1 print:text-sm">
            <button
              type="button"
              data-printed
              className="text-left hover:bg-wash aria-[current]:font-bold"
              aria-current={chosen === crossing.to ? 'true' : undefined}
              onClick={() => onSelect(crossing.to)}
            >
              {printed(passage.notes[from.at]?.pitch.name ?? '')} ({from.string} {from.finger}) to{' '}
              {printed(passage.notes[to.at]?.pitch.name ?? '')} ({to.string} {to.finger}){' '}
              <span className="text-faint">{heading === 'down' ? 'coming down' : 'going up'}</span>
            </button>
            {watch ? <p className="text-sm">{watch}</p> : null}
          </li>
        ))}
      </ol>
    </div>
  );
});

function Card({
  title,
  now,
  onSelect,
  children,
}: {
  title: string;
  now: boolean;
  onSelect: () => void;
  children: React.ReactNode;
}) {
  return (
    <article className={`border-b border-rule py-1.5 print:text-sm ${now ? 'border-l-4 border-l-accent pl-2' : ''}`}>
      <h3>
        <button type="button" data-printed className="text-left font-sans font-bold hover:bg-wash" onClick={onSelect}>
          {title}
        </button>
      </h3>
      <p>{children}</p>
    </article>
  );
}
