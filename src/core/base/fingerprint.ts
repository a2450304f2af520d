/**
 * A short name for a text: the same for the same text, another for another (two hashes of 32 bits, and the length). Not for
 * secrets. Source: FNV-1a, Fowler, Noll and Vo, 1991.
 *
 * @example fingerprint('G') === fingerprint('G') // true
 */
export function fingerprint(text: string): string {
  let [forward, backward] = [0x811c9dc5, 0x811c9dc5];
  for (let at = 0; at < text.length; at += 1) {
    forward = Math.imul(forward ^ text.charCodeAt(at), 0x01000193);
    backward = Math.imul(backward ^ text.charCodeAt(text.length - 1 - at), 0x01000193);
  }
  return [forward, backward, text.length].map((part) => (part >>> 0).toString(36)).join('-');
}
