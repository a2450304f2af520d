import { useRef } from 'react';
import { Link } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { INSTRUMENT_TABLE, INSTRUMENTS, type InstrumentId } from '../../core/instruments/index.ts';
import { titleOf } from '../../core/recipe/index.ts';
import { BASE } from '../../data/base-path.ts';
import { chooseStudio, currentStudio } from '../../data/studio.ts';
import { Button } from '../../ui/button.tsx';
import { useSize } from '../../ui/use-size.ts';
import { engine } from '../../workers/engine.ts';
import { engraver } from '../../workers/engraver.ts';

/** A first study for each instrument: a key that lies well under its hand. */
const FIRST: Readonly<Record<InstrumentId, string>> = {
  violin: 'instrument=violin&tonic=A&octaves=2',
  viola: 'instrument=viola&tonic=D&octaves=2',
  cello: 'instrument=cello&tonic=C&octaves=2',
  bass: 'instrument=bass&tonic=G&octaves=1',
};

/** How large each is beside the others, by the length of its body. */
const BODY: Readonly<Record<InstrumentId, number>> = { violin: 34, viola: 40, cello: 68, bass: 96 };

/** An empty library: three doors, and a scale as it will look. */
export function EmptyLibrary({ bring }: { bring: React.ReactNode }) {
  const look = (): void => {
    chooseStudio('demo');
    window.location.assign(BASE);
  };
  return (
    <div className="mt-4">
      <p className="font-serif text-2xl">Nothing here yet.</p>
      <div className="mt-3 grid gap-4 md:grid-cols-[2fr_1fr_1fr]">
        <section aria-labelledby="door-build" className="border border-rule bg-sheet p-4">
          <h2 id="door-build" className="text-xl">
            Build a first study
          </h2>
          <ul className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2">
            {INSTRUMENTS.map((id) => (
              <li key={id}>
                <Link
                  to={`/studies/new?${FIRST[id]}`}
                  className="flex flex-col items-center gap-1 rounded-sm px-2 py-1 hover:bg-wash"
                >
                  <Picture of={id} />
                  {INSTRUMENT_TABLE[id].name}
                </Link>
              </li>
            ))}
          </ul>
        </section>
        {currentStudio() === 'own' ? (
          <section aria-labelledby="door-look" className="border border-rule bg-sheet p-4">
            <h2 id="door-look" className="text-xl">
              Look at an invented studio
            </h2>
            <p className="my-2 text-faint">Pupils, studies and syllabuses made up, to try things out.</p>
            <Button onClick={look}>Look around</Button>
          </section>
        ) : null}
        <section aria-labelledby="door-bring" className="border border-rule bg-sheet p-4">
          <h2 id="door-bring" className="text-xl">
            Bring a library
          </h2>
          <p className="my-2 text-faint">From a backup made on another machine.</p>
          {bring}
        </section>
      </div>
      <Specimen />
    </div>
  );
}

/** The outline of an instrument, drawn for this page; the same in all sizes but for its length. */
function Picture({ of }: { of: InstrumentId }) {
  const body = BODY[of];
  const high = body * 1.75;
  const wide = body * 0.62;
  return (
    <svg width={wide} height={high} viewBox="0 0 62 175" aria-hidden="true" className="instrument">
      <path d="M31 70c-11 0-19 6-19 17 0 8 4 11 2 16l5 2c-4 4-4 13 0 17l-6 3c1 4-5 9-5 20 0 16 11 26 23 26s23-10 23-26c0-11-6-16-5-20l-6-3c4-4 4-13 0-17l5-2c-2-5 2-8 2-16 0-11-8-17-19-17z" />
      <path d="M28 96l1-74h4l1 74z" className="filled" />
      <path d="M31 22c-4-2-5-9 0-11 4-1 6 3 3 5M24 18h5M24 13h5M33 20h5M34 15h5" />
      <path d="M21 104c-4 5 3 12-1 19M41 104c4 5-3 12 1 19M24 124h14" />
      <path d="M28 134h6l-1 28h-4z" className="filled" />
    </svg>
  );
}

/** What a study looks like: a real one, worked out and engraved here and now. */
function Specimen() {
  const place = useRef<HTMLDivElement>(null);
  const width = useSize(place)?.width;
  const { data } = useQuery({
    queryKey: ['specimen', width],
    queryFn: async () => {
      const built = await engine().build({ instrument: 'violin', tonic: 'A', octaves: 2, ways: 1 });
      const way = built.ok ? built.value.ways[0] : undefined;
      if (!built.ok || !way) return '';
      const { recipe, passage } = built.value;
      return engraver().draw(
        { title: titleOf(recipe), recipe, passage, way },
        { width: width ?? 800, staffHeight: 30 },
        'paper',
      );
    },
    enabled: width !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <figure className="mt-4">
      <div ref={place} className="score min-h-40 border border-rule bg-sheet px-3 py-2">
        {data ? (
          <div role="img" aria-label="A major, two octaves, engraved" dangerouslySetInnerHTML={{ __html: data }} />
        ) : null}
      </div>
      <figcaption className="mt-1 text-sm text-faint">
        A major, two octaves: fingers, strings and shifts worked out.
      </figcaption>
    </figure>
  );
}
