import { lazy, type FunctionComponent, type LazyExoticComponent } from 'react';

/**
 * A part of the page whose file comes when it is asked for.
 * @example const Stand = later(() => import('../stand/stand.tsx'), 'Stand')
 */
export function later<Name extends string, Props>(
  load: () => Promise<Readonly<Record<Name, FunctionComponent<Props>>>>,
  name: Name,
): LazyExoticComponent<FunctionComponent<Props>> {
  return lazy(async () => ({ default: (await load())[name] }));
}
