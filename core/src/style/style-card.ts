import type { Profile, ProfileTrait } from './profile.ts';

/** What a student keeps in mind to sound like a player, a sentence each; only what the pieces show clearly. */
export function styleCard(profile: Profile): string[] {
  const traitOf = (id: string) => profile.traits.find(({ trait }) => trait.id === id);
  const has = (id: string, value: string): number =>
    traitOf(id)?.values.find(({ name }) => name === value)?.value ?? 0;
  return [
    thumbLine,
    doubledLine,
    meetingLine,
    tuneLine,
    ornamentLine,
    bendLine,
    gripLine,
    feelLine,
    guitarLine,
  ].flatMap((line) => line({ traitOf, has }) ?? []);
}

interface Read {
  readonly traitOf: (id: string) => ProfileTrait | undefined;
  readonly has: (id: string, value: string) => number;
}

/** More than half: what is usual. */
const usual = 0.5;
/** Less than one in fifty: what is not done, where there was room to do it. */
const never = 0.02;

const thumbWords: Readonly<Record<string, string>> = {
  'one string': 'The thumb stays on one string',
  'two strings in turn': 'The thumb goes between two strings',
  'three strings': 'The thumb goes over three strings',
  'half-time': 'The thumb strikes on 1 and 3 only',
  'one held note': 'One bass note is held through the bar',
  answers: 'The thumb answers the tune where it leaves room',
  walk: 'The thumb walks',
};
const endingWords: Readonly<Record<string, string>> = {
  rings: 'left to ring',
  stopped: 'stopped short',
  'under the palm': 'under the palm',
  'grip lifted': 'cut by lifting the grip',
};

function thumbLine({ traitOf }: Read): string | undefined {
  const [kind] = traitOf('thumb-kind')?.values ?? [];
  const [ending] = traitOf('thumb-ending')?.values ?? [];
  const words = kind && kind.value > usual / 2 ? thumbWords[String(kind.name)] : undefined;
  const end = ending && ending.value > usual ? endingWords[String(ending.name)] : undefined;
  return words && `${words}${end ? `, ${end}` : ''}.`;
}

const doubledLine = ({ has }: Read): string | undefined =>
  has('thumb-kind', 'doubled') > 0.1
    ? `The bass is doubled in ${oneIn(has('thumb-kind', 'doubled'))} bars.`
    : undefined;

/** "one in four". */
function oneIn(share: number): string {
  const numbers = [
    '',
    'all',
    'one in two',
    'one in three',
    'one in four',
    'one in five',
    'one in six',
    'one in seven',
    'one in eight',
    'one in nine',
    'one in ten',
  ];
  return numbers[Math.min(10, Math.max(1, Math.round(1 / share)))] ?? 'few';
}

function meetingLine({ has, traitOf }: Read): string | undefined {
  const pinched = has('meeting', 'pinched');
  const between = has('meeting', 'between the beats');
  const [place] = traitOf('off-beats')?.values ?? [];
  const where = place && place.value > usual / 2 && between > 0.1 ? `, mostly on ${String(place.name)}` : '';
  if (pinched > 0.85) return 'The tune is pinched with the bass, note by note.';
  if (between > 0.1) return `${percent(between)} of the tune falls between the beats${where}.`;
  return undefined;
}

function tuneLine({ traitOf }: Read): string | undefined {
  const strings = (traitOf('tune-strings')?.values ?? [])
    .filter(({ value }) => value > 0.2)
    .map(({ name }) => String(name).replace('string ', ''))
    .sort();
  const frets = traitOf('tune-frets');
  if (strings.length === 0 || !frets) return undefined;
  const high = highestOf(frets);
  const where = `The tune lies on ${strings.length === 1 ? 'string' : 'strings'} ${listed(strings)}`;
  return high === 0 ? `${where}, open.` : `${where}, nine in ten notes up to fret ${high}.`;
}

/** "1, 2 and 3". */
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;

/** The number below or at which nine in ten counts lie. */
function highestOf({ values }: ProfileTrait): number {
  let sum = 0;
  for (const { name, value } of [...values].sort((a, b) => Number(a.name) - Number(b.name))) {
    sum += value;
    if (sum >= 0.9) return Number(name);
  }
  return 0;
}

const ornamentWords: Readonly<Record<string, string>> = {
  hammer: 'hammer-ons',
  pull: 'pull-offs',
  slide: 'slides',
  below: 'slides from below',
  bend: 'bends',
  mordent: 'mordents',
  harmonic: 'chimes',
  glass: 'the bottleneck',
  grace: 'grace notes',
  brush: 'brushes',
  roll: 'rolls',
  snap: 'snaps',
};

function ornamentLine({ traitOf }: Read): string | undefined {
  const ornaments = traitOf('ornaments');
  if (!ornaments) return undefined;
  const kinds = ornaments.values.filter(({ name, value }) => name !== 'plain' && value > 0.03);
  if (kinds.length === 0) return 'Hardly an ornament: the notes are played plain.';
  const words = kinds.map(
    ({ name, value }) => `${ornamentWords[String(name)] ?? String(name)} (${percent(value)} of the notes)`,
  );
  return `Ornaments: ${words.join(', ')}.`;
}

function bendLine({ traitOf }: Read): string | undefined {
  const bends = traitOf('bends');
  const [degree] = bends?.values ?? [];
  return bends && bends.drawn < usual && degree && degree.value > usual
    ? `What is bent is the ${degree.name === 'b3' ? 'blue third' : `degree ${String(degree.name)}`}.`
    : undefined;
}

function gripLine({ has, traitOf }: Read): string | undefined {
  if (!traitOf('grip-kinds')) return undefined;
  if (has('grip-kinds', 'open strings') > usual) return 'The left hand holds no grip: open strings do.';
  return has('grip-kinds', 'nothing open') < never
    ? 'An open string rings in every grip: no full barre.'
    : undefined;
}

function feelLine({ traitOf }: Read): string | undefined {
  const swing = traitOf('swing')?.mean?.value;
  if (swing === undefined) return undefined;
  const long = Math.round(swing);
  return long <= 52 ? 'Straight eighths.' : `Swing, ${long}:${100 - long}.`;
}

function guitarLine({ traitOf, has }: Read): string | undefined {
  const tunings = (traitOf('tuning')?.values ?? []).filter(({ value }) => value > 0.1);
  const keys = (traitOf('key')?.values ?? []).filter(({ value }) => value > 0.2);
  const capo = has('capo', 'with a capo');
  const [first] = tunings;
  if (!first) return undefined;
  const names = tunings.map(({ name }) => String(name)).join(' or ');
  const shapes = keys.map(({ name }) => String(name)).join(' or ');
  return `${names} tuning, ${shapes} shapes${capo > 0.8 ? ', with a capo' : capo > 0.2 ? ', at times with a capo' : ''}.`;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;
