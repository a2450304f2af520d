// Writes the list of packages that reach the browser, from what is installed.
import { readFileSync, writeFileSync } from 'node:fs';

const SERVER_ONLY = new Set(['express', 'helmet', 'compression', 'tsx', 'get-port']);
const root = new URL('../', import.meta.url);
const own = JSON.parse(readFileSync(new URL('package.json', root), 'utf8'));
const rows = Object.keys(own.dependencies)
  .filter((name) => !SERVER_ONLY.has(name))
  .sort()
  .map((name) => {
    const { version, license } = JSON.parse(readFileSync(new URL(`node_modules/${name}/package.json`, root), 'utf8'));
    return { name, version, license: license ?? 'see the package' };
  });
writeFileSync(new URL('src/features/notices/notices.json', root), `${JSON.stringify(rows, null, 1)}\n`);
