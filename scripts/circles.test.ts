import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import ts from 'typescript';
import { expect, it } from 'vitest';

const ROOT = join(import.meta.dirname, '..');
const FOLDERS = ['src', 'cli', 'server', 'demo', 'scripts', 'bench', 'tests'];

function modulesUnder(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return entry.name === 'node_modules' ? [] : modulesUnder(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** Strongly connected components of more than one module (Tarjan 1972). */
function circlesIn(imports: ReadonlyMap<string, readonly string[]>): string[][] {
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const circles: string[][] = [];
  const visit = (module: string): void => {
    const own = index.size;
    index.set(module, own);
    low.set(module, own);
    stack.push(module);
    for (const next of imports.get(module) ?? []) {
      if (!index.has(next)) visit(next);
      if (stack.includes(next)) low.set(module, Math.min(low.get(module)!, low.get(next)!));
    }
    if (low.get(module) !== own) return;
    const component = stack.splice(stack.indexOf(module));
    if (component.length > 1) circles.push(component);
  };
  for (const module of imports.keys()) if (!index.has(module)) visit(module);
  return circles;
}

it('no module imports itself in a circle, types included', () => {
  const modules = new Set(FOLDERS.flatMap((folder) => modulesUnder(join(ROOT, folder))));
  const imports = new Map(
    [...modules].map((module) => [
      module,
      ts
        .preProcessFile(readFileSync(module, 'utf8'))
        .importedFiles.map(({ fileName }) => resolve(dirname(module), fileName))
        .filter((path) => modules.has(path)),
    ]),
  );
  expect([...imports.values()].flat().length).toBeGreaterThan(1000);
  expect(circlesIn(imports).map((circle) => circle.map((module) => relative(ROOT, module)))).toEqual([]);
});

it('a circle through a type is seen', () => {
  const imports = new Map([
    ['a', ['b']],
    ['b', ['c', 'd']],
    ['c', ['a']],
    ['d', []],
  ]);
  expect(circlesIn(imports).map((circle) => circle.toSorted())).toEqual([['a', 'b', 'c']]);
});
