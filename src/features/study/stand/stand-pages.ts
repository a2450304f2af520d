/** How much larger or smaller at a time. */
export const STAND_STEP = 1.2;

/** The page after turning forth or back; the first and the last are the ends. */
export function pageAfter(page: number, by: 1 | -1, pages: number): number {
  return Math.max(0, Math.min(pages - 1, page + by));
}

/** Place of the page on which a note stands, told by its name in the picture; `undefined` where none has it. */
export function pageWith(pages: readonly string[], id: string): number | undefined {
  const page = pages.findIndex((svg) => svg.includes(`id="${id}"`));
  return page < 0 ? undefined : page;
}
