/** Counts what was asked for, so that a sound no longer wanted when the player has loaded stays silent. */
let asked = 0;
let stopPlayer: (() => void) | undefined;

/** Asks for a sound. The player, and the audio library with it, loads when first asked for. */
export async function sound(act: (player: typeof import('./player.ts')) => Promise<void>): Promise<void> {
  const mine = (asked += 1);
  const player = await import('./player.ts');
  stopPlayer = player.stop;
  if (mine === asked) await act(player);
}

/** Stops whatever sounds or is about to. */
export function silence(): void {
  asked += 1;
  stopPlayer?.();
}
