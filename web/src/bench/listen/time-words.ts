/** A time of a recording as it is written on its scale: 0:07, 12:40. */
export const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** To a tenth of a second: 0:05.8. */
export const fineClock = (seconds: number): string => {
  const tenths = Math.round(seconds * 10);
  return `${Math.floor(tenths / 600)}:${String(Math.floor((tenths % 600) / 10)).padStart(2, '0')}.${tenths % 10}`;
};

/** Cents with their sign, whole. */
export const centsText = (cents: number): string => {
  const whole = Math.round(cents);
  return whole > 0 ? `+${whole}` : whole < 0 ? `−${-whole}` : '0';
};
