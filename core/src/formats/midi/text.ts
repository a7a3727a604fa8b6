/** Text as the bytes of its UTF-8, one character each, as the MIDI writer puts them down. */
export const toBytes = (text: string): string =>
  encodeURIComponent(text).replace(/%([0-9A-F]{2})/g, (_, hex: string) =>
    String.fromCharCode(parseInt(hex, 16)),
  );

/** Text from bytes: UTF-8 where it is such, else one character a byte (Latin-1, as older files have it). */
export function fromBytes(bytes: string): string {
  try {
    return decodeURIComponent(
      [...bytes].map((each) => `%${each.charCodeAt(0).toString(16).padStart(2, '0')}`).join(''),
    );
  } catch {
    return bytes;
  }
}
