/** Where the first note's tempo stands in an engraved picture: its left end, the line it stands on, and its words. */
const TEMPO = /(class="tempo"[^>]*><text x="(-?\d+)" y=")(-?\d+)("[\s\S]*?font-size="([1-9]\d*)px">)([^<]*)</;

/** A hand's bracket: its left end from its foot to its line, then its right end. */
const BRACKET =
  /class="bracketSpan[^>]*><polyline[^>]*points="(-?\d+),(-?\d+) -?\d+,(-?\d+)[^>]*>(?:<polyline[^>]*points="(-?\d+))?/g;

/** About how wide a letter is, as a share of the size of its face. */
const LETTER = 0.5;

/** Paper left between the tempo and a bracket under it, in the engraver's units: a tenth of a staff. */
const GAP = 80;

/**
 * The same picture with its tempo over the bracket it stood in. A bracket over high notes lies higher
 * than its first note needs, and the engraver sets the tempo by that note alone.
 */
export function withClearTempo(svg: string): string {
  return svg.replace(
    TEMPO,
    (whole, before: string, x: string, y: string, between: string, size: string, words: string) => {
      const [left, line, high] = [Number(x), Number(y), Number(size)];
      const right = left + words.length * LETTER * high;
      const over = [...svg.matchAll(BRACKET)].flatMap(([, from, foot, top, to]) => {
        const meets = Number(from) < right && (to === undefined || Number(to) > left);
        return meets && Number(top) < line + GAP && Number(foot) > line - high ? [Number(top)] : [];
      });
      return over.length === 0 ? whole : `${before}${Math.min(...over) - GAP}${between}${words}<`;
    },
  );
}
