import { VerovioToolkit } from 'verovio/esm';
import createModule from 'verovio/wasm';
import address from 'virtual:engraver-program';

/**
 * Starts the engraver. Where the build has put its WebAssembly into a file, a browser compiles it while it arrives, and keeps
 * what it compiled: the engraver's script, which starts whatever it carries, is given that in its place.
 */
export async function startEngraver(): Promise<VerovioToolkit> {
  if (address === undefined) return new VerovioToolkit(await createModule());
  const module = await WebAssembly.compileStreaming(fetch(address));
  const own = WebAssembly.instantiate;
  const given = async (
    _: unknown,
    imports?: WebAssembly.Imports,
  ): Promise<WebAssembly.WebAssemblyInstantiatedSource> => ({
    module,
    instance: await own(module, imports),
  });
  WebAssembly.instantiate = given as typeof WebAssembly.instantiate;
  try {
    return new VerovioToolkit(await createModule());
  } finally {
    WebAssembly.instantiate = own;
  }
}
