declare module 'verovio/wasm' {
  /** Loads the WebAssembly module. */
  export default function createVerovioModule(): Promise<object>;
}

/** Address of the extracted WebAssembly (`scripts/engraver-program.ts`); `undefined` if the script embeds it. */
declare module 'virtual:engraver-program' {
  const address: string | undefined;
  export default address;
}

declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: object);
    /** Where it lies in the module's memory. */
    readonly ptr: number;
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): boolean;
    renderToSVG(page: number): string;
    renderToMIDI(): string;
    getMIDIValuesForElement(id: string): { readonly pitch: number } | undefined;
    getMEI(options?: Readonly<Record<string, unknown>>): string;
    getPageCount(): number;
    getVersion(): string;
  }
}
