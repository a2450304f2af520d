import { lazy, memo, Suspense } from 'react';
import type { ScoredStudy } from '../../../core/score/index.ts';
import type { PaletteCommand } from '../../../ui/palette.tsx';
import { Byline } from '../paper/byline.tsx';
import { Shortcuts } from './shortcuts.tsx';
import { later } from '../../../ui/later.ts';

// Asked for now and then: they come when they are.
const OtherKeys = later(() => import('../ways/other-keys.tsx'), 'OtherKeys');
const Variations = later(() => import('../bow/variations.tsx'), 'Variations');
const Palette = lazy(() => import('../../../ui/palette.tsx'));

/** What can be laid over the desk. */
export type Sheet = 'help' | 'keys' | 'palette' | 'variations' | 'byline';

/** The one sheet that is open, if any. */
export const Sheets = memo(function Sheets({
  sheet,
  study,
  onClose,
  commands,
}: {
  sheet: Sheet | undefined;
  study: ScoredStudy | undefined;
  onClose: () => void;
  /** Every command the palette offers, put together when it is opened. */
  commands: () => readonly PaletteCommand[];
}) {
  return (
    <>
      {study ? (
        <Suspense>
          {sheet === 'keys' ? <OtherKeys study={study} open onClose={onClose} /> : null}
          {sheet === 'variations' ? <Variations study={study} onClose={onClose} /> : null}
          {sheet === 'palette' ? <Palette open onClose={onClose} commands={commands()} /> : null}
        </Suspense>
      ) : null}
      {sheet === 'byline' ? <Byline onClose={onClose} /> : null}
      {sheet === 'help' ? <Shortcuts onClose={onClose} /> : null}
    </>
  );
});
