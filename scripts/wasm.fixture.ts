import { unsigned } from './wasm-sections.ts';

/** A WebAssembly program of sections, each its number and its bytes. Source: WebAssembly Core Specification 2.0, 5.5. */
export function program(...sections: readonly (readonly [id: number, ...bytes: number[]])[]): Buffer {
  const written = sections.flatMap(([id, ...bytes]) => [Buffer.from([id]), unsigned(bytes.length), Buffer.from(bytes)]);
  return Buffer.concat([Buffer.from([0x00, 0x61, 0x73, 0x6d, 1, 0, 0, 0]), ...written]);
}

/** What a started program shows. */
export async function started<Shown>(wasm: Uint8Array, imports: WebAssembly.Imports = {}): Promise<Shown> {
  const { instance } = await WebAssembly.instantiate(new Uint8Array(wasm), imports);
  return instance.exports as Shown;
}
