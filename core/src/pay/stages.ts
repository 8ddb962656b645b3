/**
 * A pay is worked out in stages. Each is handed all that those before it have worked out, and gives what it adds. The
 * types hold the order: a stage that asks for a figure can only stand after the one that gives it.
 */
export class Stages<SoFar extends object> {
  readonly soFar: SoFar;

  constructor(soFar: SoFar) {
    this.soFar = soFar;
  }

  /** All stages write into one object, so that a pay costs no copies. */
  next<More extends object>(stage: (soFar: SoFar) => More): Stages<SoFar & More> {
    Object.assign(this.soFar, stage(this.soFar));
    return this as unknown as Stages<SoFar & More>;
  }
}
