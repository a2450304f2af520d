import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { type Way, wayName } from '../../../core/fingering/index.ts';
import { SCHOOLS } from '../../../core/schools/index.ts';
import type { BuiltStudy } from '../../../core/study/index.ts';
import type { Outcome } from '../../../core/base/index.ts';
import { useOwnSchools } from '../../../data/schools.ts';
import { engine } from '../../../workers/engine.ts';
import type { Choices } from '../choices.ts';

/** Which way stands beside the chosen one: none, another of the list, or a school's. */
export type Beside =
  | { readonly kind: 'none' }
  | { readonly kind: 'way'; readonly way: number }
  | { readonly kind: 'school'; readonly school: string };

/** A way and what it is called. */
export interface NamedWay {
  readonly way: Way;
  readonly name: string;
}

/** The way set beside the chosen one and what it is called; nothing until it is worked out. */
export function useOtherWay(
  beside: Beside | undefined,
  choices: Choices,
  study: BuiltStudy | undefined,
): NamedWay | undefined {
  const schools = [...SCHOOLS, ...useOwnSchools()];
  const school = beside?.kind === 'school' ? schools.find((one) => one.id === beside.school) : undefined;
  const { data } = useQuery({
    queryKey: ['beside', choices, school],
    queryFn: async (): Promise<Outcome<BuiltStudy>> => {
      const { openStrings: _, return: __, handSystem: ___, groups: ____, pins: _____, ...rest } = choices;
      const built = await engine().build({ ...rest, school, ways: 1 });
      const way = built.ok ? built.value.ways[0] : undefined;
      if (!way) return built;
      // Costed by the table of the way it stands beside, so that the two can be compared.
      const pins = way.fingers.map(({ at, string, finger }) => ({ at, string, finger }));
      const { groups: ______, ...same } = choices;
      return await engine().build({ ...same, pins, ways: 1 });
    },
    enabled: school !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 3_000,
  });
  // The same object while it is the same way: what is drawn of it is not drawn again.
  return useMemo(() => {
    if (!study) return undefined;
    if (beside?.kind === 'way') {
      const way = study.ways[beside.way];
      return way && { way, name: wayName(way, study.ways, study) };
    }
    const way = data?.ok ? data.value.ways[0] : undefined;
    return way && school && way.fingers.length === study.passage.notes.length
      ? { way, name: `the school “${school.name}”` }
      : undefined;
  }, [study, beside, data, school]);
}
