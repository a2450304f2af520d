import { counted } from '../../../core/base/index.ts';
import { memo, type ReactNode } from 'react';
import { RadioGroup } from 'radix-ui';
import { bothWaysText, wayNames } from '../../../core/fingering/index.ts';
import type { BuiltStudy } from '../../../core/study/index.ts';
import { Button } from '../../../ui/button.tsx';
import { OtherSystems } from './other-systems.tsx';

/** The ways to finger the study, best first, one of them chosen. */
export const WaysList = memo(function WaysList({
  built,
  chosen,
  kept,
  onChoose,
  onMore,
  children,
}: {
  built: BuiltStudy;
  chosen: number;
  /** The first way is the one kept with the study, not necessarily the best. */
  kept: boolean;
  onChoose: (way: number) => void;
  /** Asks for so many ways. */
  onMore: (ways: number) => void;
  /** What is said of the chosen way. */
  children: ReactNode;
}) {
  const names = wayNames(built.ways, built);
  const best = Math.min(...built.ways.map((way) => way.cost));
  const beyond = built.ways.length === built.recipe.ways && built.ways.length < MOST_WAYS;
  return (
    <section aria-labelledby="ways-heading">
      <h2 id="ways-heading" className="sr-only">
        Ways to play it
      </h2>
      <p aria-hidden="true" className="px-1 text-right text-sm leading-none text-faint">
        shifts
      </p>
      <RadioGroup.Root
        aria-labelledby="ways-heading"
        value={String(chosen)}
        onValueChange={(value) => onChoose(Number(value))}
      >
        {built.ways.map((way, index) => (
          <RadioGroup.Item
            key={index}
            value={String(index)}
            className="block w-full border-b border-rule px-1 py-1 text-left hover:bg-wash data-[state=checked]:bg-wash"
          >
            <span className="flex items-baseline justify-between gap-3">
              <span className="pl-6 -indent-6 leading-tight data-[now=true]:font-bold" data-now={index === chosen}>
                <span aria-hidden="true" className="mr-2 inline-block w-4 indent-0 text-accent">
                  {index === chosen ? '●' : '○'}
                </span>
                {names[index]}
                {kept && index === 0 ? ' · kept' : ''}
                {way.cost === best ? ' · easiest' : ''}
              </span>
              <span className="shrink-0 text-faint">
                <span aria-hidden="true">{way.shifts.length}</span>
                <span className="sr-only">{count(way.shifts.length, 'shift')}</span>
              </span>
            </span>
            {index === chosen ? (
              <span className="mt-0.5 block pl-6 font-serif text-[0.95rem] tracking-wide text-faint">
                {bothWaysText(way.fingers, built.passage.top)}
              </span>
            ) : null}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {beyond ? (
        <Button kind="quiet" onClick={() => onMore(Math.min(MOST_WAYS, built.ways.length + MORE_WAYS))}>
          More ways
        </Button>
      ) : null}
      {children}
      <OtherSystems recipe={built.recipe} offered={built.ways} />
    </section>
  );
});

/** How many ways can be asked for, and how many more at a time. */
const MOST_WAYS = 20;
const MORE_WAYS = 4;

function count(number: number, noun: string): string {
  return number === 0 ? `no ${noun}s` : counted(number, noun);
}
