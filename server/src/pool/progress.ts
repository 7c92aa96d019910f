/** Which line a worker is at, in memory that the worker and its watcher share: how many moves there were, and the line of the last. */
export class Progress {
  readonly #cells: Int32Array;

  constructor(shared: SharedArrayBuffer) {
    this.#cells = new Int32Array(shared);
  }

  static shared(): SharedArrayBuffer {
    return new SharedArrayBuffer(2 * Int32Array.BYTES_PER_ELEMENT);
  }

  move(line: number): void {
    Atomics.store(this.#cells, 1, line);
    Atomics.add(this.#cells, 0, 1);
  }

  /** Changes whenever the worker moves on. */
  get moves(): number {
    return Atomics.load(this.#cells, 0);
  }

  get line(): number {
    return Atomics.load(this.#cells, 1);
  }
}
