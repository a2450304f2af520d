import type { VerovioToolkit } from 'verovio/esm';
import address from 'virtual:engraver-program';

/**
 * Starts the engraver. The WebAssembly is a separate file, so the browser compiles it while it downloads and caches the
 * compiled code. The package's script instantiates the bytes it embeds; it is given the compiled module instead.
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

/** Runs `start` with `WebAssembly.instantiate` answering with a module that is already compiled. */
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
