import { counted } from '../../core/base/words.ts';
import { memo } from 'react';
import { RadioGroup } from 'radix-ui';
import { bothWaysText, highestPosition } from '../../core/fingering/reading/fingering-text.ts';
import { wayNames } from '../../core/fingering/reading/way-name.ts';
import type { BuiltStudy } from '../../core/study/build.ts';
import { OtherSystems } from './other-systems.tsx';

/** The ways to finger the study, best first, one of them chosen. */
export const WaysList = memo(function WaysList({
  built,
  chosen,
  kept,
  onChoose,
}: {
  built: BuiltStudy;
  chosen: number;
  /** The first way is the one kept with the study, not necessarily the best. */
  kept: boolean;
  onChoose: (way: number) => void;
}) {
  const names = wayNames(built.ways, built);
  const best = Math.min(...built.ways.map((way) => way.cost));
  return (
    <section aria-labelledby="ways-heading">
      <h2 id="ways-heading" className="text-xl">
        Ways to play it
      </h2>
      <RadioGroup.Root
        aria-labelledby="ways-heading"
        className="mt-1"
        value={String(chosen)}
        onValueChange={(value) => onChoose(Number(value))}
      >
        {built.ways.map((way, index) => (
          <RadioGroup.Item
            key={index}
            value={String(index)}
            className="block w-full border-b border-rule px-2 py-1.5 text-left hover:bg-wash data-[state=checked]:bg-wash"
          >
            <span className="flex items-baseline justify-between gap-3">
              <span className="pl-6 -indent-6 font-medium">
                <span aria-hidden="true" className="mr-2 inline-block w-4 indent-0 text-accent">
                  {index === chosen ? '●' : '○'}
                </span>
                {names[index]}
                {kept && index === 0 ? ' · kept' : ''}
                {way.cost === best ? ' · easiest' : ''}
              </span>
              <span className="shrink-0 text-sm text-faint">
                {count(way.shifts.length, 'shift')}, {count(way.crossings.length, 'crossing')}, up to{' '}
                {highestPosition(way.fingers)}
              </span>
            </span>
            <span className="mt-0.5 block pl-6 font-serif text-[0.95rem] tracking-wide text-faint">
              {bothWaysText(way.fingers, built.passage.top)}
            </span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      <OtherSystems recipe={built.recipe} />
    </section>
  );
});

function count(number: number, noun: string): string {
  return number === 0 ? `no ${noun}s` : counted(number, noun);
}
