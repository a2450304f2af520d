import { useQuery } from '@tanstack/react-query';
import type { Music } from '../../core/recipe/index.ts';
import type { InstrumentId } from '../../core/instruments/index.ts';
import type { Way } from '../../core/fingering/index.ts';
import { nameOf } from '../../core/study/index.ts';
import { readStudy } from '../../data/library.ts';
import { useStudyList } from '../../data/library-queries.ts';
import { engine } from '../../workers/engine.ts';

/** The same passage as it was fingered at the desk. */
export interface KeptFingers {
  readonly name: string;
  readonly way: Way;
}

/** The fingers the same music was last kept with in the library, for the same instrument; nothing if it was not kept. */
export function useKeptFingers(music: Music, instrument: InstrumentId): KeptFingers | undefined {
  const list = useStudyList();
  const passages = (list.data?.studies ?? [])
    .filter((one) => one.octaves === 0 && one.instrument === instrument)
    .toSorted((a, b) => (a.updated < b.updated ? 1 : -1));
  return (
    useQuery({
      queryKey: ['kept fingers', music, passages.map(({ id, updated }) => `${id} ${updated}`)],
      queryFn: async (): Promise<KeptFingers | null> => {
        const notes = JSON.stringify(music.notes);
        for (const listed of passages) {
          const found = await readStudy(listed.id);
          if (found.kind !== 'study' || JSON.stringify(found.study.recipe.music?.notes) !== notes) continue;
          const built = await engine().buildKept({ ...found.study.recipe, ways: 1 }, found.study.fingering);
          const way = built.ok && built.value.fits ? built.value.ways[0] : undefined;
          return way ? { name: nameOf(listed), way } : null;
        }
        return null;
      },
      enabled: passages.length > 0,
      staleTime: Number.POSITIVE_INFINITY,
    }).data ?? undefined
  );
}
