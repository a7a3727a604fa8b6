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
