/** The longest name before the extension, letters. */
const LONGEST = 80;

/**
 * A file name from a title: small letters of any script, digits and dashes; marks are left off Latin letters.
 *
 * @example fileName('Éva Łuczak: D♯ minor', 'pdf') // 'eva-łuczak-d-sharp-minor.pdf'
 */
export function fileName(title: string, extension: string): string {
  const plain = title
    .replaceAll('♯', '-sharp')
    .replaceAll('♭', '-flat')
    .replaceAll('𝄪', '-double-sharp')
    .replaceAll('𝄫', '-double-flat')
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .normalize('NFC')
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
    .slice(0, LONGEST)
    .replace(/^-|-$/g, '');
  return `${plain || 'study'}.${extension}`;
}
