import type { VerovioToolkit } from 'verovio/esm';
import address from 'virtual:engraver-program';

/**
 * Starts the engraver. Its script and its WebAssembly stand in files of their own, which change only when it does. A browser
 * compiles the WebAssembly while it arrives, and keeps what it compiled: the script, which starts whatever it
 * carries, is given that in its place.
 */
export async function startEngraver(): Promise<VerovioToolkit> {
  const compiled = address === undefined ? undefined : WebAssembly.compileStreaming(fetch(address));
  const [{ VerovioToolkit: Toolkit }, { default: createModule }, program] = await Promise.all([
    import('verovio/esm'),
    import('verovio/wasm'),
    compiled,
  ]);
  return new Toolkit(program ? await withProgram(program, createModule) : await createModule());
}

/** Lets a script start a program that is compiled already. */
async function withProgram(program: WebAssembly.Module, start: () => Promise<object>): Promise<object> {
  const own = WebAssembly.instantiate;
  const given = async (
    _: unknown,
    imports?: WebAssembly.Imports,
  ): Promise<WebAssembly.WebAssemblyInstantiatedSource> => ({
    module: program,
    instance: await own(program, imports),
  });
  WebAssembly.instantiate = given as typeof WebAssembly.instantiate;
  try {
    return await start();
  } finally {
    WebAssembly.instantiate = own;
  }
}
