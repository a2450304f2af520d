import { INSTRUMENT_TABLE, type InstrumentId } from '../../../core/instruments/index.ts';
import { memo, useState } from 'react';
import { Bowing } from '../../../core/recipe/index.ts';
import {
  evennessOf,
  isTaken,
  remediesFor,
  remedied,
  stepsOf,
  beatsToANote,
  evenSentence,
  remedySentence,
  paceOf,
} from '../../../core/bowing/index.ts';
import type { Passage } from '../../../core/passage/index.ts';
import type { FormId } from '../../../core/theory/index.ts';
import { Button } from '../../../ui/button.tsx';
import { Choice } from '../../../ui/choice.tsx';
import { NumberField } from '../../../ui/number-field.tsx';
import {
  timesToABeat,
  ACCENT_OPTIONS,
  BEAT_OPTIONS,
  bowOptions,
  bowValue,
  PART_OPTIONS,
  readRhythm,
  rhythmOptions,
  rhythmValue,
  SHAPE_OPTIONS,
  SLUR_OPTIONS,
  START_OPTIONS,
  STROKE_OPTIONS,
  TOP_OPTIONS,
  TURN_OPTIONS,
  UNIT_OPTIONS,
  withBows,
} from './bow-options.ts';

/** How many remedies are shown before the rest is asked for. */
const SHOWN = 4;
const MOST_ADDED = ['4', '6', '8', '12', '16'];

/** The bow: how notes are shared out, whether they come out even, what would make them, the pace. */
export const BowSection = memo(function BowSection({
  passage,
  bowing,
  instrument,
  form,
  onBowing,
}: {
  passage: Passage;
  bowing: Bowing;
  instrument: InstrumentId;
  form: FormId;
  onBowing: (bowing: Bowing) => void;
}) {
  const pace = paceOf(passage, bowing, INSTRUMENT_TABLE[instrument], form === 'chromatic');
  const set = (part: Partial<Bowing>): void => onBowing({ ...bowing, ...part });
  return (
    <section aria-labelledby="bow-heading">
      <h2 id="bow-heading" className="sr-only">
        The bow
      </h2>
      <p className="no-print leading-8">
        To a bow{' '}
        <Choice
          label="Notes to a bow"
          value={bowValue(bowing)}
          options={bowOptions(passage, bowing)}
          onChoose={(value) => onBowing(withBows(bowing, value))}
        />
        , to a beat{' '}
        <Choice
          label="Notes to a beat"
          value={beatsToANote(bowing) > 1 ? `1/${beatsToANote(bowing)}` : String(bowing.perBeat)}
          options={BEAT_OPTIONS}
          onChoose={(value) => set(timesToABeat(value))}
        />
        , rhythm{' '}
        <Choice
          label="Rhythm"
          value={rhythmValue(bowing)}
          options={rhythmOptions(bowing)}
          onChoose={(value) => set({ rhythm: readRhythm(value), repeats: value === 'even' ? bowing.repeats : 1 })}
        />
        {typeof bowing.rhythm === 'string' ? null : <OwnRhythm bowing={bowing} onBowing={onBowing} />}, each note{' '}
        <Choice
          label="Strokes to a note"
          value={String(bowing.repeats)}
          options={STROKE_OPTIONS}
          onChoose={(value) =>
            set({
              repeats: Number(value) as Bowing['repeats'],
              rhythm: value === '1' ? bowing.rhythm : 'even',
              perBeat: Math.min(bowing.perBeat, Math.floor(16 / Number(value))),
            })
          }
        />
        , beginning{' '}
        <Choice
          label="First bow"
          value={bowing.start}
          options={START_OPTIONS}
          onChoose={(value) => set({ start: value as Bowing['start'] })}
        />
        , at{' '}
        <NumberField label="Beats a minute" value={bowing.bpm} least={20} most={400} onNumber={(bpm) => set({ bpm })} />{' '}
        <Choice
          label="The tempo counts"
          value={bowing.unit}
          options={UNIT_OPTIONS}
          onChoose={(unit) => set({ unit: unit as Bowing['unit'] })}
        />
        .
      </p>
      <details className="no-print">
        <summary className="cursor-pointer text-faint">Turns, top, accents, part of the bow, dynamics</summary>
        <p className="leading-8">
          Going up, first{' '}
          <Choice
            label="Opening turn"
            value={bowing.opening}
            options={TURN_OPTIONS}
            onChoose={(value) => set({ opening: value as Bowing['opening'] })}
          />
          ; the top{' '}
          <Choice
            label="Top note"
            value={bowing.top}
            options={TOP_OPTIONS}
            onChoose={(value) => set({ top: value as Bowing['top'] })}
          />
          ; before the last note{' '}
          <Choice
            label="Closing turn"
            value={bowing.closing}
            options={TURN_OPTIONS}
            onChoose={(value) => set({ closing: value as Bowing['closing'] })}
          />
          ; the first tonic held for{' '}
          <Choice
            label="First tonic"
            value={String(bowing.longTonic)}
            options={Array.from({ length: 9 }, (_, k) => ({
              value: String(k),
              label: k === 0 ? 'one note' : `${k + 1} notes`,
            }))}
            onChoose={(value) => set({ longTonic: Number(value) })}
          />
          ; before the first bar{' '}
          <Choice
            label="Before the first bar"
            value={String(bowing.pickup)}
            options={Array.from({ length: 8 }, (_, k) => ({
              value: String(k),
              label: k === 0 ? 'nothing' : `${k} ${k === 1 ? 'note' : 'notes'}`,
            }))}
            onChoose={(value) => set({ pickup: Number(value) })}
          />
          ; slurred notes{' '}
          <Choice
            label="Slurred notes"
            value={bowing.hooked ? 'hooked' : 'joined'}
            options={SLUR_OPTIONS}
            onChoose={(value) => set({ hooked: value === 'hooked' })}
          />
          ,{' '}
          <Choice
            label="Accents"
            value={String(bowing.accents)}
            options={ACCENT_OPTIONS}
            onChoose={(value) => set({ accents: Number(value) })}
          />
          , bow{' '}
          <Choice
            label="Part of the bow"
            value={bowing.part}
            options={PART_OPTIONS}
            onChoose={(value) => set({ part: value as Bowing['part'] })}
          />
          ,{' '}
          <Choice
            label="Dynamics"
            value={bowing.dynamics}
            options={SHAPE_OPTIONS}
            onChoose={(value) => set({ dynamics: value as Bowing['dynamics'] })}
          />
          .
        </p>
      </details>
      {passage.parts.length === 1 ? <Evenness passage={passage} bowing={bowing} onBowing={onBowing} /> : null}
      <p className="mt-1 text-faint">
        {Math.round(pace.seconds)} s long, a bow of {secondsWords(pace.longestBow)} at most,{' '}
        {pace.notesPerSecond.toFixed(1)} notes a second.
      </p>
      {pace.warnings.map((warning) => (
        <p key={warning} role="alert" className="mt-1 border-l-4 border-accent pl-3">
          {warning}
        </p>
      ))}
    </section>
  );
});

function secondsWords(seconds: number): string {
  return seconds < 1 ? `${Math.round(seconds * 1000)} ms` : `${seconds.toFixed(1)} s`;
}

/** Lengths of a rhythm of one's own, in quarters of a beat. */
function OwnRhythm({ bowing, onBowing }: { bowing: Bowing; onBowing: (bowing: Bowing) => void }) {
  const [wrong, setWrong] = useState(false);
  const read = (text: string): void => {
    const next = Bowing.safeParse({ ...bowing, rhythm: readRhythm(text) });
    setWrong(!next.success);
    if (next.success && rhythmValue(next.data) !== rhythmValue(bowing)) onBowing(next.data);
  };
  return (
    <>
      {' '}
      <input
        aria-label="Lengths in quarters of a beat"
        aria-invalid={wrong}
        key={rhythmValue(bowing)}
        defaultValue={rhythmValue(bowing)}
        onBlur={(event) => read(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') read(event.currentTarget.value);
        }}
        className="w-32 border-b-2 border-accent/70 bg-transparent font-bold"
      />
      {wrong ? (
        <span role="alert" className="text-accent">
          {' '}
          Write two to twelve whole numbers from 1 to 16, such as 3 1
        </span>
      ) : null}
    </>
  );
}

/** Whether it comes out even, and every remedy where it does not. */
function Evenness({
  passage,
  bowing,
  onBowing,
}: {
  passage: Passage;
  bowing: Bowing;
  onBowing: (bowing: Bowing) => void;
}) {
  const [most, setMost] = useState('8');
  const [all, setAll] = useState(false);
  const even = evennessOf(passage, bowing);
  const steps = stepsOf(passage);
  const remedies = remediesFor(steps, even.group, Number(most));
  const plain = Bowing.parse({ slur: bowing.slur, pattern: bowing.pattern });
  const asItIs = remedies.some((remedy) => isTaken(plain, remedy));
  const bows = [
    even.descent ? `The way down begins with ${bowWord(even.descent)}` : '',
    even.last ? `${even.descent ? 'the last note has' : 'The last note has'} ${bowWord(even.last)}` : '',
  ].filter(Boolean);
  return (
    <div>
      <p role="status" className={even.sense ? 'font-medium' : 'font-medium text-accent'}>
        {evenSentence(even)} <span className="font-normal text-ink">{bows.join('; ')}.</span>
      </p>
      {even.group > 1 && !asItIs ? (
        <div className="no-print mt-1">
          <p>
            What would make it even, adding at most{' '}
            <Choice
              label="At most added"
              value={most}
              options={MOST_ADDED.map((value) => ({ value, label: `${value} notes` }))}
              onChoose={setMost}
            />
            :
          </p>
          {remedies.length === 0 ? <p>Nothing so short: allow more notes, or take another bow.</p> : null}
          <ul aria-label="Remedies">
            {remedies.slice(0, all ? undefined : SHOWN).map((remedy) => (
              <li key={JSON.stringify(remedy)} className="border-b border-rule">
                <button
                  type="button"
                  aria-pressed={isTaken(bowing, remedy)}
                  className="w-full py-0.5 text-left hover:bg-wash aria-pressed:font-bold"
                  onClick={() => onBowing(remedied(bowing, remedy))}
                >
                  {isTaken(bowing, remedy) ? '✓ ' : ''}
                  {remedySentence(remedy, steps)}
                </button>
              </li>
            ))}
          </ul>
          {remedies.length > SHOWN ? (
            <Button kind="quiet" onClick={() => setAll(!all)}>
              {all ? 'The shortest alone' : `All ${remedies.length} remedies`}
            </Button>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}

function bowWord(direction: 'down' | 'up'): string {
  return direction === 'down' ? 'a down-bow' : 'an up-bow';
}
