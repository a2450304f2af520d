/** Why the system did not do something, in words. */
export function reasonOf(error: unknown): string {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return (
    {
      ENOENT: 'there is no such file or folder.',
      EACCES: 'leave to write or read there is missing.',
      EPERM: 'leave to write or read there is missing.',
      EROFS: 'that disk can only be read.',
      ENOSPC: 'the disk is full.',
      ENOTDIR: 'a part of its path is a file, not a folder.',
      EISDIR: 'that is a folder, not a file.',
      EEXIST: 'a file of that name is in the way.',
    }[code] ?? `the system answered ${code || 'with a fault'}.`
  );
}
