/** Minutes after which the hands rest. From memory. */
const REST_AFTER = 25;

/** What of a line decides where it stands in its day. */
interface Strain {
  readonly study: string;
  readonly strains: boolean;
}

/**
 * Lines in an order in which no two that strain follow each other and each study's rungs come as they are climbed.
 * What would have to follow another strain waits for the next day.
 */
export function apart<Line extends Strain>(lines: readonly Line[]): Line[] {
  const left = [...lines];
  const order: Line[] = [];
  while (left.length > 0) {
    const free = left.filter((line) => left.find(({ study }) => study === line.study) === line);
    const tired = order.at(-1)?.strains === true;
    const straining = left.filter(({ strains }) => strains).length;
    // With as many that strain as there are others, they have to take turns.
    const mustStrain = !tired && 2 * straining >= left.length;
    const next = (mustStrain && free.find(({ strains }) => strains)) || free.find(({ strains }) => !strains || !tired);
    if (!next) break;
    order.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return order;
}

/** After which minutes the hands rest: between two lines, never more than 25 on end. */
export function breaksIn(items: readonly { readonly minutes: number }[]): number[] {
  const breaks: number[] = [];
  let [now, since] = [0, 0];
  for (const { minutes } of items) {
    if (since > 0 && since + minutes > REST_AFTER) {
      breaks.push(now);
      since = 0;
    }
    now += minutes;
    since += minutes;
  }
  return breaks;
}
