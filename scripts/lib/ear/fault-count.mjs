/** Faults that were put into takes, against those that were told. */
export class FaultCount {
  right = 0;
  told = 0;
  putIn = 0;

  /**
   * A fault is right when its kind, bar and pitch are; an added note by its pitch.
   * @param {import('@jocund/core/takes').TakeReport} report
   * @param {readonly import('@jocund/core/stand-ins').PutIn[]} putIn
   */
  add({ notes, extras }, putIn) {
    const told = [
      ...notes
        .filter(({ verdict }) => verdict !== 'hit')
        .map(({ verdict, bar, midi }) => `${verdict} ${bar} ${midi}`),
      ...extras.map(({ note }) => `extra ${note.midi}`),
    ];
    this.told += told.length;
    this.putIn += putIn.length;
    for (const { kind, bar, midi } of putIn) {
      const at = told.indexOf(kind === 'extra' ? `extra ${midi}` : `${kind} ${bar} ${midi}`);
      if (at >= 0) this.right += told.splice(at, 1).length;
    }
  }

  get precision() {
    return this.right / this.told;
  }

  get recall() {
    return this.right / this.putIn;
  }
}
