import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { Recipe } from '../../core/recipe/recipe.ts';
import { engine } from '../../workers/engine.ts';

/** The systems teachers know by name: what each is for, and why one is not among the ways. */
export function OtherSystems({ recipe }: { recipe: Recipe }) {
  const [open, setOpen] = useState(false);
  const { data, error } = useQuery({
    queryKey: ['systems', recipe],
    queryFn: () => engine().systems(recipe),
    enabled: open,
    gcTime: 3_000,
  });
  return (
    <details className="no-print mt-1" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer text-faint">Systems, and why one is not here</summary>
      {error ? <p role="alert">{error.message}</p> : null}
      {!data && !error ? <p role="status">Asking each system …</p> : null}
      {data?.length === 0 ? <p>Each part of a set follows systems of its own: open it alone.</p> : null}
      <ul className="mt-1">
        {data?.map(({ name, about, why }) => (
          <li key={`${name} ${about}`} className="border-b border-rule py-1">
            <span className={why ? '' : 'font-bold'}>{name}</span>
            {why ? <span className="block text-sm">Not here: {why}</span> : null}
            <span className="block text-sm text-faint">{about}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
