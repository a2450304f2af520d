import { capital, counted } from '../../../core/base/index.ts';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { upwardText } from '../../../core/fingering/index.ts';
import type { KeyFate } from '../../../core/study/index.ts';
import { circleFor, isTonicName, printed } from '../../../core/theory/index.ts';
import { toSaved } from '../../../data/library.ts';
import { added } from '../../../data/change.ts';
import { save } from '../../../data/save.ts';
import { useTyped } from '../../../data/typed.ts';
import { Button } from '../../../ui/button.tsx';
import { Dialog } from '../../../ui/dialog.tsx';
import { engine } from '../../../workers/engine.ts';
import { sayTrouble } from '../../../ui/say-trouble.ts';

const FATE_WORDS: Readonly<Record<KeyFate['kind'], string>> = {
  same: 'same fingers, same shifts',
  'same-fingers': 'same fingers, other strings or shifts',
  'same-system': 'by the same system',
  refingered: 'new fingering',
  'no-room': 'no room',
};

/** Carries the study through the circle of fifths or a list of keys, and keeps the keys wanted in the library. */
export function OtherKeys({ study, open, onClose }: { study: ScoredStudy; open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="In other keys"
      description={`${study.title}, carried into other keys with the same fingers where a hand can play them.`}
    >
      {open ? <KeyList study={study} onClose={onClose} /> : null}
    </Dialog>
  );
}

/** Which keys: the circle of fifths, or a list of one's own. */
function KeyList({ study, onClose }: { study: ScoredStudy; onClose: () => void }) {
  const circle = circleFor(study.recipe.form);
  const { typed, type } = useTyped('keys');
  const own = typed?.keys ?? '';
  const [tonics, setTonics] = useState(circle);
  const [trouble, setTrouble] = useState<string>();
  const choose = (): void => {
    const read = own.trim() === '' ? { keys: circle } : readKeys(own);
    setTrouble(read.trouble);
    if (read.keys) setTonics(read.keys);
  };
  return (
    <>
      <form
        className="mt-3 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          choose();
        }}
      >
        <label className="grow">
          <span className="block text-sm text-faint">Keys, in the order wanted; empty for the circle of fifths</span>
          <input
            name="keys"
            value={own}
            placeholder="D, A, F#, Bb"
            maxLength={200}
            aria-invalid={trouble !== undefined}
            onChange={(event) => type({ keys: event.target.value })}
            className="w-full border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
        <Button type="submit">Work them out</Button>
      </form>
      {trouble ? (
        <p role="alert" className="mt-1 text-accent">
          {trouble}
        </p>
      ) : null}
      <Keys key={tonics.join()} study={study} tonics={tonics} onClose={onClose} />
    </>
  );
}

/** Reads a list of keys such as `D, A, F# Bb`; names the word that is not a key. */
function readKeys(text: string): { readonly keys?: readonly string[]; readonly trouble?: string } {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  const keys = words.map((word) => capital(word).replaceAll('♯', '#').replaceAll('♭', 'b'));
  const wrong = words.find((_, place) => !isTonicName(keys[place] ?? ''));
  return wrong === undefined
    ? { keys: [...new Set(keys)] }
    : { trouble: `“${wrong}” is no key. Write letters A to G, each with # or b if needed, such as D, F#, Bb.` };
}

function Keys({ study, tonics, onClose }: { study: ScoredStudy; tonics: readonly string[]; onClose: () => void }) {
  const [fates, setFates] = useState<readonly KeyFate[]>([]);
  const [wanted, setWanted] = useState<ReadonlySet<string>>(new Set());
  const [stopped, setStopped] = useState(false);
  const [saving, setSaving] = useState(false);
  // Each run has a word of its own to stop it, so that a new one does not revive the last.
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    let going = true;
    stop.current = () => {
      going = false;
      setStopped(true);
    };
    const work = async (): Promise<void> => {
      for (const tonic of tonics) {
        const fate = await engine().inKey(study.recipe, study.way, study.passage.tonic.midi, tonic);
        if (!going) return;
        setFates((before) => [...before, fate]);
        if (fate.kind !== 'no-room' && tonic !== study.recipe.tonic) setWanted((before) => new Set([...before, tonic]));
      }
    };
    work().catch((error: unknown) => {
      if (going) sayTrouble(error);
      if (going) setStopped(true);
    });
    return () => {
      going = false;
    };
  }, [study, tonics]);
  const chosen = fates.flatMap((fate) => (fate.kind !== 'no-room' && wanted.has(fate.tonic) ? [fate.study] : []));
  const busy = fates.length < tonics.length && !stopped;
  const keepAll = (): void => {
    const now = Date.now();
    setSaving(true);
    save(chosen.map((one, place) => added('studies', toSaved(one, 0, new Date(now + place).toISOString()))))
      .then(() => {
        toast.success(`Kept ${counted(chosen.length, 'study', 'studies')} in the library.`);
        onClose();
      })
      .catch(sayTrouble)
      .finally(() => setSaving(false));
  };
  return (
    <>
      <ul className="mt-3 max-h-[50vh] overflow-y-auto" aria-label="Keys">
        {fates.map((fate) => (
          <li key={fate.tonic} className="border-b border-rule py-1">
            <label className="flex items-baseline gap-3">
              <input
                type="checkbox"
                className="accent-accent"
                disabled={fate.kind === 'no-room'}
                checked={wanted.has(fate.tonic)}
                onChange={(event) => {
                  const next = new Set(wanted);
                  if (event.target.checked) next.add(fate.tonic);
                  else next.delete(fate.tonic);
                  setWanted(next);
                }}
              />
              <span className="w-8 font-serif text-lg font-bold">{printed(fate.tonic)}</span>
              <span>
                {FATE_WORDS[fate.kind]}
                {fate.kind === 'same-system' ? `: ${fate.system}` : ''}
                {fate.kind === 'refingered' ? <span className="block text-sm">{fate.against}</span> : null}
                <span className="block font-serif text-sm tracking-wide text-faint">
                  {fate.kind === 'no-room' ? fate.message : upText(fate.study)}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      <p role="status" className="mt-2 text-sm text-faint">
        {busy ? `Working out key ${fates.length + 1} of ${tonics.length} …` : `${fates.length} keys worked out.`}
      </p>
      <div className="mt-3 flex justify-end gap-2">
        {busy ? (
          <Button
            onClick={() => {
              stop.current();
            }}
          >
            Stop
          </Button>
        ) : (
          <Button onClick={onClose}>Close</Button>
        )}
        <Button kind="strong" disabled={busy || chosen.length === 0 || saving} onClick={keepAll}>
          Keep {chosen.length} in the library
        </Button>
      </div>
    </>
  );
}

function upText({ ways, passage }: { ways: readonly ScoredStudy['way'][]; passage: ScoredStudy['passage'] }): string {
  return upwardText(ways[0]?.fingers ?? [], passage.top);
}
