import qrcode from 'qrcode-generator';

/** Modules that stay free around a code (ISO/IEC 18004). */
export const quietModules = 4;

/**
 * A text as a phone's camera reads it (ISO/IEC 18004, medium correction): rows of modules, dark ones true, without the quiet zone. At most some 2,300 bytes; more throws.
 */
export function qrModules(words: string): boolean[][] {
  const code = qrcode(0, 'M');
  code.addData(words);
  code.make();
  const each = Array.from({ length: code.getModuleCount() }, (_, index) => index);
  return each.map((row) => each.map((column) => code.isDark(row, column)));
}

const hundredths = (value: number): number => Math.round(value * 100) / 100;

/** The dark modules as SVG path data, `side` long with the quiet zone around them, its top left corner at 0 and `top`; neighbours in a row are one bar. */
export function qrPath(words: string, side: number, top = 0): string {
  const rows = qrModules(words);
  const module = side / (rows.length + 2 * quietModules);
  const across = (column: number) => hundredths((column + quietModules) * module);
  const down = (row: number) => hundredths(top + (row + quietModules) * module);
  return rows
    .flatMap((row, y) =>
      row.flatMap((dark, x) => {
        if (!dark || row[x - 1]) return [];
        const end = row.findIndex((each, at) => at > x && !each);
        const right = across(end < 0 ? row.length : end);
        return [`M${across(x)} ${down(y)} H${right} V${down(y + 1)} H${across(x)} Z`];
      }),
    )
    .join(' ');
}
