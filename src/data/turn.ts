/** Yields to the event loop, so that a worker can receive a message to stop. */
export function turn(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve));
}
