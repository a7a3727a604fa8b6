/** Wide enough for any study, narrow enough that no input can exhaust a machine. */
export const studyLimits = {
  bars: 400,
  notesPerBar: 128,
  gripsPerBar: 16,
  textLength: 200,
  fret: 24,
  sources: 12,
  patterns: 40,
  letStand: 400,
} as const;
