import { VerovioToolkit } from 'verovio/esm';
import createModule from 'verovio/wasm';
import address from 'virtual:engraver-program';

/**
 * Starts the engraver. The WebAssembly is a separate file, so the browser compiles it while it downloads and caches the
 * compiled code. The package's script instantiates the bytes it embeds; it is given the compiled module instead.
 */
export async function startEngraver(): Promise<VerovioToolkit> {
  const compiled = address === undefined ? undefined : WebAssembly.compileStreaming(fetch(address));
  return new VerovioToolkit(await (compiled ? withProgram(compiled, createModule) : createModule()));
}

/** Runs `start` with `WebAssembly.instantiate` answering with a module that is compiled elsewhere. */
async function withProgram(compiled: Promise<WebAssembly.Module>, start: () => Promise<object>): Promise<object> {
  const own = WebAssembly.instantiate;
  const given = async (
    _: unknown,
    imports?: WebAssembly.Imports,
  ): Promise<WebAssembly.WebAssemblyInstantiatedSource> => {
    const module = await compiled;
    return { module, instance: await own(module, imports) };
  };
  WebAssembly.instantiate = given as typeof WebAssembly.instantiate;
  try {
    return await start();
  } finally {
    WebAssembly.instantiate = own;
  }
}
