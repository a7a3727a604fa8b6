export {
  centsFrom,
  guitarBehaviour,
  neckPullKg,
  pluck,
  rest,
  soundingCents,
  soundingHz,
  strungGuitar,
  turnPeg,
  type SimulatedGuitar,
} from './guitar.ts';
