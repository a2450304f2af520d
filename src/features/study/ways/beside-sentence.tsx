import { memo } from 'react';
import { wayNames } from '../../../core/fingering/index.ts';
import { type School, SCHOOLS } from '../../../core/schools/index.ts';
import type { BuiltStudy } from '../../../core/study/index.ts';
import { useOwnSchools } from '../../../data/schools.ts';
import { Choice, type Option } from '../../../ui/choice.tsx';
import type { Look } from '../look.ts';
import type { Beside } from './use-other-way.ts';

/** What is set beside the chosen way, read as a sentence. */
export const BesideSentence = memo(function BesideSentence({
  look,
  built,
  chosen,
  onLook,
}: {
  look: Look;
  built: BuiltStudy;
  chosen: number;
  onLook: (look: Look) => void;
}) {
  const schools = [...SCHOOLS, ...useOwnSchools()];
  const besides = besideOptions(built, chosen, schools);
  const [first = NONE, second = NONE] = look.besides;
  return (
    <p className="mt-2">
      Beside it{' '}
      <Choice
        label="Beside this way"
        value={besideValue(first)}
        options={besides}
        onChoose={(value) => onLook({ ...look, besides: withBeside(readBeside(value), second) })}
      />
      {first.kind === 'none' ? null : (
        <>
          {' '}
          and{' '}
          <Choice
            label="And beside both"
            value={besideValue(second)}
            options={besides.filter(({ value }) => value === 'none' || value !== besideValue(first))}
            onChoose={(value) => onLook({ ...look, besides: withBeside(first, readBeside(value)) })}
          />
        </>
      )}
      .
    </p>
  );
});

const NONE: Beside = { kind: 'none' };

function withBeside(...besides: Beside[]): readonly Beside[] {
  return besides.filter((one) => one.kind !== 'none');
}

function besideOptions(built: BuiltStudy, chosen: number, schools: readonly School[]): Option[] {
  const { recipe, ways } = built;
  const names = wayNames(ways, built);
  const fitting = schools.filter((one) => one.instruments?.includes(recipe.instrument) ?? true);
  return [
    { value: 'none', label: 'nothing' },
    ...ways.flatMap((_, index) =>
      index === chosen ? [] : [{ value: `way ${index}`, label: `way ${index + 1}: ${names[index]}` }],
    ),
    ...fitting.map((one) => ({ value: `school ${one.id}`, label: `the school “${one.name}”` })),
  ];
}

function besideValue(beside: Beside): string {
  if (beside.kind === 'way') return `way ${beside.way}`;
  return beside.kind === 'school' ? `school ${beside.school}` : 'none';
}

function readBeside(value: string): Beside {
  const [kind, ...words] = value.split(' ');
  const which = words.join(' ');
  if (kind === 'way') return { kind: 'way', way: Number(which) };
  return kind === 'school' ? { kind: 'school', school: which } : NONE;
}
