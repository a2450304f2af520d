/** Where the application stands on its host: `/`, or a path such as `/strings/`; set by the first page (`index.html`). */
export const BASE = typeof document === 'undefined' ? '/' : new URL('.', document.baseURI).pathname;

/**
 * A path of this host as one of the application.
 *
 * @example ownPath('/strings/studies/new') // '/studies/new', where the application stands at /strings/
 */
export function ownPath(pathname: string): string {
  return pathname.startsWith(BASE) ? `/${pathname.slice(BASE.length)}` : pathname;
}
