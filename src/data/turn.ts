/** Lets a worker hear a wish to stop. */
export function turn(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}
