import { counted } from '../../core/base/words.ts';
import { memo } from 'react';
import type { Refusal } from '../../core/base/outcome.ts';
import { Button } from '../../ui/button.tsx';
import { Notice } from '../../ui/notice.tsx';

/** Why a pin can't be played, and the way out. */
export function PinTrouble({
  trouble,
  onRelease,
}: {
  trouble: Refusal;
  onRelease: (notes: readonly number[]) => void;
}) {
  const { message, release = [] } = trouble;
  return (
    <Notice tone="trouble" title="This pin cannot be played">
      {message}{' '}
      {release.length > 0 ? (
        <button type="button" className="underline" onClick={() => onRelease(release)}>
          {release.length === 1 ? 'Release the pin' : `Release these ${release.length} pins`}
        </button>
      ) : null}
    </Notice>
  );
}

/** How to work on the score, and what can be taken back. */
export const PinsLine = memo(function PinsLine({
  pins,
  count,
  canUndo,
  canRedo,
  onUndo,
  onReleaseAll,
  onKeepAll,
  onOtherKeys,
  onVariations,
  onHelp,
  onPalette,
}: {
  pins: number;
  count: number;
  canUndo: boolean;
  canRedo: boolean;
  onUndo: (forth: boolean) => void;
  onReleaseAll: () => void;
  onKeepAll: () => void;
  onOtherKeys: () => void;
  onVariations: () => void;
  onHelp: () => void;
  onPalette: () => void;
}) {
  return (
    <div className="no-print mt-1 flex flex-wrap items-center justify-between gap-x-4">
      <p className="text-sm text-faint">
        Choose a note with the mouse or the arrow keys; 0 to 4 and T pin its finger, a string’s letter its string, X
        releases it.{' '}
        {pins > 0 ? `${counted(pins, 'note is', 'notes are')} pinned, underlined where the finger is shown.` : ''}
      </p>
      <div className="flex flex-wrap">
        <Button kind="quiet" disabled={!canUndo} onClick={() => onUndo(false)}>
          Undo
        </Button>
        <Button kind="quiet" disabled={!canRedo} onClick={() => onUndo(true)}>
          Redo
        </Button>
        <Button kind="quiet" onClick={onOtherKeys}>
          In other keys …
        </Button>
        <Button kind="quiet" onClick={onVariations}>
          Variations …
        </Button>
        <Button kind="quiet" onClick={onPalette}>
          Do …
        </Button>
        <Button kind="quiet" onClick={onHelp}>
          Shortcuts …
        </Button>
        <Button kind="quiet" disabled={pins === count} onClick={onKeepAll}>
          Keep this fingering
        </Button>
        {pins > 0 ? (
          <Button kind="quiet" onClick={onReleaseAll}>
            Release all pins
          </Button>
        ) : null}
      </div>
    </div>
  );
});
