/** A file name from a title: small letters, digits and dashes. */
export function fileName(title: string, extension: string): string {
  const plain = title
    .replaceAll('♯', '-sharp')
    .replaceAll('♭', '-flat')
    .replaceAll('𝄪', '-double-sharp')
    .replaceAll('𝄫', '-double-flat')
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain || 'study'}.${extension}`;
}
