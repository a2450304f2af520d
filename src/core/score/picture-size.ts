/** How wide and high an engraved picture is, in the units it is drawn in; 1 by 1 where it does not say. */
export function pictureSize(svg: string): { readonly wide: number; readonly high: number } {
  const [, wide = 1, high = 1] = (/viewBox="\S+ \S+ ([\d.]+) ([\d.]+)"/.exec(svg) ?? []).map(Number);
  return { wide, high };
}
