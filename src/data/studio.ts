/** Which of the two studios is open: the teacher's own, or the invented one for trying things out. */
export type Studio = 'own' | 'demo';

const COOKIE = 'studio';

let acting: Studio | undefined;

/** Works for a studio where there is no page to ask, as in a worker. */
export function actFor(studio: Studio): void {
  acting = studio;
}

/** The studio open in this browser. */
export function currentStudio(): Studio {
  if (acting) return acting;
  return new RegExp(`(?:^|; )${COOKIE}=demo`).test(document.cookie) ? 'demo' : 'own';
}

/** Opens a studio from the next load on. A cookie, so that a demo server leaves a choice alone. */
export function chooseStudio(studio: Studio): void {
  document.cookie = `${COOKIE}=${studio}; path=/; max-age=31536000; SameSite=Strict`;
}

/** Takes `?studio=` out of the address and remembers it. */
export function adoptStudioFromAddress(): void {
  const url = new URL(window.location.href);
  const asked = url.searchParams.get('studio');
  if (asked !== 'own' && asked !== 'demo') return;
  chooseStudio(asked);
  url.searchParams.delete('studio');
  window.history.replaceState(window.history.state, '', url);
}
