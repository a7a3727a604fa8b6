/** The stages that a piece goes through, in the order of the work. */
export const stages = [
  { id: 'listen', name: 'Listen' },
  { id: 'tuning', name: 'Tuning' },
  { id: 'shapes', name: 'Shapes' },
  { id: 'thumb', name: 'Thumb' },
  { id: 'melody', name: 'Melody' },
  { id: 'form', name: 'Form' },
  { id: 'studies', name: 'Studies' },
  { id: 'handout', name: 'Handout' },
] as const;

export type StageId = (typeof stages)[number]['id'];
