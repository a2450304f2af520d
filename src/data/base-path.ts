/** The path the application is served under: `/`, or such as `/strings/`; set by `index.html`. */
export const BASE = typeof document === 'undefined' ? '/' : new URL('.', document.baseURI).pathname;

/**
 * A path of the host, relative to the application.
 *
 * @example ownPath('/strings/studies/new') // '/studies/new' when served under /strings/
 */
export function ownPath(pathname: string): string {
  return pathname.startsWith(BASE) ? `/${pathname.slice(BASE.length)}` : pathname;
}
