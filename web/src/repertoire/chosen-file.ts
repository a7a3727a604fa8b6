/** A file that was chosen: its name and what it holds. */
export interface ChosenFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}
