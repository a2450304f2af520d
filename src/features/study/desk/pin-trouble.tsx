import type { Refusal } from '../../../core/base/index.ts';
import { Notice } from '../../../ui/notice.tsx';

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
