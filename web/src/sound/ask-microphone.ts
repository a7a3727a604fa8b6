/** Why there is no microphone, and what lets there be one. */
export interface MicrophoneTrouble {
  readonly title: string;
  readonly mend: string;
  /** Whether asking again on this page is of no use. */
  readonly isFinal?: boolean;
}

const troubles: Readonly<Record<string, MicrophoneTrouble>> = {
  NotAllowedError: {
    title: 'The microphone was refused',
    mend: 'Allow it for this page in the browser’s address bar',
  },
  NotFoundError: { title: 'There is no microphone', mend: 'Connect one' },
  NotReadableError: {
    title: 'The microphone is in use elsewhere',
    mend: 'Close the other program that listens',
  },
  Insecure: {
    title: 'The browser gives no microphone to this address',
    mend: 'Open Jocund at its https address, or on the machine it runs on',
    isFinal: true,
  },
};
const unknown: MicrophoneTrouble = {
  title: 'The microphone cannot be opened',
  mend: 'Choose another microphone in the browser',
};

/** Opens the microphone, nothing of it filtered. Throws what {@link troubleOf} puts into words. */
export async function askMicrophone(): Promise<MediaStream> {
  // Absent where the page is neither https nor on this machine, whatever the types say.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (!devices) throw new DOMException('no media devices', 'Insecure');
  return devices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
}

export const troubleOf = (error: unknown): MicrophoneTrouble =>
  troubles[error instanceof DOMException ? error.name : ''] ?? unknown;

export const letGo = (stream: MediaStream | undefined): void =>
  stream?.getTracks().forEach((track) => track.stop());
