/** An answer that is JSON already: long lists come so from the database, which makes them at a fraction of the time. */
export class JsonText {
  readonly text: string;
  constructor(text: string) {
    this.text = text;
  }
}

/** The JSON of an object some fields of which are JSON already. */
export function jsonWith(rest: object, texts: Readonly<Record<string, string>>): string {
  const whole = JSON.stringify(rest);
  const added = Object.entries(texts).map(([name, text]) => `${JSON.stringify(name)}:${text}`);
  return whole === '{}' ? `{${added.join(',')}}` : `${whole.slice(0, -1)},${added.join(',')}}`;
}
