import { useRef, type ReactNode } from 'react';
import { Button } from './button.tsx';

/** A button that asks for a file; the same file can be chosen twice. */
export function FileButton({
  label,
  accept,
  kind = 'quiet',
  disabled = false,
  onFile,
  children,
}: {
  /** Names the file asked for, for screen readers. */
  label: string;
  accept: string;
  kind?: 'plain' | 'quiet';
  disabled?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
}) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button kind={kind} disabled={disabled} onClick={() => picker.current?.click()}>
        {children}
      </Button>
      <input
        ref={picker}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
