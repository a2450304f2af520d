import { useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import type { PupilWhole } from '../../core/practice/index.ts';
import { usePupil } from '../../data/pupil-queries.ts';
import { Notice } from '../../ui/notice.tsx';
import { StorageNotice } from '../../ui/storage-notice.tsx';
import { useClimbing, type Climbing } from './use-climbing.ts';

/**
 * The pupil of the address, and what is set to them: with a message if there is no such pupil or storage fails. `children` is shown
 * once all that is set has been worked out, and from then on; with `early`, before that too.
 */
export function OpenPupil({
  what,
  early,
  children,
}: {
  /** `The lesson`. */
  what: string;
  early?: (whole: PupilWhole) => ReactNode;
  children: (whole: PupilWhole, climbing: readonly Climbing[]) => ReactNode;
}) {
  const { id } = useParams();
  const { data: whole, error, isPending } = usePupil(id);
  const climbing = useClimbing(whole);
  const [opened, setOpened] = useState<string>();
  const complete = whole != null && climbing?.length === whole.assignments.length;
  if (complete && opened !== id) setOpened(id);
  if (error) return <StorageNotice title={`${what} cannot be opened`} trouble={error} wholePage />;
  if (whole === null) {
    return (
      <Notice tone="trouble" wholePage title="There is no such pupil here">
        They may have been deleted, or are kept in another browser.{' '}
        <Link to="/pupils" className="underline">
          Go to the pupils
        </Link>
      </Notice>
    );
  }
  if (isPending || !whole) return <p role="status">Opening …</p>;
  if (climbing && (complete || opened === id)) return children(whole, climbing);
  return early?.(whole) ?? <p role="status">Working out what is set …</p>;
}
