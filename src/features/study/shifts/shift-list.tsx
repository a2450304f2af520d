import { counted } from '../../../core/base/index.ts';
import { memo } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import {
  crossingCards,
  checkSentence,
  placeSentence,
  shiftSentences,
  postureReminders,
  shiftCards,
  startCard,
} from '../../../core/shifts/index.ts';
import { instrumentFor, positionWords } from '../../../core/instruments/index.ts';
import { ShiftPicture } from '../board/shift-picture.tsx';
import { printed } from '../../../core/theory/index.ts';

/**
 * The start, each shift and each crossing that asks for something, in playing order: a picture and three
 * facts; the sentences are one step away. On paper all of it stands open, and every crossing.
 */
export const ShiftList = memo(function ShiftList({
  study,
  chosen,
  whole = false,
  onSelect,
}: {
  study: ScoredStudy;
  chosen: number | undefined;
  /** Everything open, as on paper. */
  whole?: boolean;
  onSelect: (at: number) => void;
}) {
  const { way, passage, recipe } = study;
  const start = startCard(way, passage, recipe);
  const shifts = shiftCards(way, passage, recipe);
  const crossings = crossingCards(way, passage, instrumentFor(recipe.instrument, recipe.setUp));
  const told = whole ? crossings : crossings.filter(({ watch }) => watch);
  const reminders = postureReminders(way, recipe);
  const words = (at: number): string | undefined => reminders.find((one) => one.at === at)?.words;
  return (
    <div>
      <h2 className={whole ? 'text-xl' : 'sr-only'}>Shifts</h2>
      {start ? (
        <Card
          title={`Start: ${positionWords(start.first)}, ${start.first.string} string`}
          now={chosen === start.first.at}
          whole={whole}
          onSelect={() => onSelect(start.first.at)}
        >
          {[
            `The hand stands ${Math.round(start.millimetres)} mm from first position.`,
            placeSentence(start, start.first),
            checkSentence(start, passage),
            words(start.first.at),
          ]
            .filter(Boolean)
            .join(' ')}
        </Card>
      ) : null}
      {shifts.length === 0 ? <p className="mt-1">No shift: the hand stays where it is.</p> : null}
      <ol className="print:columns-2">
        {shifts.map((card) => (
          <li key={card.shift.to} className="break-inside-avoid">
            <Card
              picture={<ShiftPicture card={card} />}
              title={`${card.from.position} → ${card.to.position}`}
              fact={`${counted(Math.abs(card.halfSteps), 'half step')}, ${Math.round(card.millimetres)} mm`}
              now={chosen === card.shift.to || chosen === card.shift.from}
              whole={whole}
              onSelect={() => onSelect(card.shift.to)}
            >
              {shiftSentences(card, passage).join(' ')}{' '}
              <span className="text-faint">{words(card.shift.to) ?? card.thumb}</span>
            </Card>
          </li>
        ))}
      </ol>
      {told.length > 0 || whole ? <h2 className="mt-3 text-xl">Crossings</h2> : null}
      {whole && crossings.length === 0 ? <p className="mt-1">None: it lies on one string.</p> : null}
      <ol className="print:columns-3">
        {told.map(({ crossing, from, to, heading, watch }) => (
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
  picture,
  title,
  fact,
  now,
  whole,
  onSelect,
  children,
}: {
  picture?: React.ReactNode;
  title: string;
  fact?: string;
  now: boolean;
  whole: boolean;
  onSelect: () => void;
  children: React.ReactNode;
}) {
  return (
    <article
      className={`relative border-b border-rule py-1 print:text-sm ${now ? 'border-l-4 border-l-accent pl-2' : ''}`}
    >
      <h3 className="font-sans">
        <button
          type="button"
          data-printed
          className="flex w-full items-center gap-x-3 text-left hover:bg-wash"
          onClick={onSelect}
        >
          {picture}
          <span className="flex-1 leading-snug">
            <span className={`block font-bold ${whole ? '' : 'pr-12'}`}>{title}</span>
            {fact ? <span className="block font-normal">{fact}</span> : null}
          </span>
        </button>
      </h3>
      {whole ? (
        <p>{children}</p>
      ) : (
        <details key={String(now)} open={now}>
          <summary className="absolute top-1 right-0 cursor-pointer p-1 text-sm text-faint hover:bg-wash">How</summary>
          <p>{children}</p>
        </details>
      )}
    </article>
  );
}
