import { Button } from './button.tsx';
import { Notice } from './notice.tsx';

/** Why the browser's storage can't be used; where a newer version is needed, the way to it. */
export function StorageNotice({
  title,
  trouble,
  wholePage = false,
}: {
  title: string;
  trouble: Error & { readonly kind?: string };
  wholePage?: boolean;
}) {
  return (
    <Notice tone="trouble" title={title} wholePage={wholePage}>
      {trouble.message}
      {trouble.kind === 'newer' ? (
        <p className="mt-2">
          <Button kind="strong" onClick={() => window.location.reload()}>
            Get the newest Step Ladder
          </Button>
        </p>
      ) : null}
    </Notice>
  );
}
