import { useMutation } from '@tanstack/react-query';
import { memo } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import { upwardText, type Way } from '../../../core/fingering/index.ts';
import type { Typed } from '../../../core/study/index.ts';
import type { Outcome } from '../../../core/base/index.ts';
import { useTyped } from '../../../data/typed.ts';
import { Button } from '../../../ui/button.tsx';
import { engine } from '../../../workers/engine.ts';

/** A teacher's own fingering typed as a line: checked, compared with the engine's, and taken over. */
export const OwnLine = memo(function OwnLine({
  study,
  onTake,
  onSelect,
}: {
  study: ScoredStudy;
  onTake: (way: Way) => void;
  onSelect: (at: number) => void;
}) {
  const { typed, type } = useTyped(`line of fingers at ${window.location.pathname}${window.location.search}`);
  const text = typed?.line ?? '';
  const check = useMutation({
    mutationFn: async (line: string): Promise<Outcome<Typed>> => await engine().explain(study.recipe, line),
  });
  const answer = check.data;
  const up = upwardText(study.way.fingers, study.passage.top);
  return (
    <details className="mt-1">
      <summary className="cursor-pointer">A fingering as a line</summary>
      <form
        className="mt-1 flex flex-wrap gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          check.mutate(text);
        }}
      >
        <label className="min-w-64 flex-1">
          <span className="sr-only">Strings and fingers, the way up or all of it</span>
          <input
            name="line"
            value={text}
            onChange={(event) => type({ line: event.target.value })}
            placeholder={up}
            autoComplete="off"
            spellCheck={false}
            className="w-full border-b-2 border-ink bg-sheet px-2 py-1 font-serif text-lg tracking-wide placeholder:text-faint"
          />
        </label>
        <Button type="submit">Compare it</Button>
      </form>
      <div role="status">
        {answer && !answer.ok ? <p className="mt-2">{answer.refusal.message}</p> : null}
        {answer?.ok && !answer.value.ok ? (
          <ul className="mt-2">
            {answer.value.faults.map((fault) => (
              <li key={fault.column} className="py-0.5">
                {fault.at === undefined ? (
                  fault.message
                ) : (
                  <button type="button" className="text-left underline" onClick={() => onSelect(fault.at ?? 0)}>
                    {fault.message}
                  </button>
                )}
              </li>
            ))}
          </ul>
        ) : null}
        {answer?.ok && answer.value.ok ? (
          <>
            <p className="mt-2">{answer.value.sentence}</p>
            {answer.value.same ? null : (
              <Button className="mt-2" onClick={() => answer.ok && answer.value.ok && onTake(answer.value.way)}>
                Take it over
              </Button>
            )}
          </>
        ) : null}
      </div>
    </details>
  );
});
