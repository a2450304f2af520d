import { useState } from 'react';
import { counted } from '../../../core/base/index.ts';
import type { Way } from '../../../core/fingering/index.ts';
import { useQuery } from '@tanstack/react-query';
import type { Recipe } from '../../../core/recipe/index.ts';
import { engine } from '../../../workers/engine.ts';

/** The systems teachers know by name: what each is for, and why one is not among the ways. */
export function OtherSystems({
  recipe,
  offered,
}: {
  recipe: Recipe;
  /** The ways that stand above. */
  offered: readonly Pick<Way, 'systems'>[];
}) {
  const [open, setOpen] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['systems', recipe],
    queryFn: () => engine().systems(recipe),
    enabled: open,
    gcTime: 3_000,
  });
  return (
    <details className="no-print mt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer">Other systems</summary>
      {error ? <p role="alert">{error.message}</p> : null}
      {!data && !error ? <p role="status">Asking each system …</p> : null}
      {data?.length === 0 ? <p>Each part of a set follows systems of its own: open it alone.</p> : null}
      <ul className="mt-1">
        {data?.map(({ name, about, why }) => (
          <li key={`${name} ${about}`} className="border-b border-rule py-1">
            <span className={why ? '' : 'font-bold'}>{name}</span>
            {why ? <span className="block text-sm">Not here: {why}</span> : null}
            {why || offered.some((way) => way.systems?.includes(name)) ? null : (
              <span className="block text-sm">
                It applies, but {counted(offered.length, 'way')} stand before it: ask for more.
              </span>
            )}
            <span className="block text-sm text-faint">{about}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
