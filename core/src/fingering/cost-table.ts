/** A weight of the fingering model: what it is worth, what it says, and where the value comes from. */
export interface CostEntry {
  readonly value: number;
  readonly unit: 'mm' | 'ms' | 'share' | 'beats';
  readonly says: string;
  readonly source: string;
}

const memory = 'from memory, to be argued with';
const practice = 'common practice; the value is from memory';

/**
 * What the fretting hand pays, in mm of stretch: the same currency as the cost of holding a grip. The hand has a position, four
 * fingers over four frets; what leaves it costs by its way along the neck (the form follows Sayegh, Computer Music Journal 1989, and
 * Radicioni & Lombardo's constraint model; that a hurried move costs more follows Heijink & Meulenbroek, Journal of Motor
 * Behavior 2002).
 */
export const frettingCosts = {
  reach: {
    value: 0.6,
    unit: 'share',
    says: 'share of the way by which a finger reaches above its own fret',
    source: memory,
  },
  stack: {
    value: 0.21,
    unit: 'share',
    says: 'share of the way by which a finger lies below its own fret, beside another there',
    source: memory,
  },
  cramp: {
    value: 0.46,
    unit: 'share',
    says: 'share of the way by which a finger lies below its own fret, alone there',
    source: memory,
  },
  shiftWay: {
    value: 0.23,
    unit: 'share',
    says: 'share of the hand’s way along the neck, hurry included',
    source: memory,
  },
  shift: { value: 3, unit: 'mm', says: 'a shift, however short', source: memory },
  guidedShift: {
    value: 0.2,
    unit: 'share',
    says: 'what a shift costs when a finger leads it along its string, in a slide or from one grip to the next',
    source: practice,
  },
  beginsAway: {
    value: 10,
    unit: 'mm',
    says: 'a piece that begins off first position, where a hand lies unasked',
    source: practice,
  },
  otherFinger: {
    value: 48,
    unit: 'mm',
    says: 'a note struck again with another finger than lies there',
    source: memory,
  },
  exchanged: {
    value: 7.4,
    unit: 'mm',
    says: 'from one double stop to the next, a string taken over by another finger',
    source: practice,
  },
  weakLead: {
    value: 5.1,
    unit: 'mm',
    says: 'on top of that when the finger that goes on along its own string is 3 or 4',
    source: practice,
  },
  hops: {
    value: 10,
    unit: 'mm',
    says: 'one finger takes two frets of a string one after the other, and does not slide',
    source: practice,
  },
  presses: { value: 2, unit: 'mm', says: 'a note that a finger presses', source: memory },
  littleFinger: { value: 7.2, unit: 'mm', says: 'a note for finger 4', source: memory },
  ringFinger: { value: 1, unit: 'mm', says: 'a note for finger 3', source: memory },
  hurry: { value: 120, unit: 'ms', says: 'with this much time a way counts double', source: memory },
  shortest: { value: 60, unit: 'ms', says: 'no move is counted quicker than this', source: memory },
  earlyRelease: {
    value: 0.25,
    unit: 'share',
    says: 'share of a note a player gives up to move on',
    source: practice,
  },
  releaseAtBar: {
    value: 0.5,
    unit: 'share',
    says: 'the same before a bar line, where every player leaves early',
    source: practice,
  },
  longestRelease: { value: 250, unit: 'ms', says: 'the most of a note given up to move on', source: memory },
  remembers: {
    value: 1,
    unit: 'beats',
    says: 'how long a finger is taken to stay where it lies',
    source: memory,
  },
  againstUsual: {
    value: 60,
    unit: 'mm',
    says: 'a note of the grip with another finger than the grip’s own',
    source: memory,
  },
  gripMoved: {
    value: 32,
    unit: 'mm',
    says: 'a finger of the held grip that leaves its place for a note beside it',
    source: memory,
  },
  bassMoved: {
    value: 48,
    unit: 'mm',
    says: 'the same for a finger on string 6, 5 or 4, where the bass goes on',
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
  sameFingerNextString: {
    value: 8,
    unit: 'mm',
    says: 'the same finger on the next thinner string after one quick time',
    source: practice,
  },
  sameFingerSameString: {
    value: 8,
    unit: 'mm',
    says: 'the same finger on the same string after one quick time, where notes follow quicker than fingers alternate',
    source: practice,
  },
  alternation: {
    value: 200,
    unit: 'ms',
    says: 'notes on one string that follow quicker than this ask for two fingers; slower ones keep the finger',
    source: practice,
  },
  rake: {
    value: 4,
    unit: 'mm',
    says: 'the same finger drawn on to the next string, toward the thumb, after one quick time',
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
  thumbOnRun: {
    value: 4,
    unit: 'mm',
    says: 'a melody note for the thumb where thumb and index take runs in turn',
    source: practice,
  },
  pickOnMelody: { value: 1.5, unit: 'mm', says: 'a melody note for the pick', source: practice },
  pickLeaps: {
    value: 3,
    unit: 'mm',
    says: 'the pick again after one quick time, for each string it goes over',
    source: practice,
  },
  pickThenFinger: {
    value: 4,
    unit: 'mm',
    says: 'pick and finger in turn on one string, quicker than fingers alternate, after one quick time',
    source: practice,
  },
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
