import { useState } from 'react';
import { readClimb, System } from '../../../core/schools/index.ts';
import type { Recipe } from '../../../core/recipe/index.ts';
import type { SystemInKey } from '../../../core/study/index.ts';
import { printed } from '../../../core/theory/index.ts';
import { useTyped } from '../../../data/typed.ts';
import { Button } from '../../../ui/button.tsx';
import { engine } from '../../../workers/engine.ts';
import { troubleWords } from '../../../ui/say-trouble.ts';

/** A system of the teacher's own: written in a line or more, tried over all keys at once, kept with the school. */
export function OwnSystems({
  systems,
  recipe,
  onSystems,
}: {
  systems: readonly System[];
  recipe: Recipe;
  onSystems: (systems: System[]) => void;
}) {
  const { typed, type, forget } = useTyped('system');
  const { name = '', text = '', why = '' } = typed ?? {};
  const [fates, setFates] = useState<readonly SystemInKey[]>();
  const [trouble, setTrouble] = useState('');
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const stumble = lines.flatMap((line) => {
    const read = readClimb(line);
    return 'stumbles' in read ? [`“${read.stumbles}” in “${line}”`] : [];
  })[0];
  const made = (): System => {
    const figure = recipe.figure === 'arpeggio' ? ('arpeggio' as const) : ('scale' as const);
    const called = name.trim() || 'my system';
    return System.parse({
      id: `own-${
        called
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, '-')
          .slice(0, 50) || 'system'
      }`.replace(/-+$/, ''),
      name: called,
      why,
      instruments: [recipe.instrument],
      fits: { figures: [figure], octaves: [recipe.octaves, recipe.octaves] },
      climbs: lines,
    });
  };
  const tryOut = (): void => {
    setTrouble('');
    engine()
      .systemInKeys(recipe, made())
      .then(setFates)
      .catch((error: unknown) => setTrouble(troubleWords(error)));
  };
  const usable = lines.length > 0 && stumble === undefined;
  return (
    <section className="mt-3 border-t border-rule pt-2">
      <h3 className="text-lg">Systems of its own</h3>
      <p className="text-sm text-faint">
        How the hand climbs, a line each, as: home I 12+ 1234 (first position, then on the top string 1 2 again and
        again, at last 1 2 3 4); 1234 next 1234 (the next string in the same hand); IV 234 | 1234 (the hand may move as
        it crosses); 3rd names a position. The line that suits a key best is its form there.
      </p>
      <ul>
        {systems.map((system) => (
          <li key={system.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1">
            <span>
              <span className="font-medium">{system.name}</span>{' '}
              <span className="text-sm text-faint">{system.climbs.join(' or ')}</span>
            </span>
            <Button kind="quiet" onClick={() => onSystems(systems.filter((one) => one !== system))}>
              Take away {system.name}
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid gap-2 sm:grid-cols-2">
        <label>
          <span className="block text-sm text-faint">Name of the system</span>
          <input
            value={name}
            maxLength={80}
            onChange={(event) => type({ name: event.target.value, text, why })}
            className="w-full border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
        <label>
          <span className="block text-sm text-faint">Why one would choose it</span>
          <input
            value={why}
            maxLength={400}
            onChange={(event) => type({ name, text, why: event.target.value })}
            className="w-full border-b-2 border-ink bg-sheet px-2 py-1"
          />
        </label>
        <label className="sm:col-span-2">
          <span className="block text-sm text-faint">How it climbs</span>
          <textarea
            value={text}
            rows={2}
            spellCheck={false}
            placeholder="home I 12+ 1234"
            onChange={(event) => type({ name, text: event.target.value, why })}
            className="w-full border border-rule bg-sheet px-2 py-1 font-serif text-lg"
          />
        </label>
      </div>
      {stumble ? (
        <p role="alert" className="text-sm font-bold text-accent">
          {stumble} is no part of a climb.
        </p>
      ) : null}
      {trouble ? <p role="alert">{trouble}</p> : null}
      <p className="mt-1 flex flex-wrap gap-2">
        <Button disabled={!usable} onClick={tryOut}>
          Try it in all keys
        </Button>
        <Button
          disabled={!usable || name.trim() === ''}
          onClick={() => {
            const system = made();
            onSystems([...systems.filter(({ id }) => id !== system.id), system]);
            forget();
          }}
        >
          Add it to the school
        </Button>
      </p>
      {fates ? (
        <ul aria-label="The system in all keys" className="mt-1 sm:columns-2">
          {fates.map((fate) => (
            <li key={fate.tonic} className="break-inside-avoid border-b border-rule py-0.5">
              <span className="inline-block w-8 font-serif font-bold">{printed(fate.tonic)}</span>
              {fate.fingering ? (
                <span className="font-serif">{fate.fingering}</span>
              ) : (
                <span className="text-sm">{fate.why}</span>
              )}
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
