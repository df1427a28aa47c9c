// Time since the session was opened: the longer of what two clocks say, and never less than before.
export class SessionClock {
  /** @param mark what was kept of an earlier page: elapsed and the wall clock at that moment, or null. */
  constructor(mark, speed = 1) {
    this.speed = speed;
    this.lost = false;
    let elapsed = mark?.elapsed ?? 0;
    if (mark && speed === 1) {
      const passed = Date.now() - mark.wall;
      // Set back while nothing was open: how long it really was, nobody knows.
      this.lost = passed < -2000;
      elapsed += Math.max(0, passed);
    }
    this.#from(elapsed);
  }

  #from(elapsed) {
    this.base = elapsed;
    this.wall = Date.now();
    this.steady = performance.now();
    this.last = elapsed;
  }

  setSpeed(speed) {
    this.#from(this.now());
    this.speed = speed;
  }

  /** The studio's clock says it was longer. */
  atLeast(elapsed) {
    if (elapsed > this.now()) this.#from(elapsed);
  }

  now() {
    const passed = Math.max(Date.now() - this.wall, performance.now() - this.steady);
    this.last = Math.max(this.last, Math.round(this.base + passed * this.speed));
    return this.last;
  }

  mark() {
    return { elapsed: this.now(), wall: Date.now() };
  }
}
