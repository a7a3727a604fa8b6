/** The little of verovio's interface the tests use; the package ships no types. */
declare module 'verovio/wasm' {
  const createVerovioModule: () => Promise<unknown>;
  export default createVerovioModule;
}
declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: unknown);
    loadData(xml: string): number;
    renderToMIDI(): string;
    getMEI(): string;
    renderToTimemap(options: object): { readonly on?: string[]; readonly qstamp: number }[];
    getMIDIValuesForElement(id: string): { readonly pitch: number };
  }
}
