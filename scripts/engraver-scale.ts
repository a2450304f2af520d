/**
 * The scale of twelve equal steps as the engraver carries it. It reads this text anew many times a picture, and for
 * each number with a point in it sets up how numbers are written in the reader's country: a third of its work.
 */
export const IN_CENTS = `! 12 Tone Equal Temperament.scl
!
12 Tone Equal Temperament | ED2-12 - Equal division of harmonic 2 into 12 parts
 12
!
 100.00000
 200.00000
 300.00000
 400.00000
 500.00000
 600.00000
 700.00000
 800.00000
 900.00000
 1000.00000
 1100.00000
 2/1
`;

/**
 * The same steps as ratios, which are whole numbers: continued fractions of 2 to the power of k/12, so near that the
 * furthest is a ten-billionth of a cent off. As long as the other, so that nothing behind it moves.
 */
export const AS_RATIOS = `! continued fractions of 2 to the power of k/12   
12 equal steps
12
2739815/2586041
1270810/1132163
4613353/3879352
3259034/2586697
1419143/1063156
9369319/6625109
2126312/1419143
2586697/1629517
7758704/4613353
1132163/635405
5172082/2739815
2/1
`;

/** The engraver's WebAssembly with its scale in ratios; nothing where it carries that scale no longer, or twice. */
export function withRatios(wasm: Uint8Array): Uint8Array | undefined {
  const bytes = Buffer.from(wasm);
  const at = bytes.indexOf(IN_CENTS);
  if (at < 0 || bytes.includes(IN_CENTS, at + 1)) return undefined;
  bytes.write(AS_RATIOS, at);
  return bytes;
}
