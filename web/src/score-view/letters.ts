/** Query marks: a, b, … z, then aa, ab, … (letters read better than daggers at this size). */
export const queryLetter = (index: number): string => {
  const last = String.fromCharCode(97 + (index % 26));
  return index < 26 ? last : queryLetter(Math.floor(index / 26) - 1) + last;
};
