import { memo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { Pin, PinOff } from '../../../ui/icons.tsx';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { positionWords, fingerWords } from '../../../core/instruments/index.ts';
import { postureReminders, findingOf, checkSentence } from '../../../core/shifts/index.ts';
import type { NoteOption } from '../../../core/study/index.ts';
import { printed } from '../../../core/theory/index.ts';
import { Button } from '../../../ui/button.tsx';
import { useTyped } from '../../../data/typed.ts';
import { engine } from '../../../workers/engine.ts';
import { pauseInEdits } from '../pause-in-edits.ts';
import { rangeOf, type Selection } from '../selection.ts';

// The same pictures every time: React need not look at them again.
const PIN = <Pin size={16} aria-hidden="true" />;
const PIN_OFF = <PinOff size={16} aria-hidden="true" />;

/** How many options are offered before the rest is asked for. */
const SHOWN = 6;

/** What is known of the chosen note, every way to play it, and what each would change. */
export const NoteBar = memo(function NoteBar({
  study,
  selection,
  onPin,
  onPinRun,
  onRelease,
  onRemark,
}: {
  study: ScoredStudy;
  selection: Selection;
  onPin: (at: number, option: Pick<NoteOption, 'string' | 'finger'>) => void;
  onPinRun: (from: number, to: number) => void;
  onRelease: (from: number, to: number) => void;
  /** Writes the teacher's own words at a note; empty takes them away. */
  onRemark: (at: number, text: string) => void;
}) {
  const [from, to] = rangeOf(selection);
  const pinned = study.recipe.pins.some((pin) => pin.at >= from && pin.at <= to);
  return (
    <section aria-label="The chosen note" className="no-print">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <p role="status" className="font-medium">
          {from === to ? noteWords(study, from) : runWords(study, from, to)}
        </p>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => onPinRun(from, to)}>
            {PIN} {from === to ? 'Pin as it is' : 'Pin this run'}
          </Button>
          {pinned ? <Button onClick={() => onRelease(from, to)}>{PIN_OFF} Release</Button> : null}
        </div>
      </div>
      <Posture study={study} from={from} to={to} />
      {from === to ? (
        <OwnWords
          key={from}
          at={from}
          text={study.recipe.remarks.find(({ at }) => at === from)?.text ?? ''}
          onText={(text) => onRemark(from, text)}
        />
      ) : null}
      {from === to ? <Options study={study} at={from} onPin={onPin} /> : null}
    </section>
  );
});

/** The teacher's own words at the note: kept with the study, printed over it. */
function OwnWords({ at, text, onText }: { at: number; text: string; onText: (text: string) => void }) {
  // The study takes them when they are finished, so that undo takes back words, not letters.
  const { typed, type, forget } = useTyped(`words at ${at} of ${window.location.pathname}${window.location.search}`);
  const shown = typed?.words ?? text;
  const keep = (): void => {
    if (shown.trim() !== text) onText(shown.trim());
    forget();
  };
  return (
    <label className="mt-1 flex flex-wrap items-baseline gap-2">
      <span className="text-sm text-faint">Your words here</span>
      <input
        value={shown}
        maxLength={80}
        onChange={(event) => type({ words: event.target.value })}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
        className="min-w-48 grow border-b border-rule bg-paper px-1"
      />
    </label>
  );
}

/** The one reminder on posture that belongs to the chosen notes. */
function Posture({ study, from, to }: { study: ScoredStudy; from: number; to: number }) {
  const reminder = postureReminders(study.way, study.recipe).find(({ at }) => at >= from && at <= to);
  return reminder ? <p className="text-sm font-medium text-accent">{reminder.words}</p> : null;
}

function Options({
  study,
  at,
  onPin,
}: {
  study: ScoredStudy;
  at: number;
  onPin: (at: number, option: NoteOption) => void;
}) {
  const note = study.way.fingers[at];
  const { data, isPlaceholderData } = useQuery({
    queryKey: ['options', at, study.recipe, study.way.fingers],
    queryFn: async ({ signal }) => {
      await pauseInEdits(signal);
      // A question that was overtaken by a later one has no answer.
      return (await engine().options(study.recipe, at, study.way)) ?? [];
    },
    // The fingers a note can take stay on view while what they would change is worked out again.
    placeholderData: (last, query) => (query?.queryKey[1] === at ? last : undefined),
    staleTime: 60_000,
    gcTime: 3_000,
  });
  return (
    <>
      {note && note.finger !== 0 ? (
        <p className="text-sm text-faint">
          {checkSentence(findingOf(note, study.passage, study.recipe), study.passage)}
        </p>
      ) : null}
      {/* As high while it waits as when it is full, so that nothing below jumps. */}
      <div className="mt-2 min-h-48">
        {data === undefined ? (
          <p className="text-sm text-faint">Looking at what else can play it …</p>
        ) : (
          <ul aria-label="Ways to play this note" aria-busy={isPlaceholderData} className="grid">
            {data.slice(0, SHOWN).map((option) => (
              <li key={option.string + option.finger}>
                <button
                  type="button"
                  aria-current={option.string === note?.string && option.finger === note.finger ? 'true' : undefined}
                  onClick={() => onPin(at, option)}
                  className="flex w-full items-baseline gap-3 px-1 py-0.5 text-left hover:bg-wash aria-[current]:font-medium"
                >
                  <span className="w-12 shrink-0 font-serif text-xl font-bold">
                    {option.string} {option.finger}
                  </span>
                  <span className="text-sm">{option.words}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </div>
    </>
  );
}

/** `Note 8 of 43: D5, the third finger on A, 1st position, pinned`. */
export function noteWords({ passage, recipe, way }: ScoredStudy, at: number): string {
  const note = way.fingers[at];
  const pitch = passage.notes[at]?.pitch.name;
  if (!note || pitch === undefined) return '';
  const pin = recipe.pins.some((one) => one.at === at) ? ', pinned' : '';
  const how =
    note.finger === 0 ? `open ${note.string}` : `${fingerWords(note.finger)} on ${note.string}, ${positionWords(note)}`;
  return `Note ${at + 1} of ${passage.notes.length}: ${printed(pitch)}, ${how}${pin}`;
}

function runWords({ passage }: ScoredStudy, from: number, to: number): string {
  const name = (at: number): string => printed(passage.notes[at]?.pitch.name ?? '');
  return `Notes ${from + 1} to ${to + 1}: ${name(from)} to ${name(to)}`;
}
