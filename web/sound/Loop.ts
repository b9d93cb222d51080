/** What goes round, in ticks of the pass: where it begins, and how long it is. */
export type Round = { from: number; length: number };

/**
 * Ticks and seconds of what goes round on the audio clock. Ticks run on past the end of a pass; passes are counted from the length of
 * the round. A changed tempo or length is taken up where the line is.
 */
export class Loop {
  /** What is scheduled already ends here. */
  next = 0;
  #startTime: number;
  #origin: number;
  #passes = 0;

  /**
   * @param time  at which tick `begin` sounds, in seconds of the audio clock
   * @param rate  seconds a tick
   * @param begin where the line begins
   */
  constructor(
    private round: Round,
    private rate: number,
    time: number,
    begin: number,
  ) {
    this.#origin = round.from;
    this.#startTime = time - begin * rate;
    this.next = begin;
  }

  get length(): number {
    return this.round.length;
  }

  get from(): number {
    return this.round.from;
  }

  /** The first tick of all. */
  get origin(): number {
    return this.#origin;
  }

  seconds(ticks: number): number {
    return ticks * this.rate;
  }

  timeOf(tick: number): number {
    return this.#startTime + this.seconds(tick);
  }

  tickAt(time: number): number {
    return (time - this.#startTime) / this.rate;
  }

  /** In which pass a tick is, from 1, and where in it. */
  at(tick: number): { pass: number; place: number } {
    const turns = Math.floor((tick - this.from) / this.length);
    return { pass: Math.max(1, this.passOf(turns)), place: tick - turns * this.length };
  }

  passOf(turn: number): number {
    return this.#passes + turn + 1;
  }

  /** Takes up a changed tempo or length from what is not scheduled yet: the line goes on where it is. */
  takeUp(round: Round, rate: number): void {
    if (rate === this.rate && round.length === this.length) return;
    const turns = Math.max(0, Math.floor((this.next - round.from) / this.length));
    const time = this.timeOf(this.next);
    const place = round.from + ((this.next - turns * this.length - round.from) % round.length);
    this.#passes += turns;
    this.next = place;
    this.#startTime = time - place * rate;
    this.#origin = Math.min(this.#origin, place);
    [this.rate, this.round] = [rate, round];
  }
}
