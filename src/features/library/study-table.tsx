import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { memo, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { INSTRUMENT_TABLE, type InstrumentId } from '../../core/instruments/index.ts';
import { octaveWords } from '../../core/recipe/index.ts';
import { nameOf, type ListedStudy } from '../../core/study/index.ts';
import { formOf, printed } from '../../core/theory/index.ts';
import { byInstrument, USUAL_ORDER, type Line, type Order, type OrderBy } from './order.ts';
import { useRowStudy } from '../../data/library-queries.ts';
import { useMedia } from '../../ui/use-media.ts';
import { FirstBar } from './first-bar.tsx';
import { StudyRowActions } from './study-row-actions.tsx';
import { StudyShape } from './study-shape.tsx';

/** Up to so many rows all stand on the page, so that the browser's own search and printing see them. */
const ALL_SHOWN = 200;
/** Height of a row before it is measured, CSS pixels. */
const ROW = 58;

/** Where there is room for the line of a study, and where for its first bar, too. */
const WIDE = '(min-width: 64rem)';
const WIDER = '(min-width: 72rem)';

const COLUMNS: readonly { readonly by: OrderBy; readonly name: string; readonly shown: string }[] = [
  { by: 'name', name: 'Study', shown: '' },
  { by: 'instrument', name: 'Instrument', shown: 'hidden sm:table-cell' },
  { by: 'key', name: 'Key', shown: 'hidden md:table-cell' },
  { by: 'octaves', name: 'Octaves', shown: 'hidden md:table-cell' },
  { by: 'position', name: 'Highest position', shown: 'hidden sm:table-cell' },
];

/** A column asked for a second time is turned round, a third time let go. */
function nextOrder(order: Order, by: OrderBy): Order {
  if (order.by !== by) return { by, backwards: false };
  return order.backwards ? USUAL_ORDER : { by, backwards: true };
}

/** Studies as rows; of thousands only those near the view stand on the page. */
export function StudyTable({
  studies,
  order,
  onOrder,
}: {
  studies: readonly ListedStudy[];
  order: Order;
  onOrder: (order: Order) => void;
}) {
  const place = useRef<HTMLTableSectionElement>(null);
  const [offset, setOffset] = useState(0);
  useLayoutEffect(() => setOffset((place.current?.getBoundingClientRect().top ?? 0) + window.scrollY), []);
  // Asked for by a column, they stand in the one order of that column.
  const lines = useMemo(
    (): readonly Line[] => (order.by === 'changed' ? byInstrument(studies) : studies.map((study) => ({ study }))),
    [studies, order],
  );
  const few = lines.length <= ALL_SHOWN;
  const wide = useMedia(WIDE);
  const wider = useMedia(WIDER);
  const rows = useWindowVirtualizer({
    count: few ? 0 : lines.length,
    estimateSize: () => ROW,
    overscan: 4,
    scrollMargin: offset,
    getItemKey: (index) => keyOf(lines[index]) ?? index,
  });
  if (studies.length === 0) return null;
  const shown = rows.getVirtualItems();
  const first = shown[0];
  const last = shown.at(-1);
  return (
    <table
      className="mt-3 w-full border-collapse text-left"
      aria-rowcount={few ? undefined : lines.length + 1}
      aria-label="Studies"
    >
      <thead>
        <tr className="border-b-2 border-ink text-sm text-faint">
          {COLUMNS.map(({ by, name, shown }) => (
            <th
              key={by}
              scope="col"
              className={`py-1 pr-4 font-medium ${shown}`}
              aria-sort={order.by === by ? (order.backwards ? 'descending' : 'ascending') : undefined}
            >
              <button
                type="button"
                className="underline decoration-rule underline-offset-4 hover:bg-wash"
                onClick={() => onOrder(nextOrder(order, by))}
              >
                {name}
                <span aria-hidden="true">{order.by === by ? (order.backwards ? ' ▾' : ' ▴') : ''}</span>
              </button>
            </th>
          ))}
          {wide ? <td /> : null}
          {wider ? <td /> : null}
          <th scope="col" className="py-1 font-medium">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody ref={place}>
        {/* One structure for few and for many: rows that stand already stay when thousands join them. */}
        <Gap height={few ? 0 : (first?.start ?? offset) - offset} />
        {few
          ? lines.map((line) => <LineRow key={keyOf(line)} line={line} />)
          : shown.map(({ index, key }) => {
              const line = lines[index];
              return line ? <LineRow key={key} line={line} index={index} measure={rows.measureElement} /> : null;
            })}
        <Gap height={few ? 0 : rows.getTotalSize() + offset - (last?.end ?? offset)} />
      </tbody>
    </table>
  );
}

/** Stands for the rows above or below those that are drawn. */
function Gap({ height }: { height: number }) {
  return height > 0 ? (
    <tr aria-hidden="true">
      <td colSpan={COLUMNS.length + 3} style={{ height }} />
    </tr>
  ) : null;
}

function keyOf(line: Line | undefined): string | undefined {
  return line && ('study' in line ? line.study.id : line.heading);
}

/** Where a row stands among thousands, and what measures it. */
interface Placed {
  readonly index?: number;
  readonly measure?: (row: HTMLTableRowElement | null) => void;
}

function LineRow({ line, ...placed }: Placed & { line: Line }) {
  return 'study' in line ? <Row study={line.study} {...placed} /> : <Heading of={line.heading} {...placed} />;
}

/** The instrument whose studies follow. */
function Heading({ of, index, measure }: Placed & { of: InstrumentId }) {
  return (
    <tr ref={measure} data-index={index} aria-rowindex={index === undefined ? undefined : index + 2}>
      <th scope="rowgroup" colSpan={COLUMNS.length + 3} className="pt-4 font-serif text-lg text-faint">
        {INSTRUMENT_TABLE[of].name}
      </th>
    </tr>
  );
}

const Row = memo(function Row({
  study,
  index,
  measure,
}: Placed & {
  study: ListedStudy;
}) {
  const { instrument } = study;
  const named = study.name !== undefined && study.name !== study.title;
  return (
    <tr
      ref={measure}
      data-index={index}
      aria-rowindex={index === undefined ? undefined : index + 2}
      className="border-b border-rule align-baseline hover:bg-wash"
    >
      <th scope="row" className="max-w-96 py-2 pr-4 font-serif text-lg leading-snug break-words">
        <Link
          to={`/studies/${study.id}`}
          className="underline decoration-rule underline-offset-4 hover:decoration-accent"
        >
          {nameOf(study)}
        </Link>
        <span className="block font-sans text-sm font-normal text-faint">
          {named ? study.title : null}
          <span className="sm:hidden">
            {named ? ' · ' : ''}
            {INSTRUMENT_TABLE[instrument].name}, up to {study.highestPosition}
          </span>
        </span>
      </th>
      <td className="hidden py-2 pr-4 sm:table-cell">{INSTRUMENT_TABLE[instrument].name}</td>
      <td className="hidden py-2 pr-4 md:table-cell">
        {printed(study.tonic)} {formOf(study.form).name}
      </td>
      <td className="hidden py-2 pr-4 md:table-cell">
        {study.octaves === 0 ? 'a passage' : octaveWords(study.octaves).split(' ')[0]}
      </td>
      <td className="hidden py-2 pr-4 sm:table-cell">{study.highestPosition}</td>
      {useMedia(WIDE) ? <Glance study={study} /> : null}
      <td className="py-2 text-right">
        <StudyRowActions study={study} name={nameOf(study)} />
      </td>
    </tr>
  );
});

/** What a study looks like: its first bar, and its line beside the others'. */
function Glance({ study }: { study: ListedStudy }) {
  const whole = useRowStudy(study);
  return (
    <>
      {useMedia(WIDER) ? (
        <td className="w-60 py-1 pr-4 align-middle">
          <FirstBar study={whole} />
        </td>
      ) : null}
      <td className="w-40 py-1 align-middle">
        <StudyShape study={whole} />
      </td>
    </>
  );
}
