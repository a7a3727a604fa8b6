/** Ways of dividing the strings among the fingers of the picking hand, by the name files carry. */
export const pickingSchools = ['i', 'im', 'ima', 'pick', 'pi', 'index-brush', 'thumb-brush'] as const;

export type PickingSchool = (typeof pickingSchools)[number];

/** Where neither the piece nor the reader says otherwise. */
export const usualSchool: PickingSchool = 'ima';

/** What picks, as a message says it. */
export const schoolWords: Readonly<Record<PickingSchool, string>> = {
  i: 'thumb and index',
  im: 'thumb, index and middle',
  ima: 'thumb, index, middle and ring',
  pick: 'a pick, middle and ring',
  pi: 'thumb and index, in turn on runs',
  'index-brush': 'thumb and index, the index brushing both ways',
  'thumb-brush': 'thumb, index and middle, the thumb brushing',
};
