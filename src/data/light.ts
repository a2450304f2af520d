const KEY = 'step-ladder-light';

/** By day: ink on paper; by lamplight: pale ink on a dark page. */
export type Light = 'day' | 'lamp';

/** The light chosen on the page; nothing if it goes by the machine. */
function chosenLight(): Light | undefined {
  try {
    const kept = localStorage.getItem(KEY);
    return kept === 'day' || kept === 'lamp' ? kept : undefined;
  } catch {
    return undefined;
  }
}

/** How the machine is set. */
function machineLight(): Light {
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'lamp' : 'day';
}

/** The light the page stands in. */
export function lightNow(): Light {
  return chosenLight() ?? machineLight();
}

/** Shows the page in the light that was chosen, or in the machine's. */
export function showLight(): void {
  const light = chosenLight();
  if (light) document.documentElement.dataset['light'] = light;
  else delete document.documentElement.dataset['light'];
}

/** Chooses a light and keeps it where the browser allows; what the machine has anyway need not be kept. */
export function chooseLight(light: Light): void {
  try {
    if (light === machineLight()) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, light);
  } catch {
    // Where nothing may be kept, the page goes by the machine next time.
  }
  document.documentElement.dataset['light'] = light;
}
