/** What work in steps answers, all its steps taken. */
export function finished<Answer>(steps: Generator<unknown, Answer>): Answer {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** A part of longer work: its shares, from 0 to 1, lie between two shares of the whole. */
export function* within<Answer>(
  from: number,
  to: number,
  steps: Generator<number, Answer>,
): Generator<number, Answer> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    yield from + step.value * (to - from);
  }
}

/** Takes the first step of some work at once, so that whoever helps with it can begin. The rest is what comes back. */
export function begun<Answer>(steps: Generator<number, Answer>): Generator<number, Answer> {
  const first = steps.next();
  return (function* rest() {
    if (first.done) return first.value;
    yield first.value;
    return yield* steps;
  })();
}
