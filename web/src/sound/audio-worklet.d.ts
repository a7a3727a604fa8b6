/** Names of the audio worklet's own world that the page's types do not know. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
/** The frame of the context's time at which what is processed begins. */
declare const currentFrame: number;
