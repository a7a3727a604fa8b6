/** A weight of the fingering model: what it is worth, what it says, and where the value comes from. */
export interface CostEntry {
  readonly value: number;
  readonly unit: 'mm' | 'ms' | 'share' | 'bars';
  readonly says: string;
  readonly source: string;
}

const memory = 'from memory, to be argued with';
const practice = 'common practice; the value is from memory';

/**
 * What the fretting hand pays for moving, in mm of stretch: the same currency as the cost of holding a grip. The form (hold,
 * shift along the neck, move across the strings) follows Sayegh, Computer Music Journal 1989, and Radicioni & Lombardo's
 * constraint model; that a hurried move costs more follows Heijink & Meulenbroek, Journal of Motor Behavior 2002.
 */
export const frettingCosts = {
  lands: { value: 6, unit: 'mm', says: 'a finger finds its place from the air', source: memory },
  moves: { value: 3, unit: 'mm', says: 'a finger lifts and lands elsewhere', source: memory },
  guide: { value: 1, unit: 'mm', says: 'a guide finger slides along its string', source: practice },
  extends: { value: 2, unit: 'mm', says: 'a finger that is down takes one more string', source: memory },
  fingerWay: { value: 0.1, unit: 'share', says: 'share of a finger’s way, hurry included', source: memory },
  shiftWay: {
    value: 0.3,
    unit: 'share',
    says: 'share of the hand’s way along the neck, hurry included',
    source: memory,
  },
  guidedShift: {
    value: 0.6,
    unit: 'share',
    says: 'what a shift costs when a guide finger leads it',
    source: practice,
  },
  hurry: { value: 250, unit: 'ms', says: 'with this much time a way counts double', source: memory },
  shortest: { value: 30, unit: 'ms', says: 'no move is counted quicker than this', source: memory },
  earlyRelease: {
    value: 0.25,
    unit: 'share',
    says: 'share of a note a player gives up to move on',
    source: practice,
  },
  longestRelease: { value: 250, unit: 'ms', says: 'the most of a note given up to move on', source: memory },
  remembers: {
    value: 2,
    unit: 'bars',
    says: 'how long a finger is taken to stay near its last place',
    source: memory,
  },
  againstGrip: {
    value: 12,
    unit: 'mm',
    says: 'a note of the grip with another finger than the teacher gave the grip',
    source: memory,
  },
  againstUsual: {
    value: 4,
    unit: 'mm',
    says: 'a note of the grip with another finger than the grip’s easiest',
    source: memory,
  },
  bendIndex: { value: 24, unit: 'mm', says: 'a bend with finger 1', source: practice },
  bendMiddle: { value: 8, unit: 'mm', says: 'a bend with finger 2', source: practice },
  bendLittle: { value: 4, unit: 'mm', says: 'a bend with finger 4', source: practice },
  bendThumb: { value: 60, unit: 'mm', says: 'a bend with the fretting thumb', source: practice },
  weakHammer: { value: 3, unit: 'mm', says: 'a hammer-on or pull-off by finger 4', source: memory },
  otherVoiceString: {
    value: 5,
    unit: 'mm',
    says: 'a note on a string of the other voice, each string further',
    source: practice,
  },
  cutShort: {
    value: 60,
    unit: 'mm',
    says: 'a note on a string whose last note is still written',
    source: practice,
  },
  letGo: {
    value: 200,
    unit: 'mm',
    says: 'a note let go before its end because no finger is free',
    source: memory,
  },
  unplayed: { value: 1000, unit: 'mm', says: 'a note no finger can take', source: memory },
} as const satisfies Record<string, CostEntry>;

/** What the picking hand pays, in mm so that both hands can be added. All orderings are common practice. */
export const pickingCosts = {
  awayFromHome: { value: 3, unit: 'mm', says: 'a finger one string away from its own', source: practice },
  sameFingerOtherString: {
    value: 16,
    unit: 'mm',
    says: 'the same finger on another string after one quick time',
    source: practice,
  },
  sameFingerSameString: {
    value: 8,
    unit: 'mm',
    says: 'the same finger on the same string after one quick time',
    source: practice,
  },
  thumbAgain: { value: 3, unit: 'mm', says: 'the thumb again after one quick time', source: memory },
  quick: { value: 250, unit: 'ms', says: 'one quick time: an eighth at ♩ 120', source: memory },
  forgotten: { value: 500, unit: 'ms', says: 'after this much time a finger is fresh', source: memory },
  crossing: { value: 8, unit: 'mm', says: 'a finger passes over its neighbour’s string', source: practice },
  spread: {
    value: 4,
    unit: 'mm',
    says: 'each string left out between two neighbouring fingers of a pinch',
    source: practice,
  },
  thumbTakesMelody: { value: 9, unit: 'mm', says: 'the thumb takes a melody note', source: practice },
  thumbOnThin: { value: 5, unit: 'mm', says: 'the thumb on string 3, 2 or 1, each', source: practice },
  fingerTakesBass: { value: 20, unit: 'mm', says: 'a finger takes a thumb note', source: practice },
  oneStroke: { value: 6, unit: 'mm', says: 'one finger strokes two neighbouring strings', source: practice },
  drag: { value: 2, unit: 'mm', says: 'the thumb drags over two neighbouring strings', source: practice },
  ringFinger: { value: 1, unit: 'mm', says: 'the ring finger, the least free', source: practice },
  outsideSchool: { value: 40, unit: 'mm', says: 'a finger the school does not use', source: practice },
  unplayed: {
    value: 1000,
    unit: 'mm',
    says: 'more strings at once than the school has fingers',
    source: memory,
  },
} as const satisfies Record<string, CostEntry>;
