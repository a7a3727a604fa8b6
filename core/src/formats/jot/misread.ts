/** What a line has that cannot be read; caught by the reader, which knows the line. */
export class Misread extends Error {
  readonly remedy: string;

  constructor(reason: string, remedy: string) {
    super(reason);
    this.remedy = remedy;
  }
}
