// How Node reads a file of TypeScript: types taken away by the compiler that builds the application.
import { Buffer } from 'node:buffer';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { transformSync } from 'rolldown/utils';

/** Line numbers cost a fifth of a second at the start of a command: they come where Node is asked for them. */
const LINES = process.execArgv.includes('--enable-source-maps');

/** Node's hook for loading a module: ours for TypeScript, Node's own for everything else. */
export async function load(url, context, nextLoad) {
  const { protocol, pathname, searchParams } = new URL(url);
  // Where the application asks for the address of a file it asks for nothing in it.
  if (searchParams.has('url')) {
    return { format: 'module', source: `export default ${JSON.stringify(url)};`, shortCircuit: true };
  }
  if (protocol !== 'file:' || !/\.tsx?$/.test(pathname)) return nextLoad(url, context);
  const file = fileURLToPath(url);
  const { code, map, errors } = transformSync(file, readFileSync(file, 'utf8'), { sourcemap: LINES });
  if (errors.length > 0) throw new SyntaxError(`${file}: ${errors[0].message}`);
  return { format: 'module', source: LINES ? code + pointing(map) : code, shortCircuit: true };
}

/** What tells Node which line was which, at the end of a module. */
function pointing(map) {
  return `\n//# sourceMappingURL=data:application/json;base64,${Buffer.from(JSON.stringify(map)).toString('base64')}`;
}
