import { useMedia } from '../../../ui/use-media.ts';

/** From this size on the desk fills the window; the same words stand in `styles.css`. */
export const FILLS = '(min-width: 700px) and (min-height: 560px)';

/** Whether the desk fills the window, so that its score is made to fit. */
export function useFits(): boolean {
  return useMedia(FILLS);
}
