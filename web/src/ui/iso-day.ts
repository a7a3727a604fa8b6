/** A day by the clock of this browser (ISO 8601): "2026-12-06". */
export const isoDay = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((part) => String(part).padStart(2, '0')).join('-');
